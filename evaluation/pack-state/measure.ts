/** Prints how far a pack's state is to be believed, over packs that core does not know. */
import { CHEMISTRIES, coverageOf } from './coverage';
import { nextPrograms } from './next-program';

/** Lives of each chemistry, and things that happen in one: together a hundred thousand stories. */
const LIVES = 2400;
const STEPS = 6;

const percent = (share: number): string => (Number.isNaN(share) ? '–' : (100 * share).toFixed(1)).padStart(6);

export function measurePackState(lives = LIVES): void {
	console.log(
		`Moments of ${lives} lives of each chemistry; shares in per cent.\n` +
			'chemistry  moments   held  under  width   full  right  complete  sound  alarms'
	);
	for (const chemistry of CHEMISTRIES) {
		const c = coverageOf(chemistry, lives, STEPS, 20_000);
		console.log(
			`${chemistry.padEnd(9)} ${String(c.asked).padStart(8)} ${percent(c.held)} ${percent(c.below)} ${percent(c.width)} ${String(c.full).padStart(6)} ${percent(c.fullRight)}    ${percent(c.fullRightComplete)} ${percent(c.soundCalledFull)}  ${percent(c.falseAlarms)}`
		);
	}
	// Proposing a program takes ten times as long as believing.
	const fewer = Math.ceil(lives / 6);
	console.log(
		`\nPrograms after ${fewer} lives of each: sound stories and the share that is Clear; hot, swollen or contradicted ones, and how many of them are Clear; charge that the limit lets in beyond what was missing, of the capacity.\n` +
			'chemistry   sound  clear  alarming  clear  median  99 %   what keeps sound ones from it'
	);
	for (const chemistry of CHEMISTRIES) {
		const n = nextPrograms(chemistry, fewer, STEPS, 40_000);
		const kept = [...n.kept].sort((a, b) => b[1] - a[1]).map((k) => k.join(' '));
		console.log(
			`${chemistry.padEnd(9)} ${String(n.sound).padStart(7)} ${percent(n.clear)} ${String(n.alarming).padStart(9)} ${String(n.alarmingClear).padStart(6)} ${n.beyond.median.toFixed(2).padStart(7)} ${n.beyond.p99.toFixed(2).padStart(5)}   ${kept.slice(0, 4).join(', ')}`
		);
	}
}
