/**
 * The everyday puzzles, for every chemistry that each touches: a bench with round figures, the
 * sum that explains it worked out by hand beside it, and what comes first after a glance (common
 * practice, no source).
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import type { Chemistry } from '../../core/chemistry/chemistry';
import { ocvAt } from '../../core/chemistry/curve';
import type { ClueId } from '../../core/diagnose/clue';
import { factsOf, type Known } from '../../core/diagnose/facts';
import type { Shown } from '../../core/diagnose/screen';
import { diagnose, type Answered } from '../../core/diagnose/infer';
import { mayGoOn } from '../../core/diagnose/may-go-on';
import type { SymptomId } from '../../core/diagnose/symptom';
import { solve } from '../../core/program/solve';
import type { TaskId } from '../../core/request/task';
import { aContext, aPack, aReading } from '../support/bench-chargers';
import { aMultiCharger } from '../support/rule-cases';

const CELLS = { lithium: 4, nickel: 6, lead: 6 } as const;
/**
 * Every pack of them: 2 Ah, half full, on 60 W up and 12 W down, at 4 A set where it may be more.
 */
const AH = 2;

interface Bench {
	chemistry: Chemistry;
	cells: number;
	/** What is known, with these shown or these written down. */
	facts: (
		side: Partial<Omit<Known, 'r' | 'settings'>>,
		own?: object,
		soc?: number,
		task?: TaskId
	) => ReturnType<typeof factsOf>;
	endV: number;
}

function benchOf(chemistry: Chemistry): Bench {
	const cells = CELLS[chemistry.family];
	const lithium = chemistry.family === 'lithium';
	const pack = aPack({
		chemistry: chemistry.id,
		cells,
		capacityAh: AH,
		measuredCapacityAh: AH,
		labelChargeRateC: lithium ? 3 : null,
		labelVoltageV: chemistry.gentlerTwin === null ? null : cells * chemistry.voltages.printedV[0],
		balanceLead: lithium
	});
	const charger = aMultiCharger({}, { powerW: 60, dischargePowerW: 12, dischargeCurrentA: 3 });
	return {
		chemistry,
		cells,
		endV: chemistry.voltages.setMaxV,
		facts: (side, own = {}, soc = 0.5, task = lithium ? 'balance' : 'charge') => {
			const v = ocvAt(chemistry.curve, soc);
			const reading = lithium
				? aReading(Array.from({ length: cells }, () => v))
				: aReading([], { cellVoltagesV: null, packVoltageV: cells * v });
			const { resolved: r, settings } = solve(aContext({ pack, charger, reading, task }));
			return factsOf({
				r,
				settings: { ...settings, currentA: 4, endVoltageV: chemistry.voltages.setMaxV, ...own },
				run: null,
				check: null,
				shown: null,
				othersRun: false,
				...side
			});
		}
	};
}
const BENCHES = CHEMISTRIES.map(benchOf);
const of = (...families: Chemistry['family'][]) =>
	BENCHES.filter(({ chemistry }) => families.includes(chemistry.family));
const onVolts = BENCHES.filter(({ chemistry }) => chemistry.endOfCharge.kind !== 'dip');

const shown = (b: Bench, packV: number, currentA: number, minutes = 20): Shown => ({
	packV,
	currentA,
	cellV: b.chemistry.family === 'lithium' ? Array.from({ length: b.cells }, () => packV / b.cells) : [],
	chargeAh: (currentA * minutes) / 60,
	minutes
});
const GLANCE: Partial<Record<ClueId, string>> = { eye: 'sound, nothing smells' };

/**
 * What comes first, and whether charge may go on, once these were answered besides what is known.
 */
function after(
	b: Bench,
	symptom: SymptomId,
	facts: ReturnType<typeof factsOf>,
	said: Partial<Record<ClueId, string>> = {}
) {
	const typed = Object.entries({ ...GLANCE, ...said }).map(([clue, answer]): Answered => ({
		clue: clue as ClueId,
		answer,
		sure: 'sure',
		from: 'person',
		detail: ''
	}));
	const told = new Set(typed.map((a) => a.clue));
	const answers = [...typed, ...facts.answers.filter((a) => !told.has(a.clue))];
	const d = diagnose({
		symptom,
		family: b.chemistry.family,
		answers,
		impossible: facts.impossible,
		fits: facts.fits,
		confirmed: {}
	});
	return { first: d.causes[0].cause.id, action: d.actions[0].action, may: mayGoOn(d, answers).may, d };
}
const name = ({ chemistry }: Bench) => chemistry.id;

