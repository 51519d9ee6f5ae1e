/**
 * What looks at a charger's screen are worth: npm run follow [-- charges [chemistry …]], 125 of every chemistry unless it is said
 * otherwise. Truths are the calibration's: other curves, capacities, resistances and cells than the forecast's own. With
 * --reference also what somebody knows who has the truth's own physics and priors; that takes some seconds a charge.
 */
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';
import { Following, quantile } from '../core/follow/following';
import { judgeLook } from '../core/follow/judge-look';
import type { Look } from '../core/log/look';
import { trueRuns } from './follow/case';
import { referenceOf } from './follow/reference';

const compared = process.argv.includes('--reference');
const [count = '125', ...only] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const LOOKS = [
	['packV', 0.25],
	['chargeAh', 0.5],
	['packV', 0.75]
] as const;

/** Median and 90th percentile, in %. */
function percent(errors: number[]): string {
	const sorted = errors.toSorted((a, b) => a - b);
	return `${(100 * quantile(sorted, 0.5)).toFixed(1)} / ${(100 * quantile(sorted, 0.9)).toFixed(1)} %`;
}

console.log(
	'| chemistry | end untold, median / 90 of 100 | with three figures | charge untold | with three | band holds | worse by 5 points | than the forecast | stop cried |'
);
console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const chemistry of only.length ? only : CHEMISTRY_IDS) {
	const errors = {
		untold: [] as number[],
		told: [] as number[],
		ahUntold: [] as number[],
		ahTold: [] as number[],
		reference: [] as number[],
		ahReference: [] as number[],
		/** By how much the reference's two halves differ. */
		unsure: [] as number[]
	};
	let itsInside = 0;
	let itsWorse = 0;
	let inside = 0;
	let worse = 0;
	/** The same beside what the program said before anything was drawn along its curve. */
	let worseThanForecast = 0;
	let cried = 0;
	const runs = trueRuns(chemistry, Number(count));
	for (const run of runs) {
		const { resolved, settings } = run.solution;
		const f = new Following(resolved, settings);
		const untold = f.end(0);
		const looks: Look[] = [];
		let stop = false;
		for (const [what, share] of LOOKS) {
			const minute = Math.floor(share * run.endMin);
			const look: Look = { minute, what, value: run.screen(what, minute) };
			const shows = f.shouldRead(minute);
			const any = f.soundReads(minute)?.[what] ?? null;
			stop ||= judgeLook(resolved, settings, look, looks, shows?.[what] ?? null, any).verdict === 'stop now';
			looks.push(look);
			f.tell(looks);
		}
		const told = f.end(0);
		const off = (median: number, truth: number) => Math.abs(median / truth - 1);
		errors.untold.push(off(untold.minute.median, run.endMin));
		errors.told.push(off(told.minute.median, run.endMin));
		errors.ahUntold.push(off(untold.chargeAh.median, run.endAh));
		errors.ahTold.push(off(told.chargeAh.median, run.endAh));
		if (run.endMin >= told.minute.p5 && run.endMin <= told.minute.p95) inside++;
		if (errors.told.at(-1)! > errors.untold.at(-1)! + 0.05) worse++;
		const forecast = off(run.solution.forecast!.timeMin.median, run.endMin);
		if (errors.told.at(-1)! > forecast + 0.05) worseThanForecast++;
		if (stop) cried++;
		if (!compared) continue;
		const best = referenceOf(run, looks);
		errors.unsure.push(best.unsure);
		errors.reference.push(off(best.endMin.median, run.endMin));
		errors.ahReference.push(off(best.endAh.median, run.endAh));
		if (run.endMin >= best.endMin.p5 && run.endMin <= best.endMin.p95) itsInside++;
		if (errors.reference.at(-1)! > errors.untold.at(-1)! + 0.05) itsWorse++;
	}
	const share = (n: number, all: number) => `${((100 * n) / all).toFixed(1)} %`;
	const of = (n: number) => share(n, runs.length);
	console.log(
		`| ${chemistry} | ${percent(errors.untold)} | ${percent(errors.told)} | ${percent(errors.ahUntold)} | ${percent(errors.ahTold)} | ${of(inside)} | ${of(worse)} | ${of(worseThanForecast)} | ${of(cried)} |`
	);
	if (!compared) continue;
	console.log(
		`  the reference: end ${percent(errors.reference)}, charge ${percent(errors.ahReference)}; worse by 5 points ${of(itsWorse)}; its band holds ${of(itsInside)}; its halves differ by ${percent(errors.unsure)}`
	);
}
