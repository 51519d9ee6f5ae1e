/** What is known without asking, at every figure where it changes. */
import { aUseEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aCharger, aContext, aPack, aReading, aSupply, NOW } from '../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import { solve } from '../program/solve';
import type { ProgramContext } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import type { ClueId } from './clue';
import { cellPage, factsOf, impossibleFor, type Known } from './facts';
import type { Shown } from './screen';

const ago = (hours: number): string => new Date(Date.parse(NOW) - 3600e3 * hours).toISOString();
const knownOf = (
	side: Partial<Omit<Known, 'r' | 'settings'>>,
	context: Partial<ProgramContext> = {},
	own: Partial<ProgramSettings> = {}
) => {
	const { resolved: r, settings } = solve(aContext(context));
	return factsOf({
		r,
		settings: { ...settings, ...own },
		run: null,
		check: null,
		shown: null,
		othersRun: false,
		...side
	});
};
const says = (clue: ClueId, ...of: Parameters<typeof knownOf>) =>
	knownOf(...of).answers.find((a) => a.clue === clue)?.answer;
const detail = (clue: ClueId, ...of: Parameters<typeof knownOf>) =>
	knownOf(...of).answers.find((a) => a.clue === clue)?.detail;
const check = (of: Partial<NonNullable<Known['check']>>): Partial<Known> => ({
	check: { countRead: null, cellsV: null, mainV: null, inputV: null, ...of }
});
const shown = (of: Partial<Shown>): Partial<Known> => ({
	shown: { currentA: 2, packV: 11.4, cellV: [], chargeAh: 0.5, minutes: 15, ...of }
});
const ran = (of: Partial<NonNullable<Known['run']>>): Partial<Known> => ({
	run: { endReason: 'full', durationS: 3600, chargeAh: 1, expectedAh: 1, status: 'ended', ...of }
});

describe('a cell page', () => {
	const lipo = chemistryOf('lipo');
	const { cellMaxV } = lipo.voltages;
	const page = (...v: number[]) => cellPage(lipo, v);
	test('nothing, a tap that nobody holds, and a cell that is two', () => {
		assert.equal(page(0.29, 0, 0.1), 'all zero');
		assert.equal(page(0.31, 0, 0.1), 'zero beside double', 'what is not nothing is some cell');
		assert.equal(page(3.8, 0, 7.6, 3.8), 'zero beside double');
		assert.equal(page(3.8, 7.6, 0, 3.8), 'zero beside double');
		assert.equal(page(3.8, 0, 6.2, 3.8), 'zero beside double', 'two that are nearly empty are double too');
		assert.equal(page(3.8, 0, 6, 3.8), 'one low', 'less than 1.6 times its fellows is no double');
		assert.equal(page(0, 3.8, 3.8), 'an end cell zero');
		assert.equal(page(3.8, 3.8, 0.29), 'an end cell zero');
		assert.equal(page(3.8, 0, 3.8, 3.8), 'one low', 'inside, with no double beside it: a dead cell');
	});
	test('all high, all low, level', () => {
		assert.equal(page(cellMaxV + 0.01, cellMaxV + 0.02, cellMaxV + 0.01), 'all high');
		assert.equal(page(cellMaxV, cellMaxV + 0.01, cellMaxV + 0.01), 'level');
		assert.equal(page(3.2, 3.21, 3.2), 'all low', 'below what three per cent of charge rest at');
		assert.equal(page(3.7, 3.71, 3.7), 'level');
		assert.equal(page(3.7, 3.73, 3.71), 'level', '30 mV are level');
		assert.equal(page(3.7, 3.731, 3.73), 'one low');
		assert.equal(page(3.7, 3.701, 3.732), 'one high');
		assert.equal(page(3.67, 3.7, 3.73), 'one low', 'as far below as above');
		assert.equal(page(3.7, 3.701, 3.752), 'one high');
	});
	test('one high, one low', () => {
		assert.equal(page(3.7, 3.7, 3.8), 'one high');
		assert.equal(page(3.6, 3.7, 3.7), 'one low');
		assert.equal(page(3.5, 3.7, 3.89), 'one low', 'a tenth low counts before another that is ahead');
		assert.equal(page(3.65, 3.7, 3.78), 'one high');
		assert.equal(page(3.5, 3.7, 4), 'one high', 'what is further from the middle is the odd one');
		assert.equal(page(3.9, 3.9, cellMaxV + 0.01, 3.7), 'one high', 'over the limit first of all');
	});
});