describe('everyday puzzles', () => {
	test('less current than was set: 60 W at 12 V a pack of 15 V is 4 A, at 20 V 3 A, whatever the chemistry', () => {
		for (const b of BENCHES) {
			const volts = 1.02 * b.cells * ocvAt(b.chemistry.curve, 0.5);
			const amps = 60 / volts;
			const facts = b.facts({ shown: shown(b, volts, amps, 5) }, { currentA: 2 * amps });
			assert.equal(
				facts.sums['channel-watts'],
				`60 W at ${volts.toFixed(2)} V is ${amps.toFixed(1)} A, and ${(2 * amps).toFixed(1)} A were set.`
			);
			// Where no cells are shown, only a hand at the plug tells that it is not that.
			const { first, may } = after(b, 'less-current', facts, { 'plug-warm': 'as the pack' });
			assert.deepEqual([name(b), first, may], [name(b), 'channel-watts', 'yes']);
		}
	});

	test('so few mAh: at nine tenths a fifth of an amp-hour is all that was missing of two', () => {
		for (const b of onVolts) {
			const run = {
				endReason: 'full',
				durationS: 1500,
				chargeAh: 0.2,
				expectedAh: 0.2,
				status: 'ended'
			} as const;
			const full = shown(b, b.cells * b.endV, 0.2, 25);
			const facts = b.facts({ run, shown: { ...full, chargeAh: 0.2 } }, {}, 0.9);
			assert.match(
				facts.sums['was-not-empty'],
				/^At about (6\d|7\d|8\d|9\d) % at the start, 200 mAh were missing of 2000 mAh\.$/,
				name(b)
			);
			const { first, action } = after(b, 'few-mah', facts, { 'rest-after': 'stay near the end' });
			assert.deepEqual([name(b), first, action], [name(b), 'was-not-empty', 'go on']);
		}
	});

	test('takes so long: the volts stand at their end and the current falls', () => {
		for (const b of onVolts) {
			const facts = b.facts({ shown: shown(b, b.cells * b.endV, 0.4, 50) }, { balance: false });
			assert.equal(
				facts.sums.taper,
				`${(b.cells * b.endV).toFixed(2)} V of ${(b.cells * b.endV).toFixed(2)} V: from there on the current falls.`
			);
			const { action } = after(b, 'goes-on', facts, { resistance: 'as ever', 'charger-meter': 'agree' });
			assert.deepEqual([name(b), action], [name(b), 'go on']);
		}
	});

	test('stopped early: cut at 30 min where 90 were keyed, at 1.0 Ah where 2.4 were', () => {
		for (const b of BENCHES) {
			const at = (run: Partial<NonNullable<Known['run']>>) => {
				const whole = {
					endReason: 'timer',
					durationS: 1800,
					chargeAh: 0.4,
					expectedAh: 1,
					status: 'ended',
					...run
				} as const;
				const facts = b.facts({ run: whole }, { safetyTimerMin: 90, capacityLimitAh: 2.4 });
				return {
					...after(b, 'stopped-at-limit', facts),
					held: facts.answers.find((a) => a.clue === 'held')!.detail
				};
			};
			const timer = at({});
			assert.deepEqual(
				[name(b), timer.first, timer.held],
				[name(b), 'limit-held', 'cut at 30 min, keyed 90']
			);
			const mah = at({ endReason: 'capacity limit', chargeAh: 1 });
			assert.deepEqual(
				[name(b), mah.first, mah.held],
				[name(b), 'limit-held', 'cut at 1000 mAh, keyed 2400 mAh']
			);
		}
	});

	test('not quite full: within the 10 mV a cell that the charger is exact to', () => {
		for (const b of of('lithium')) {
			const facts = b.facts({ shown: shown(b, b.cells * (b.endV - 0.008), 0.1, 70) });
			assert.equal(facts.sums['ended-a-little-low'], 'The charger is exact to 10 mV a cell.');
			const { action, may } = after(b, 'not-quite', facts, {
				'charger-meter': 'agree',
				label: 'as set',
				'meter-taps': 'level',
				'other-pack': 'works well'
			});
			assert.deepEqual([name(b), action, may], [name(b), 'go on', 'yes']);
		}
	});

	test('the current jumps about: it levels the cells near their end', () => {
		for (const b of of('lithium')) {
			const facts = b.facts({ shown: shown(b, b.cells * b.endV, 0.5, 50) }, { balance: true });
			assert.deepEqual([name(b), after(b, 'jumps', facts).first], [name(b), 'balancing']);
			const off = b.facts({ shown: shown(b, b.cells * b.endV, 0.5, 50) }, { balance: false });
			assert.equal(off.impossible.balancing, 'This program does not balance.');
			assert.notEqual(after(b, 'jumps', off).first, 'balancing');
		}
	});

	test('discharges so slowly: 12 W divided by its volts', () => {
		for (const b of BENCHES) {
			const volts = 0.97 * b.cells * ocvAt(b.chemistry.curve, 0.6);
			const amps = 12 / volts;
			const facts = b.facts(
				{ shown: { ...shown(b, volts, amps), chargeAh: amps / 3 } },
				{ dischargeA: 2 },
				0.9,
				'discharge'
			);
			assert.equal(
				facts.sums['discharge-watts'],
				`12 W at ${volts.toFixed(2)} V is ${amps.toFixed(1)} A, and 2.0 A were set.`
			);
			const { first, may } = after(b, 'discharge-slow', facts);
			assert.deepEqual([name(b), first, may], [name(b), 'discharge-watts', 'yes']);
		}
	});

	test('the charger restarts: its supply sags, and holds with half the amps', () => {
		for (const b of BENCHES) {
			const facts = b.facts({ shown: shown(b, b.cells * ocvAt(b.chemistry.curve, 0.5), 4, 1) });
			const { action } = after(b, 'restarts', facts, {
				input: 'sagging under load',
				'fewer-amps': 'it holds'
			});
			assert.deepEqual([name(b), action], [name(b), 'help supply']);
		}
	});

	test('cells drift apart: forty charges without balance', () => {
		for (const b of of('lithium')) {
			const facts = b.facts({});
			const { first } = after(b, 'drift-apart', facts, {
				balanced: 'long ago, or never',
				'hour-later': 'level',
				resistance: 'as ever'
			});
			assert.deepEqual([name(b), first], [name(b), 'rarely-balanced']);
		}
	});

	test('nickel ends after minutes: little went in, cool, the volts as low as before', () => {
		for (const b of of('nickel')) {
			const run = {
				endReason: 'full',
				durationS: 240,
				chargeAh: 0.1,
				expectedAh: 1,
				status: 'ended'
			} as const;
			const facts = b.facts({ run }, {}, 0.3);
			assert.equal(facts.answers.find((a) => a.clue === 'charge-share')!.detail, '100 mAh of about 1000 mAh');
			const { first, may } = after(b, 'nickel-early', facts, {
				'pack-warm': 'cool',
				'rest-after': 'low as before'
			});
			assert.deepEqual([name(b), first, may], [name(b), 'false-dip', 'yes']);
		}
	});

	test('settings changed, full on an empty pack, the model cuts out early, charger and meter disagree', () => {
		for (const b of BENCHES) {
			const facts = b.facts({});
			const first = (symptom: SymptomId, said: Partial<Record<ClueId, string>>) =>
				after(b, symptom, facts, said).first;
			assert.equal(
				first('settings-changed', { held: 'other values', label: 'as set' }),
				'keeps-own-values',
				name(b)
			);
			assert.equal(
				first('full-on-empty', { held: 'a limit or cap at just that figure', 'charge-share': 'little' }),
				'limit-held',
				name(b)
			);
			const early = first('cuts-early', {
				resistance: 'all higher',
				'pack-age': 'old or much used',
				'capacity-check': 'much less'
			});
			assert.ok(['worn', 'all-resistance'].includes(early), `${name(b)} ${early}`);
			assert.equal(
				first('disagree', { 'charger-meter': 'charger reads higher', 'other-pack': 'same trouble' }),
				'charger-high',
				name(b)
			);
			assert.equal(
				first('disagree', { 'charger-meter': 'charger reads lower', 'other-pack': 'same trouble' }),
				'charger-off',
				name(b)
			);
			assert.equal(
				after(b, 'disagree', facts, { 'charger-meter': 'agree', 'other-pack': 'works well' }).action,
				'go on',
				name(b)
			);
		}
	});
});
