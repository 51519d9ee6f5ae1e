/**
 * The card says what this charger asks, in its order and its own units, and what to do where it
 * has no such program.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aReading, held } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import type { ProgramContext } from '../request/context';
import { keyInCard } from './key-in';
import { solve } from '../program/solve';

const cardOf = (change: Partial<ProgramContext>) => keyInCard(solve(aContext(change)));
const valueOf = (card: ReturnType<typeof keyInCard>, what: string) =>
	card.then.find((l) => l.what === what)?.value;

describe('what a charger asks', () => {
	test('a nickel card asks for the dip and not for an end of charge', () => {
		const card = cardOf({
			pack: nimhPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.4 }),
			charger: aMultiCharger({ asks: ['chemistry', 'currentA', 'endVoltageV', 'deltaV', 'trickleA'] }),
			task: 'charge'
		});
		assert.deepEqual(
			card.then.map((l) => [l.what, l.value]),
			[
				['Chemistry', 'NiMH'],
				['Current', '1.2 A'],
				['Dip (−ΔV)', '5 mV/cell'],
				['Trickle', 'off']
			]
		);
	});

	test('trickle on lithium is answered with off, also where the charger asks last', () => {
		const card = cardOf({ charger: aMultiCharger({ asks: ['currentA'] }, { asksTrickle: true }) });
		assert.equal(valueOf(card, 'Trickle'), 'off');
		assert.match(card.then.at(-1)!.remark, /never on LiPo/);
	});

	test('the capacity is keyed with what the charger makes of it', () => {
		const at = (capacityKeyed: string) =>
			cardOf({ charger: aMultiCharger({ asks: ['capacity'], capacityKeyed }) }).then[0];
		assert.equal(at('a title only').value, '2600 mAh');
		assert.match(at('a title only').remark, /only a title/);
		assert.match(at('sets the current').remark, /sets the current/);
	});

	test('storage may be asked in per cent: 3.80 V of LiPo is about 45 %', () => {
		const volts = cardOf({ charger: aMultiCharger({ asks: ['endVoltageV'] }), task: 'storage' });
		assert.equal(valueOf(volts, 'Storage voltage'), '3.80 V/cell');
		const percent = cardOf({
			charger: aMultiCharger({ asks: ['endVoltageV'] }, { storageInPercent: true }),
			task: 'storage'
		});
		assert.equal(valueOf(percent, 'Storage'), '45 %');
	});
});

describe('what must be changed first, and put back', () => {
	const charger = aMultiCharger({
		asks: ['currentA'],
		held: [
			held({ kind: 'trickleA', heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01 }),
			held({ kind: 'dischargeEndV', heldValue: 3.8, min: 2.5, max: 3.9, step: 0.1, scope: 'slot' }),
			held({ kind: 'nominalV', heldValue: 3.6, min: 3.3, max: 3.8, step: 0.1 }),
			held({ kind: 'checkTimeMin', heldValue: 10 }),
			held({ kind: 'rateCapC', heldValue: 2 })
		]
	});

	test('a held trickle goes off and the family is set; what the program does not mind is left', () => {
		const card = cardOf({ charger });
		assert.deepEqual(
			card.first.map((l) => [l.what, l.value]),
			[
				['Trickle', 'off'],
				['Nominal-voltage family', '3.7 V']
			]
		);
		assert.deepEqual(
			card.putBack.map((l) => l.value),
			['100 mA', '3.6 V']
		);
	});

	test('what cannot be changed there, or is asked anyway, is no line of its own', () => {
		const trickle = (change: object, asks: string[] = ['currentA']) =>
			cardOf({
				charger: aMultiCharger({
					asks,
					held: [held({ kind: 'trickleA', heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01, ...change })]
				})
			}).first.map((l) => l.what);
		assert.deepEqual(trickle({}), ['Trickle']);
		assert.deepEqual(trickle({ fixed: true }), []);
		assert.deepEqual(trickle({}, ['currentA', 'trickleA']), []);
		const nominal = (heldValue: number) =>
			cardOf({
				charger: aMultiCharger({
					asks: ['currentA'],
					held: [held({ kind: 'nominalV', heldValue, min: 3.3, max: 3.8, step: 0.1 })]
				})
			}).first.length;
		assert.deepEqual([nominal(3.6), nominal(3.7)], [1, 0], 'what is right already stays');
	});

	test('a storage run downward leaves the end of discharge alone', () => {
		const card = cardOf({ charger, task: 'storage', reading: aReading([4.1, 4.1, 4.1]) });
		assert.ok(!card.first.some((l) => l.what === 'End of discharge'));
	});

	test('a discharge sets its own end; what belongs to a slot need not be put back', () => {
		const card = cardOf({ charger, task: 'discharge', reading: aReading([4.1, 4.1, 4.1]) });
		assert.ok(card.first.some((l) => l.what === 'End of discharge' && l.value === '3.3 V/cell'));
		assert.ok(!card.putBack.some((l) => l.what === 'End of discharge'));
	});
});

test('a charger may keep one value per program: the one of this task is changed, not another’s', () => {
	const charger = aMultiCharger({
		asks: ['currentA'],
		held: [
			held({ kind: 'safetyTimerMin', heldValue: 9, task: 'storage' }),
			held({ kind: 'safetyTimerMin', heldValue: 300 })
		]
	});
	const remark = (task: 'storage' | 'balance') => cardOf({ charger, task }).first[0].remark;
	assert.match(remark('storage'), /holds 9 min/);
	assert.match(remark('balance'), /holds 300 min/);
});

describe('a program that the charger has not', () => {
	const plain = (tasks: string[]) => aMultiCharger({ asks: ['task'] }, { tasks });

	test('a cycle is a discharge, a rest and a charge, each with its settings', () => {
		const card = cardOf({ charger: plain(['balance', 'discharge']), task: 'cycle' });
		assert.deepEqual(
			card.steps.map((s) => s.name),
			['Discharge', 'Rest', 'Balance charge']
		);
		assert.match(card.steps[0].how, /0.5 A down to 3.30 V\/cell/);
		assert.match(card.steps[2].how, /2.6 A to 4.20 V\/cell/);
		assert.deepEqual(card.then, [], 'each step has its own program: none is asked for all of them');
	});

	test('storage upward is a charge that is stopped by hand; downward a discharge', () => {
		const at = (v: number) =>
			cardOf({ charger: plain(['charge', 'discharge']), task: 'storage', reading: aReading([v, v, v]) })
				.steps;
		assert.match(at(3.6)[0].how, /stop it by hand when a cell reaches 3.80/);
		assert.equal(at(4.1)[0].task, 'discharge');
	});

	test('a recovery is a charge with its timer and limit, and an hour of rest', () => {
		const steps = cardOf({
			charger: plain(['charge']),
			task: 'recover',
			reading: aReading([2.9, 3.1, 3.1])
		}).steps;
		assert.match(steps[0].how, /timer 30 min, limit 100 mAh/);
		assert.match(steps[1].how, /one hour/);
	});

	test('with a program of its own there are no steps', () => {
		assert.deepEqual(cardOf({ charger: plain(['cycle']), task: 'cycle' }).steps, []);
	});
});

test('a card warns of what the charger does by itself', () => {
	const words = (change: Record<string, unknown>) =>
		cardOf({ charger: aMultiCharger(change) }).beware.join(' ');
	assert.match(words({ atCheck: 'starts by itself' }), /starts by itself/);
	assert.match(words({ atCheck: 'cancels by itself' }), /cancels/);
	assert.match(words({ forgetsAtRestart: true }), /loses power/);
	assert.equal(words({ held: [] }), '');
	assert.match(cardOf({ charger: aMultiCharger(), task: 'fast' }).beware[0], /leaves out/);
});

test('a lead card gives the compensated end', () => {
	const card = cardOf({
		pack: leadPack(),
		reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.2, temperatureDegC: 15 }),
		charger: aMultiCharger({ asks: ['endVoltageV'] }),
		task: 'charge'
	});
	assert.equal(valueOf(card, 'End of charge'), '2.44 V/cell');
});

describe('what is put back says who needs it', () => {
	const charger = aMultiCharger({
		asks: ['currentA'],
		held: [held({ kind: 'safetyTimerMin', heldValue: 30 })]
	});
	const kept = (pack: string, safetyTimerMin: number) => ({
		pack,
		channelId: 'ch1',
		settings: { ...solve(aContext()).settings, safetyTimerMin }
	});
	const remark = (keptHere: ReturnType<typeof kept>[]) =>
		cardOf({ charger, around: { keptHere } }).putBack.find((l) => l.what === 'Safety timer')!.remark;

	test('the packs whose kept programs were made with it, by name', () => {
		assert.equal(remark([kept('Gull', 30), kept('Tern', 90)]), 'Gull relies on it, by what is kept');
		assert.equal(
			remark([kept('Gull', 30), kept('Tern', 30), kept('Tern', 30)]),
			'Gull and Tern rely on it, by what is kept'
		);
	});

	test('nobody, or nobody known: a value that is no guard', () => {
		const bench = aMultiCharger({
			held: [held({ kind: 'endVoltageV', heldValue: 4.1, min: 3.4, max: 4.4, step: 0.01 })]
		});
		const end = (keptHere: ReturnType<typeof kept>[]) =>
			cardOf({ charger: bench, around: { keptHere } }).putBack.find((l) => l.what === 'End of charge')!
				.remark;
		assert.equal(end([kept('Tern', 90)]), 'if other packs rely on it; no kept program does');
		assert.equal(end([]), 'if other packs rely on it');
	});

	test('what is keyed for the next runs too stays, unless a kept program relies on the value before', () => {
		for (const keptHere of [[], [kept('Tern', 90)]]) {
			const { first, putBack } = cardOf({ charger, around: { keptHere } });
			assert.equal(first.find((l) => l.what === 'Safety timer')!.held!.stays, true);
			assert.ok(!putBack.some((l) => l.what === 'Safety timer'));
		}
		const { first } = cardOf({ charger, around: { keptHere: [kept('Gull', 30)] } });
		assert.equal(first.find((l) => l.what === 'Safety timer')!.held!.stays, false);
	});

	test('what was never read off the charger is keyed whatever it is, said to be unknown, and not put back', () => {
		const whole = solve(aContext({ charger })).settings.safetyTimerMin!;
		const unknown = aMultiCharger({
			held: [held({ kind: 'safetyTimerMin', heldValue: whole, known: false })]
		});
		const card = cardOf({ charger: unknown, around: { keptHere: [kept('Gull', whole)] } });
		const line = card.first.find((l) => l.what === 'Safety timer')!;
		assert.match(line.remark, /^what it holds is not known, for the whole charger; /);
		assert.deepEqual([line.held!.known, line.held!.stays], [false, true]);
		assert.deepEqual(card.putBack, []);
		const fixed = aMultiCharger({
			held: [held({ kind: 'safetyTimerMin', heldValue: 120, known: false, fixed: true })]
		});
		assert.deepEqual(cardOf({ charger: fixed }).first, [], 'what cannot be changed is known');
	});
});

test('an end of charge that the charger holds is changed first, and put back; a storage run leaves it', () => {
	const bench = aMultiCharger({
		asks: ['chemistry', 'task', 'cells', 'currentA'],
		held: [
			held({ kind: 'endVoltageV', heldValue: 4.1, min: 3.4, max: 4.4, step: 0.01 }),
			held({ kind: 'endVoltageV', chemistry: 'life', heldValue: 3.5, min: 3.4, max: 4.4, step: 0.01 })
		]
	});
	const card = keyInCard(solve(aContext({ charger: bench })));
	assert.deepEqual(card.first, [
		{
			what: 'End of charge',
			value: '4.2 V/cell',
			remark: 'holds 4.1 V/cell, for the whole charger',
			held: {
				...{ kind: 'endVoltageV', channelId: null, task: null, chemistry: null, before: 4.1, value: 4.2 },
				...{ known: true, stays: false }
			}
		}
	]);
	assert.equal(card.putBack[0].value, '4.1 V/cell');
	const away = aContext({ charger: bench, task: 'storage', reading: aReading([4.1, 4.1, 4.1]) });
	assert.deepEqual(keyInCard(solve(away)).first, []);
});

test('what is left as the charger is believed to hold it is to be seen there', () => {
	const charger = aMultiCharger({
		asks: ['currentA'],
		held: [
			held({ kind: 'safetyTimerMin', heldValue: 100 }),
			held({ kind: 'capacityLimitAh', heldValue: 2.9, min: 0.1, max: 50, step: 0.01 })
		]
	});
	const left = /Left as it stands: safety timer 100 min, capacity limit 2900 mAh\. See that/;
	assert.match(cardOf({ charger }).beware.join(' '), left);
	const asksBoth = { ...charger, asks: ['safetyTimerMin', 'capacityLimitAh'] as typeof charger.asks };
	assert.doesNotMatch(cardOf({ charger: asksBoth }).beware.join(' '), /Left as it stands/);
});
