/**
 * Whole programs as written down: settings with their reasons, findings, forecast, card and
 * hands.
 */
import { test } from 'node:test';
import { connectSteps, leadsInOrder } from '../../core/card/connect';
import { keyInCard } from '../../core/card/key-in';
import { shownSettings, unusualSchools } from '../../core/program/offer';
import { compositionOf } from '../../core/program/composition';
import { solve } from '../../core/program/solve';
import { inOneLine } from '../../core/request/in-words';
import { rangeOf } from '../../core/request/setting-range';
import { asWritten, line } from '../support/golden';
import { SCENES } from '../support/scenes';

const solved = SCENES.map(([name, context]) => [name, solve(context, {}, 120)] as const);

test('settings, whose word decided each and why, and what else was looked at', () => {
	asWritten(
		'settings',
		solved.flatMap(([name, { decisions, verdict, overridden }]) => [
			`# ${name}: ${verdict} ${overridden.length}`,
			...Object.values(decisions).map(
				(d) => `${d.setting} ${line(d.value)} ${d.decidedBy} ${line(d.step)}: ${d.why} ${line(d.candidates)}`
			)
		])
	);
});

test('findings, in their order, with what one press does about them', () => {
	asWritten(
		'findings',
		solved.flatMap(([name, { findings }]) => [
			`# ${name}`,
			...findings.map((f) => `${f.severity} ${f.overridable} ${f.rule}: ${f.sentence} ${line(f.fix)}`)
		])
	);
});

test('forecasts: minutes, charge, warmth, highest cell, phases and the course', () => {
	asWritten(
		'forecasts',
		solved.map(([name, { forecast: f }]) => {
			if (!f) return `${name}: none`;
			const { timeMin, legMin, chargeAh, peakTemperatureDegC, highestCellV, falseEnd, best } = f;
			const { trace, ...outcome } = best;
			const course = Object.fromEntries(
				Object.entries(trace).map(([key, values]) => [
					key,
					(values as number[]).filter?.((_, i) => i % 6 === 0)
				])
			);
			return `${name}: ${line({ timeMin, legMin, chargeAh, peakTemperatureDegC, highestCellV, falseEnd, outcome, course })}`;
		})
	);
});

test('cards, the order of plugging, steps where the charger has no such program, and ranges', () => {
	asWritten(
		'cards',
		solved.flatMap(([name, s]) => {
			const { resolved: r, settings } = s;
			return [
				`# ${name}: ${inOneLine(r.task, r.chemistry.id, settings)}`,
				line(keyInCard(s)),
				line([connectSteps(r), leadsInOrder(r, 'plugOrder'), leadsInOrder(r, 'unplugOrder')]),
				line(compositionOf(r, settings)),
				line(shownSettings(r, settings).map((id) => [id, rangeOf(r, id)])),
				line(unusualSchools(r.practice))
			];
		})
	);
});