describe('the check', () => {
	test('the count, beside what is set', () => {
		const count = (countRead: number, mainV: number | null = 11.4) =>
			says('count', check({ countRead, mainV }));
		assert.deepEqual(
			[3, 2, 1, 4, 0].map((n) => count(n)),
			['as the pack has', 'one less', 'another number', 'another number', 'none']
		);
		assert.equal(count(3, 0.29), 'none');
		assert.equal(count(3, 0.31), 'as the pack has');
		assert.equal(count(2, null), 'one less');
		assert.equal(says('count', check({})), undefined);
		assert.equal(detail('count', check({ countRead: 2, mainV: 7.6 })), 'set 3S, read 2S');
	});
	test('main volts beside the cells', () => {
		const cellsV = [3.8, 3.8, 3.8];
		const sum = (mainV: number) => says('main-sum', check({ cellsV, mainV }));
		assert.equal(sum(11.4), 'agree');
		assert.equal(sum(11.43), 'agree', '10 mV a cell, and one more');
		assert.equal(sum(11.45), undefined, 'a little off says neither');
		assert.equal(sum(11.4 + 1.95), 'main more by a cell');
		assert.equal(sum(11.4 + 1.85), undefined);
		assert.equal(sum(0.2), 'main reads nothing');
	});
	test('input volts: within the charger’s range, sagging only where it is no mains; with something flowing it must be asked', () => {
		const charger = aCharger({ inputMinV: 11, inputMaxV: 18 });
		const supply = aSupply({ kind: 'bench supply', voltageV: 14 });
		const input = (inputV: number, more: Partial<ProgramContext> = {}, side: Partial<Known> = {}) =>
			says('input', { ...check({ inputV }), ...side }, { charger, supply, ...more });
		assert.equal(input(10.99), 'too low or none');
		assert.equal(input(18.01), 'too high');
		assert.equal(input(18), 'steady');
		assert.equal(input(11.89), 'sagging under load', 'under 85 of 100 of 14 V');
		assert.equal(input(11.91), 'steady');
		assert.equal(input(11, { supply: null }), 'steady');
		assert.equal(input(11, { supply: aSupply({ kind: 'mains', voltageV: 230 }) }), 'steady');
		assert.equal(input(14, {}, shown({})), undefined, 'read before anything flowed');
	});
});

