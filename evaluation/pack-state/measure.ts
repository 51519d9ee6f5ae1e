/** Prints how far a pack's state is to be believed, over packs that core does not know. */
import { CHEMISTRIES, coverageOf } from './coverage';

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
}
