/**
 * Situations drawn by a seed, ordinary and absurd, as written down: what is set and whose word
 * decided it, what is found, the bands of the forecast. Scenes are chosen to show something;
 * these fall where nobody thought of looking.
 */
import { test } from 'node:test';
import { solve } from '../../core/program/solve';
import { drawCase } from '../../scripts/prove/cases';
import { asWritten, line } from '../support/golden';

const DRAWN = 160;
/** The first 2000 are proved elsewhere: these are others. */
const FROM = 4001;

test('drawn situations: settings, findings, and bands', () => {
	asWritten(
		'drawn',
		Array.from({ length: DRAWN }, (_, k) => FROM + k).flatMap((seed) => {
			const { context, keyed } = drawCase(seed);
			const { decisions, findings, forecast: f, verdict, resolved: r } = solve(context, keyed);
			return [
				`# ${seed} ${r.chemistry.id} ${r.pack.cells}S ${r.task} ${r.purpose}: ${verdict}`,
				...Object.values(decisions).map(
					(d) =>
						`${d.setting} ${line(d.value)} ${d.decidedBy} ${line(d.candidates.map((c) => c.value))} ${d.decidedBy === 'range' ? d.why : ''}`
				),
				...findings.map(
					({ rule, severity, sentence, fix }) => `${severity} ${rule}: ${sentence} ${line(fix)}`
				),
				line(f && [f.timeMin, f.chargeAh, f.peakTemperatureDegC, f.highestCellV, f.falseEnd])
			];
		})
	);
});