describe('the run', () => {
	test('near its end, by the highest cell or by each of them', () => {
		const near = (of: Partial<Shown>, own: Partial<ProgramSettings> = { endVoltageV: 4.2 }) =>
			says('near-end', shown(of), {}, own);
		assert.equal(near({ cellV: [4.1, 4.171, 4.1] }), 'yes');
		assert.equal(near({ cellV: [4.1, 4.169, 4.1] }), 'no, well below');
		assert.equal(near({ packV: 3 * 4.171 }), 'yes');
		assert.equal(near({ packV: 3 * 4.169 }), 'no, well below');
		assert.equal(
			says('near-end', shown({}), { pack: nimhPack(), reading: null, task: 'charge' }),
			undefined,
			'a dip has no volts to come to'
		);
	});
	test('main volts above the cells while current flows are a plug', () => {
		const drop = (packV: number, currentA = 2) =>
			says('main-sum', shown({ packV, currentA, cellV: [3.8, 3.8, 3.8] }));
		assert.equal(drop(11.4 + 0.085), 'main a little more', '42 mΩ');
		assert.equal(drop(11.4 + 0.079), 'agree', '39 mΩ');
		assert.equal(drop(11.4 + 0.049, 0.4), 'agree', 'next to nothing, whatever the resistance');
		assert.equal(drop(11.4 + 0.2, 0.3), undefined, 'too little current to tell');
		assert.match(
			detail('main-sum', shown({ packV: 11.6, cellV: [3.8, 3.8, 3.8] }))!,
			/^main 11\.60 V, cells add to 11\.40 V at 2\.0 A$/
		);
	});
	test('figures of several minutes are no screen: nothing is made of main volts beside cells, and no course goes through them', () => {
		const seen = { packV: 11.7, cellV: [3.8, 3.8, 3.8] };
		const whole = knownOf(shown(seen));
		assert.equal(whole.answers.find((a) => a.clue === 'main-sum')!.answer, 'main a little more');
		assert.ok(whole.sums['hot-plug'] && Object.keys(whole.fits).length > 10);
		const mixed = knownOf(shown({ ...seen, mixed: true }));
		assert.equal(
			mixed.answers.find((a) => a.clue === 'main-sum'),
			undefined
		);
		assert.deepEqual([mixed.sums['hot-plug'], mixed.fits], [undefined, {}]);
		assert.equal(mixed.answers.find((a) => a.clue === 'near-end')!.answer, 'no, well below');
	});
	test('what went in, beside what was missing and what it holds', () => {
		const pack = aPack({ capacityAh: 2, measuredCapacityAh: 2 });
		const share = (chargeAh: number | null, expectedAh: number | null = 1) =>
			says('charge-share', ran({ chargeAh, expectedAh }), { pack });
		assert.equal(share(0.59), 'little');
		assert.equal(share(0.61), 'about what was missing');
		assert.equal(share(2.19), 'about what was missing');
		assert.equal(share(2.21), 'more than it holds');
		assert.equal(share(null), undefined);
		assert.equal(share(1, null), undefined);
		assert.equal(detail('charge-share', ran({ chargeAh: 0.6004 }), { pack }), '600 mAh of about 1000 mAh');
	});
	test('cut by a limit: at the figure that was keyed, or at another', () => {
		const timer = (minutes: number) =>
			says('held', ran({ endReason: 'timer', durationS: 60 * minutes }), {}, { safetyTimerMin: 60 });
		assert.deepEqual([58, 62].map(timer), ['as programmed', 'as programmed']);
		assert.deepEqual([57.9, 62.1].map(timer), Array(2).fill('a limit or cap at just that figure'));
		const mah = (chargeAh: number) =>
			says('held', ran({ endReason: 'capacity limit', chargeAh }), {}, { capacityLimitAh: 2 });
		assert.deepEqual([1.941, 2.059].map(mah), ['as programmed', 'as programmed']);
		assert.deepEqual([1.939, 2.061].map(mah), Array(2).fill('a limit or cap at just that figure'));
		assert.equal(says('held', ran({ endReason: 'full' })), undefined);
		assert.equal(says('held', ran({ endReason: 'timer' }), {}, { safetyTimerMin: null }), undefined);
	});
});

describe('the pack and what is around', () => {
	test('a reading says how full it was while it is fresh; an old one, or one before a use, only that it is old', () => {
		const at = (hours: number, volts: number, usedAt: string | null = null) => {
			const reading = aReading([volts, volts, volts], { takenAt: ago(hours) });
			const around = usedAt ? { events: [aUseEvent(usedAt)] } : {};
			return [says('was-full', {}, { reading, around }), says('reading-age', {}, { reading, around })];
		};
		assert.deepEqual(at(11.9, 3.75), ['low', 'fresh']);
		assert.deepEqual(at(11.9, 4.17), ['nearly full', 'fresh']);
		assert.deepEqual(at(12.1, 4.17), [undefined, 'old, or used since']);
		assert.deepEqual(at(2, 4.17, ago(1)), [undefined, 'old, or used since']);
		assert.deepEqual(
			[says('was-full', {}, { reading: null }), says('reading-age', {}, { reading: null })],
			[undefined, undefined]
		);
	});
	test('cold, hot, old, just used', () => {
		const air = (ambientDegC: number) => says('air', {}, { ambientDegC });
		assert.deepEqual([9.9, 10, 35, 35.1].map(air), ['cold', 'as in a room', 'as in a room', 'hot']);
		const age = (days: number) =>
			says('pack-age', {}, { pack: aPack({ firstUsedOn: ago(24 * days).slice(0, 10) }) });
		assert.equal(age(729), 'young or little used');
		assert.equal(age(733), 'old or much used');
		assert.equal(says('pack-age', {}), undefined, 'nobody knows');
		const used = (minutes: number) =>
			knownOf(
				{},
				{
					around: {
						events: [aUseEvent(ago(minutes / 60))]
					}
				}
			).answers.find((a) => a.clue === 'used-just-now')!;
		assert.deepEqual([used(60).answer, used(61).answer], ['yes', 'no']);
		assert.equal(used(45).detail, 'used 45 min ago');
	});
	test('balance: whether it is keyed, and how long ago it was done; nickel: how fast; alone or joined', () => {
		assert.deepEqual(
			[true, false].map((balance) => says('balance-on', {}, {}, { balance })),
			['yes', 'no']
		);
		assert.equal(says('balance-on', {}, { pack: aPack({ cells: 1 }), reading: aReading([3.8]) }), undefined);
		const since = (n: number | null) => says('balanced', {}, { around: { chargesSinceBalance: n } });
		assert.deepEqual([null, 0, 9, 10].map(since), [undefined, 'lately', 'lately', 'long ago, or never']);
		const nickel = { pack: nimhPack({ capacityAh: 2 }), reading: null, task: 'charge' } as const;
		assert.equal(says('rate', {}, nickel, { currentA: 1 }), 'at half its capacity an hour or faster');
		assert.equal(says('rate', {}, nickel, { currentA: 0.99 }), 'slower');
		assert.equal(says('rate', {}), undefined);
		assert.equal(says('joined', {}), 'alone');
		assert.deepEqual(
			[true, false].map((othersRun) => says('others-run', { othersRun })),
			['yes', 'no']
		);
	});
});

