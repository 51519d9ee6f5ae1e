/**
 * What the book answers besides the run: every figure where an answer changes, and what is too
 * old or too vague to answer anything.
 */
import { aRunEvent, aUseEvent } from '../../tests/support/pack-events';
import type { PackEvent } from '../pack-state/event';
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import { solve } from '../program/solve';
import type { ProgramContext } from '../request/context';
import type { ClueId } from './clue';
import { ofPast, type OverTime, type Past } from './from-the-past';

const HOUR_MS = 3600e3;
const from = (hours: number): string => new Date(Date.parse(NOW) + HOUR_MS * hours).toISOString();
const NOTHING: Past = { holds: null, resistance: null, cellsOhm: null, after: null, packDegC: null };
const days = (d: number): string => from(-24 * d);
const over = (value: number, low: number, high: number, at = days(5)): OverTime => ({
	at,
	value,
	low,
	high
});
const answers = (past: Partial<Past>, context: Partial<ProgramContext> = {}) => {
	const { resolved: r, settings } = solve(aContext(context));
	return ofPast(r, { ...settings, endVoltageV: r.chemistry.voltages.chargeEndV }, { ...NOTHING, ...past });
};
const says = (clue: ClueId, ...of: Parameters<typeof answers>) =>
	answers(...of).find((a) => a.clue === clue)?.answer;