describe('sums, and what cannot be', () => {
	const charger = aCharger({}, { powerW: 50 });
	const power = (of: Partial<Shown>, currentA = 6) => knownOf(shown(of), { charger }, { currentA });
	test('watts divided by volts: binds where it gives just that, and less than was set', () => {
		const watts = (gives: number, set?: number) =>
			power({ packV: 12.5, currentA: gives }, set).answers.find((a) => a.clue === 'watts')!.answer;
		assert.deepEqual(
			[4, 3.73, 4.27].map((a) => watts(a)),
			Array(3).fill('yes, just that')
		);
		assert.deepEqual(
			[3.71, 4.29].map((a) => watts(a)),
			Array(2).fill('no')
		);
		assert.equal(watts(4, 4), 'no', 'no more was set');
		assert.equal(
			power({ packV: 12.5, currentA: 4 }).sums['channel-watts'],
			'50 W at 12.50 V is 4.0 A, and 6.0 A were set.'
		);
		assert.equal(
			power({ packV: 12.5, currentA: 4 }, 3).sums['channel-watts'],
			'50 W at 12.50 V is 4.0 A, and 3.0 A was set.'
		);
	});
	test('far less than its watts give: they are not what holds it', () => {
		const impossible = (currentA: number) => power({ packV: 12.5, currentA }).impossible['channel-watts'];
		assert.equal(impossible(3.41), undefined);
		assert.equal(impossible(3.39), '50 W at 12.50 V is 4.0 A, and it gives 3.4 A.');
		assert.equal(
			power({ packV: 12.5, currentA: 3 }).sums['supply-limits'],
			'It could give 4.0 A and gives 3.0 A.'
		);
		assert.equal(power({ packV: 12.5, currentA: 3.5 }).sums['supply-limits'], undefined);
		assert.equal(power({ packV: 0 }).sums['channel-watts'], undefined, 'nothing is divided by nothing');
	});
	test('one channel shares with nobody; what does not balance has no balancing; alone nobody is unplugged', () => {
		const { impossible } = knownOf({}, {}, { balance: false });
		assert.match(impossible['shared-power'], /share no power/);
		assert.equal(impossible['balancing'], 'This program does not balance.');
		assert.equal(impossible['unplugged-in-group'], 'It is charged alone.');
		assert.equal(knownOf({}, {}, { balance: true }).impossible['balancing'], undefined);
	});
	test('how long levelling takes, what a plug makes of heat, what goes in for what comes out', () => {
		const pack = aPack({ capacityAh: 2, measuredCapacityAh: 2 });
		const { sums } = knownOf(shown({ packV: 12.6, currentA: 2, cellV: [4.1, 4.2, 4.1] }), { pack });
		// By the curve there, a little less than a volt for its whole charge: 2 Ah by 0.119.
		assert.equal(
			sums['small-balance-current'],
			'100 mV are about 228 mAh there; at 0.3 A that takes 46 min.'
		);
		assert.equal(sums['steep-end'], '100 mV are about 228 mAh there, 11 % of what it holds.');
		assert.equal(sums['hot-plug'], '200 mV at 2.0 A are 100 mΩ, 0.4 W of heat.');
		const level = knownOf(shown({ packV: 12.35, currentA: 2, cellV: [4.1, 4.104, 4.1] }), { pack }).sums;
		assert.equal(level['small-balance-current'], undefined, '5 mV are nothing to level');
		assert.equal(level['hot-plug'], undefined, '50 mV are no plug');
		const fed = knownOf(shown({ packV: 12, currentA: 2 }), {
			supply: aSupply({ voltageV: 12 }),
			charger: aCharger({ efficiency: 0.8, overheadW: 6 })
		}).sums['own-use'];
		assert.equal(fed, '24 W out need 36 W in: 3.0 A from 12.0 V.'.replace('12.0', '12.00'));
		assert.equal(knownOf(shown({}), { supply: null }).sums['own-use'], undefined);
		const lead = knownOf(
			{ ...ran({ expectedAh: 3 }), ...shown({}) },
			{ pack: leadPack(), reading: null, task: 'charge' }
		).sums;
		assert.match(lead['was-not-empty'], /3000 mAh were missing of/);
	});

	test('cells that part by much of their charge are at no steep end; by a little they may be', () => {
		const parted = (v: number[]) => knownOf(shown({ packV: 12.3, cellV: v })).impossible['steep-end'];
		assert.match(parted([4, 4.1, 4]), /100 mV are \d+ % of its charge at least/);
		assert.equal(parted([4.05, 4.08, 4.05]), undefined, '30 mV there are three or four per cent');
		const out = knownOf(shown({ packV: 10.9, cellV: [3.6, 3.7, 3.6] }), { task: 'discharge' });
		assert.equal(out.sums['steep-end'], undefined, 'while it discharges nothing of the kind is said');
	});
	test('a cell far under its limit is not over it, and one that stood above its floor was not under it', () => {
		const over = (v: number) =>
			knownOf(shown({ packV: 12, cellV: [4, v, 4] })).impossible['one-over-unbalanced'];
		assert.match(over(4.09), /highest cell shows 4\.09 V, and may have 4\.25 V/);
		assert.match(over(4.145)!, /and may have 4\.25 V/, 'a tenth of a volt, not more');
		assert.equal(over(4.16), undefined, 'a page may be off by so much');
		const { doNotChargeV } = chemistryOf('lipo').voltages;
		const under = (v: number | null) =>
			knownOf(check({ cellsV: v === null ? null : [3.8, v, 3.8], mainV: 11.4 })).impossible[
				'cell-under-floor'
			];
		assert.match(under(doNotChargeV + 0.11)!, /stood at \d\.\d\d V before/);
		assert.equal(under(doNotChargeV + 0.09), undefined);
		assert.equal(under(null), undefined, 'no page, nothing known');
	});
	test('what a screen excluded while it went on is not excluded of an end', () => {
		const all = { 'one-over-unbalanced': 'a', 'steep-end': 'b', 'shared-power': 'c' };
		assert.deepEqual(impossibleFor('cells-part', all), all);
		assert.deepEqual(impossibleFor('ends-high', all), { 'shared-power': 'c' });
		assert.deepEqual(impossibleFor('cell-falls', all), { 'shared-power': 'c' });
		assert.deepEqual(impossibleFor(null, all), all);
	});
	test('cells that add up to more than the pack agree with nothing', () => {
		const sum = (packV: number) => says('main-sum', shown({ packV, cellV: [4, 4, 4] }));
		assert.equal(sum(11.922), 'agree');
		assert.equal(sum(11.918), undefined);
	});
	test('low, part charged, nearly full: from four tenths, from 85 hundredths', () => {
		const at = (v: number) => says('was-full', {}, { reading: aReading([v, v, v], { takenAt: ago(1) }) });
		const volts = (soc: number) => Math.round(1e4 * ocvAt(chemistryOf('lipo').curve, soc)) / 1e4;
		assert.equal(at(volts(0.38)), 'low');
		assert.equal(at(volts(0.42)), 'part charged');
		assert.equal(at(volts(0.83)), 'part charged');
		assert.equal(at(volts(0.87)), 'nearly full');
	});
});