describe('what the book answers', () => {
	test('nothing on record answers nothing', () => {
		assert.deepEqual(answers({}), []);
	});

	test('resistance: one of twice its fellows; all of one and a half of what they began with; old figures say nothing', () => {
		const cells = (ohms: number[], at = days(10)) => says('resistance', { cellsOhm: { at, ohms } });
		assert.equal(cells([0.004, 0.0081, 0.004]), 'one much higher');
		assert.equal(cells([0.004, 0.008, 0.004]), undefined, 'twice is not more than twice');
		assert.equal(cells([0.004, 0.0081, 0.004], days(45)), 'one much higher');
		assert.equal(cells([0.004, 0.0081, 0.004], days(45.1)), undefined);
		assert.equal(cells([0.008]), undefined, 'one cell has no fellows');
		const grown = (...of: Parameters<typeof over>) => says('resistance', { resistance: over(...of) });
		assert.equal(grown(1.51, 1.01, 2), 'all higher');
		assert.equal(grown(1.5, 1.01, 2), undefined);
		assert.equal(grown(1.6, 0.99, 2.4), undefined, 'it may as well not have grown');
		assert.equal(grown(1.1, 0.8, 1.49), 'as ever');
		assert.equal(grown(1.1, 0.8, 1.5), undefined);
		assert.equal(grown(1.1, 0.8, 1.4, days(7)), 'as ever');
		assert.equal(grown(1.1, 0.8, 1.4, days(7.1)), undefined, 'a cell may have failed since');
		assert.equal(grown(1.6, 1.1, 2, days(45)), 'all higher', 'what has grown has not come down again');
		assert.equal(grown(1.6, 1.1, 2, days(45.1)), undefined);
		const both = { cellsOhm: { at: days(2), ohms: [0.004, 0.02, 0.004] }, resistance: over(1, 0.9, 1.1) };
		assert.equal(says('resistance', both), 'one much higher', 'the mean hides one');
	});

	test('what it holds: less than four fifths, or that at least, with its whole band on that side', () => {
		const holds = (...of: Parameters<typeof over>) => says('capacity-check', { holds: over(...of) });
		assert.equal(holds(0.7, 0.6, 0.79), 'much less');
		assert.equal(holds(0.7, 0.6, 0.8), undefined);
		assert.equal(holds(0.9, 0.8, 1), 'holds what it should');
		assert.equal(holds(0.9, 0.79, 1), undefined);
		assert.equal(holds(0.9, 0.8, 1, days(30)), 'holds what it should');
		assert.equal(holds(0.9, 0.8, 1, days(30.1)), undefined);
		assert.equal(holds(0.7, 0.6, 0.79, days(180)), 'much less');
		assert.equal(holds(0.7, 0.6, 0.79, days(180.1)), undefined);
		assert.match(answers({ holds: over(0.7, 0.6, 0.79) })[0].detail, /^holds 70 % of its label/);
	});

	test('cells an hour and a day after the end: one that falls 10 mV more, all, or none; used meanwhile says nothing', () => {
		const endV = [4.2, 4.2, 4.2];
		const pack = aPack({ cells: 3 });
		const after = (hours: number, cells: number[], more = {}): Partial<Past> => ({
			after: {
				endedAt: NOW,
				full: true,
				endV,
				readings: [aReading(cells, { takenAt: from(hours), ...more })]
			}
		});
		const hour = (...of: Parameters<typeof after>) => says('hour-later', after(...of), { pack });
		const day = (...of: Parameters<typeof after>) => says('day-later', after(...of), { pack });
		assert.equal(hour(1, [4.19, 4.18, 4.19]), 'one lower');
		assert.equal(hour(1, [4.19, 4.181, 4.19]), 'level');
		assert.equal(hour(1, [4.169, 4.169, 4.169]), 'all lower');
		assert.equal(hour(1, [4.171, 4.171, 4.171]), 'level');
		for (const at of [0.75, 6]) assert.equal(hour(at, [4.19, 4.18, 4.19]), 'one lower');
		for (const at of [18, 72]) assert.equal(day(at, [4.19, 4.15, 4.19]), 'one lower');
		assert.equal(hour(0.7, [4.19, 4.18, 4.19]), undefined, 'it has not settled');
		assert.equal(hour(6.1, [4.19, 4.18, 4.19]), undefined);
		assert.equal(hour(1, [4.19, 4.18, 4.19], { usedSince: 'used' }), undefined);
		assert.equal(hour(1, [4.19, 4.18, 4.19], { state: 'loaded' }), undefined);
		assert.equal(hour(1, [4.19, 4.18]), undefined, 'not all of its cells');
		assert.equal(day(24, [4.19, 4.15, 4.19]), 'one lower');
		assert.equal(day(17.9, [4.19, 4.15, 4.19]), undefined);
		assert.equal(day(72.1, [4.19, 4.15, 4.19]), undefined);
		const { detail } = answers(after(24, [4.19, 4.15, 4.19]), { pack }).find((a) => a.clue === 'day-later')!;
		assert.equal(detail, 'cell 2 fell 40 mV more than its fellows in 24 h');
		const alike = (cells: number[]) => answers(after(1, cells), { pack })[0].detail;
		assert.equal(alike([4.19, 4.19, 4.19]), 'they fell 10 mV alike in 1 h');
		assert.equal(alike([4.21, 4.21, 4.21]), 'they fell 0 mV alike in 1 h');
		const four = { pack: aPack({ cells: 4 }), reading: aReading([3.8, 3.8, 3.8, 3.8]) };
		assert.deepEqual(
			answers(after(1, [4.19, 4.18, 4.19]), four).filter((a) => a.clue === 'hour-later'),
			[],
			'three figures of four cells name none of them'
		);
	});

	test('volts at rest after a full charge: near its end, as before, or between; nickel and a charge that was cut say nothing', () => {
		const after = (v: number, hours = 0.5, full = true): Partial<Past> => ({
			after: { endedAt: NOW, full, endV: null, readings: [aReading([v, v, v], { takenAt: from(hours) })] }
		});
		const reading = aReading([3.8, 3.8, 3.8]);
		const rest = (...of: Parameters<typeof after>) => says('rest-after', after(...of), { reading });
		assert.equal(rest(4.15), 'stay near the end');
		assert.equal(rest(4.13), 'fall well below');
		assert.equal(rest(3.82), 'low as before');
		assert.equal(rest(3.84), 'fall well below');
		assert.equal(rest(4.15, 0.3), undefined);
		assert.equal(rest(4.15, 3.1), undefined);
		assert.equal(rest(4.15, 0.5, false), undefined, 'cut by a limit: it has no end to stay near');
		// Iron phosphate rests far below its end, and is full.
		const life = {
			pack: aPack({ chemistry: 'life', labelVoltageV: null }),
			reading: aReading([3.25, 3.25, 3.25])
		};
		assert.equal(says('rest-after', after(3.36), life), 'stay near the end');
		assert.equal(says('rest-after', after(3.29), life), 'fall well below');
		const nickel = { pack: nimhPack(), reading: null, task: 'charge' as const };
		assert.equal(says('rest-after', after(1.4), nickel), undefined);
		const lead = { pack: leadPack(), reading: null, task: 'charge' as const };
		const packV = (v: number): Partial<Past> => ({
			after: {
				endedAt: NOW,
				full: true,
				endV: null,
				readings: [aReading([], { cellVoltagesV: null, packVoltageV: 6 * v, takenAt: from(1) })]
			}
		});
		assert.equal(says('rest-after', packV(2.09), lead), 'stay near the end');
		assert.equal(says('rest-after', packV(2.07), lead), 'fall well below');
	});

	test('how it lay: emptied two days ago, filled two weeks ago, used lately; else it is asked', () => {
		const { curve } = chemistryOf('lipo');
		const lay = (last: PackEvent, soc: number) => {
			const v = ocvAt(curve, soc);
			const reading = aReading([v, v, v], { takenAt: from(-1), usedSince: 'not said' });
			return says('emptied', {}, { reading, around: { events: [last] } });
		};
		const emptied = (d: number, soc = 0.1) =>
			lay(aRunEvent({ task: 'discharge', endReason: 'end voltage', endedAt: days(d) }), soc);
		assert.deepEqual([emptied(2), emptied(1.9), emptied(2, 0.4)], ['empty for days', undefined, undefined]);
		const filled = (d: number, soc = 0.9) => lay(aRunEvent({ endedAt: days(d) }), soc);
		assert.deepEqual(
			[filled(14), filled(13.9), filled(14, 0.3)],
			['full or part charged for weeks', undefined, undefined],
			'what was filled and reads low was used meanwhile, and nobody wrote it down'
		);
		const used = (felt: 'as ever' | 'weak', d: number, soc = 0.1) => lay(aUseEvent(days(d), felt), soc);
		assert.equal(used('as ever', 1), 'used lately');
		assert.equal(used('as ever', 2), undefined);
		const told = (d: number) => {
			const reading = aReading([3.8, 3.8, 3.8], { takenAt: from(-1), usedSince: 'not said' });
			const around = { events: [aUseEvent(days(d), 'as ever')] };
			return answers({}, { reading, around }).find((a) => a.clue === 'emptied')?.detail;
		};
		assert.deepEqual([told(0.9), told(1)], ['used today', 'used 1 d before']);
		assert.equal(used('weak', 2), 'empty for days');
		assert.equal(used('weak', 2, 0.5), undefined);
		assert.equal(lay(aRunEvent({ endReason: 'stopped', endedAt: days(30) }), 0.5), undefined);
		const unread = { reading: null, around: { events: [aRunEvent({ endedAt: days(20) })] } };
		assert.equal(says('emptied', {}, unread), undefined);
	});

	test('the probe: what a hand calls cool, warm and hot', () => {
		const feels = (packDegC: number) => says('pack-warm', { packDegC });
		assert.deepEqual([32.9, 33, 44.9, 45].map(feels), ['cool', 'warm', 'warm', 'hot']);
	});
});
