/** Every rule has a case where it fires and a near miss where it does not. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, aReading, aSupply, held } from '../../../tests/support/bench-chargers';
import {
	aMultiCharger,
	leadPack,
	nimhPack,
	CASES_OF_EVERY_CHEMISTRY,
	type Case,
	type Scene
} from '../../../tests/support/rule-cases';
import { InventorySchema } from '../../charger/inventory-schema';
import { asWritten, line } from '../../../tests/support/golden';
import { solve } from '../solve';
import { RULES } from './index';

const flat = (cells: number, v: number) => aReading(Array.from({ length: cells }, () => v));
const CASES: Record<string, Case> = {
	...CASES_OF_EVERY_CHEMISTRY,
	'pack-not-in-service': {
		fires: { pack: aPack({ condition: 'swollen' }) },
		misses: { pack: aPack({ condition: 'in service' }) },
		severity: 'stop',
		says: 'swollen'
	},
	'cell-over-limit': {
		fires: { reading: aReading([4.19, 4.251, 4.19]) },
		misses: { reading: aReading([4.19, 4.25, 4.19]) },
		severity: 'stop',
		says: 'Cell 2 reads 4.251 V'
	},
	'cell-under-floor': {
		fires: { reading: aReading([3.4, 3.4, 2.49]) },
		misses: { reading: aReading([3.4, 3.4, 2.5]) },
		severity: 'stop',
		says: 'Cell 3 reads 2.49 V'
	},
	'cell-needs-recovery': {
		fires: { reading: aReading([3.1, 2.99, 3.1]) },
		misses: { reading: aReading([3.1, 3.0, 3.1]) },
		severity: 'stop',
		says: 'Cell 2 rests at 2.99 V'
	},
	'end-voltage-above-chemistry': {
		fires: { set: { endVoltageV: 4.21 } },
		misses: { set: { endVoltageV: 4.2 } },
		severity: 'stop',
		says: '4.21 V/cell'
	},
	'end-voltage-inexact-charger': {
		fires: { charger: aCharger({}, { voltageAccuracyV: 0.06 }), set: { endVoltageV: 4.2 } },
		misses: { charger: aCharger({}, { voltageAccuracyV: 0.05 }), set: { endVoltageV: 4.2 } },
		severity: 'stop',
		says: '4.260 V'
	},
	'end-voltage-not-offered': {
		fires: { charger: aCharger({}, { endVoltageStepV: 0.05 }), set: { endVoltageV: 4.18 } },
		misses: { charger: aCharger({}, { endVoltageStepV: 0.05 }), set: { endVoltageV: 4.15 } },
		severity: 'stop',
		says: 'not on the 0.05 V step'
	},
	'chemistry-not-on-channel': {
		fires: { charger: aCharger({}, { chemistries: [{ chemistry: 'lipo', minCells: 1, maxCells: 2 }] }) },
		misses: { charger: aCharger({}, { chemistries: [{ chemistry: 'lipo', minCells: 1, maxCells: 3 }] }) },
		severity: 'stop',
		says: '1S to 2S'
	},
	'cells-set-differ': {
		fires: { set: { cells: 4 } },
		misses: { set: { cells: 3 } },
		severity: 'stop',
		says: '16.8 V instead of 12.6 V'
	},
	'reading-contradicts-cells': {
		fires: { reading: flat(4, 3.8) },
		misses: { reading: flat(3, 3.8) },
		severity: 'stop',
		says: '4 cells'
	},
	'label-volts-contradict': {
		fires: { pack: aPack({ labelVoltageV: 11.4 }) },
		misses: { pack: aPack({ labelVoltageV: 11.1 }) },
		severity: 'check',
		says: '11.4 V on 3S is what LiHV prints'
	},
	'label-says-gentler-chemistry': {
		fires: {
			pack: aPack({ chemistry: 'lihv', labelVoltageV: 11.1 }),
			charger: aCharger({}, { chemistries: [{ chemistry: 'lihv', minCells: 1, maxCells: 6 }] })
		},
		misses: {
			pack: aPack({ chemistry: 'lihv', labelVoltageV: 11.4 }),
			charger: aCharger({}, { chemistries: [{ chemistry: 'lihv', minCells: 1, maxCells: 6 }] })
		},
		severity: 'stop',
		says: 'means LiPo, which is never set above 4.20 V'
	},
	'current-above-channel': {
		fires: { pack: aPack({ capacityAh: 20 }), set: { currentA: 12.1 } },
		misses: { pack: aPack({ capacityAh: 20 }), set: { currentA: 12 } },
		severity: 'stop',
		says: '12.1 A cannot be keyed'
	},
	'current-above-pack': {
		fires: { pack: aPack({ labelChargeRateC: 2 }), set: { currentA: 5.3 } },
		misses: { pack: aPack({ labelChargeRateC: 2 }), set: { currentA: 5.2 } },
		severity: 'stop',
		says: '5.2 A'
	},
	'current-above-purpose': {
		fires: { set: { currentA: 2.7 } },
		misses: { set: { currentA: 2.6 } },
		severity: 'check',
		says: '2.7 A'
	},
	'current-falls': {
		fires: { pack: aPack({ capacityAh: 10 }), charger: aCharger({}, { powerW: 80 }), set: { currentA: 6.5 } },
		misses: {
			pack: aPack({ capacityAh: 10 }),
			charger: aCharger({}, { powerW: 80 }),
			set: { currentA: 6.3 }
		},
		severity: 'note',
		says: 'fall to 6.3 A'
	},
	'current-off-step': {
		fires: { set: { currentA: 2.55 } },
		misses: { set: { currentA: 2.5 } },
		severity: 'check',
		says: 'keyed as 2.5 A'
	},
	'connector-too-small': {
		fires: { pack: aPack({ connectorId: 'signal-2', capacityAh: 5 }), set: { currentA: 3.1 } },
		misses: { pack: aPack({ connectorId: 'signal-2', capacityAh: 5 }), set: { currentA: 3 } },
		severity: 'stop',
		says: '3.1 A would heat it'
	},
	'timer-too-short': {
		fires: { set: { safetyTimerMin: 40 } },
		misses: { set: { safetyTimerMin: 110 } },
		severity: 'stop',
		says: /Stops at 40 min/
	},
	'timer-protects-nothing': {
		fires: { set: { safetyTimerMin: 300 } },
		misses: { set: { safetyTimerMin: 120 } },
		severity: 'check',
		says: '300 min'
	},
	'capacity-limit-too-low': {
		fires: { set: { capacityLimitAh: 2 } },
		misses: { set: { capacityLimitAh: 2.9 } },
		severity: 'stop',
		says: '2000 mAh'
	},
	'capacity-limit-protects-nothing': {
		fires: { set: { capacityLimitAh: 3.01 } },
		misses: { set: { capacityLimitAh: 3.0 } },
		severity: 'check',
		says: 'more than 2990 mAh'
	},
	'held-value-would-cut': {
		fires: {
			charger: aCharger({
				held: [held({ kind: 'capacityLimitAh', heldValue: 2, min: 0.1, max: 50, step: 0.01 })]
			})
		},
		misses: {
			charger: aCharger({
				held: [held({ kind: 'capacityLimitAh', heldValue: 3, min: 0.1, max: 50, step: 0.01 })]
			})
		},
		severity: 'check',
		says: '2000 mAh'
	},
	'held-value-differs': {
		fires: { charger: aCharger({ held: [held({ kind: 'temperatureLimitDegC', heldValue: 60, max: 80 })] }) },
		misses: { charger: aCharger({ held: [held({ kind: 'temperatureLimitDegC', heldValue: 45, max: 80 })] }) },
		severity: 'note',
		says: '60 °C'
	},
	'rate-cap-lowers': {
		fires: {
			charger: aCharger({ held: [held({ kind: 'rateCapC', heldValue: 2, step: 0.5 })] }),
			set: { currentA: 5.3 }
		},
		misses: {
			charger: aCharger({ held: [held({ kind: 'rateCapC', heldValue: 2, step: 0.5 })] }),
			set: { currentA: 5.2 }
		},
		severity: 'check',
		says: '5.2 A'
	},
	'pack-cold': {
		fires: { reading: { ...flat(3, 3.7), temperatureDegC: 4.4 } },
		misses: { reading: { ...flat(3, 3.7), temperatureDegC: 10 } },
		severity: 'stop',
		says: '4 °C'
	},
	'pack-hot': {
		fires: { reading: { ...flat(3, 3.7), temperatureDegC: 41 } },
		misses: { reading: { ...flat(3, 3.7), temperatureDegC: 40 } },
		severity: 'stop',
		says: '41 °C'
	},
	'forecast-too-hot': {
		fires: {
			reading: { ...flat(3, 3.5), temperatureDegC: 38, cellResistancesOhm: [0.05, 0.05, 0.05] },
			ambientDegC: 38,
			purpose: 'hurry'
		},
		misses: { reading: { ...flat(3, 3.5), temperatureDegC: 25 }, ambientDegC: 25, purpose: 'hurry' },
		severity: 'check',
		says: '45 °C'
	},
	'forecast-cell-over-limit': {
		fires: {
			task: 'charge',
			pack: aPack({ balanceLead: false }),
			reading: aReading([3.7, 3.86, 3.7]),
			set: { endVoltageV: 4.2 }
		},
		misses: {
			task: 'charge',
			pack: aPack({ balanceLead: true }),
			reading: aReading([3.7, 3.86, 3.7]),
			set: { endVoltageV: 4.2 }
		},
		severity: 'stop',
		says: 'only the sum'
	},
	'no-label-rate': {
		fires: { pack: aPack({ labelChargeRateC: null }) },
		misses: { pack: aPack({ labelChargeRateC: 1 }) },
		severity: 'note',
		says: '1C'
	},
	'no-reading': {
		fires: { reading: null },
		misses: { reading: flat(3, 3.7) },
		severity: 'check',
		says: 'Nobody has measured'
	},
	'reading-old': {
		fires: { reading: aReading([3.7, 3.7, 3.7], { takenAt: '2026-05-01T17:00:00.000Z' }) },
		misses: { reading: aReading([3.7, 3.7, 3.7], { takenAt: '2026-05-01T18:30:00.000Z' }) },
		severity: 'check',
		says: '25 h'
	},
	'reading-not-rested': {
		fires: { reading: aReading([3.7, 3.7, 3.7], { state: 'just used' }) },
		misses: { reading: aReading([3.7, 3.7, 3.7], { state: 'rest' }) },
		severity: 'note',
		says: 'just after use'
	},
	'spread-large': {
		fires: { reading: aReading([3.75, 3.69, 3.75]) },
		misses: { reading: aReading([3.75, 3.7, 3.75]) },
		severity: 'check',
		says: '60 mV apart, cell 2'
	},
	'balance-missing': {
		fires: { task: 'charge' },
		misses: { task: 'charge', pack: aPack({ cells: 1 }), reading: flat(1, 3.7) },
		severity: 'check',
		says: 'balance is off'
	},
	'balance-impossible': {
		fires: { pack: aPack({ cells: 1 }), reading: flat(1, 3.7), set: { balance: true } },
		misses: { pack: aPack({ cells: 2 }), reading: flat(2, 3.7), set: { balance: true } },
		severity: 'stop',
		says: 'nothing to balance'
	},
	'supply-outside-input': {
		fires: { supply: aSupply({ voltageV: 241 }) },
		misses: { supply: aSupply({ voltageV: 240 }) },
		severity: 'stop',
		says: 'Do not plug it in'
	},
	'supply-too-weak': {
		fires: { supply: aSupply({ powerW: 40 }), set: { currentA: 2.6 } },
		misses: { supply: aSupply({ powerW: 60 }), set: { currentA: 2.6 } },
		severity: 'stop',
		says: 'sags or trips'
	},
	'no-power-left': {
		fires: { charger: aCharger({ sharedPowerW: 240 }, { minCurrentA: 0.5 }), othersOutputW: 234 },
		misses: { charger: aCharger({ sharedPowerW: 240 }, { minCurrentA: 0.5 }), othersOutputW: 233 },
		severity: 'stop',
		says: 'below 0.5 A'
	},
	'too-slow': {
		fires: { pack: aPack({ capacityAh: 6.5 }), set: { currentA: 0.1 } },
		misses: { pack: aPack({ capacityAh: 5.5 }), set: { currentA: 0.1 } },
		severity: 'stop',
		says: 'stronger channel'
	},
	'already-full': {
		fires: { reading: flat(3, 4.19) },
		misses: { reading: flat(3, 4.16) },
		severity: 'note',
		says: '99 %'
	},
	'no-probe': {
		fires: { charger: aCharger({}, { hasProbe: false }) },
		misses: { charger: aCharger({}, { hasProbe: true }) },
		severity: 'note',
		says: 'touch the pack'
	},
	'capacity-slip': {
		fires: { pack: aPack({ capacityAh: 0.014, cells: 1 }), reading: flat(1, 3.7) },
		misses: { pack: aPack({ capacityAh: 0.05, cells: 1 }), reading: flat(1, 3.7) },
		severity: 'check',
		says: 'Was 14000 mAh meant?'
	},
	'shared-power-in-use': {
		fires: {
			pack: aPack({ cells: 4, capacityAh: 8 }),
			reading: flat(4, 3.7),
			charger: aCharger({ sharedPowerW: 240 }),
			othersOutputW: 150
		},
		misses: {
			pack: aPack({ cells: 4, capacityAh: 3 }),
			reading: flat(4, 3.7),
			charger: aCharger({ sharedPowerW: 240 }),
			othersOutputW: 150
		},
		severity: 'note',
		says: '150 W of 240 W'
	}
};

const run = ({ set, ...context }: Scene) => solve(aContext(context), set).findings;

test('every rule of the catalogue has a case here, and ids are unique', () => {
	assert.deepEqual(RULES.map((r) => r.id).sort(), Object.keys(CASES).sort());
});

for (const [id, { fires, misses, severity, says }] of Object.entries(CASES))
	test(`${id} fires, and does not in a near miss`, () => {
		const finding = run(fires).find((f) => f.rule === id);
		assert.ok(finding, `did not fire; found ${run(fires).map((f) => f.rule)}`);
		assert.equal(finding.severity, severity);
		assert.match(
			finding.sentence,
			typeof says === 'string' ? new RegExp(says.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')) : says
		);
		assert.ok(finding.source.length > 0);
		const missed = run(misses).find((f) => f.rule === id);
		assert.equal(missed, undefined, missed?.sentence);
	});

test('every sentence, its fix and its source are as written down', () => {
	asWritten(
		'rules',
		Object.entries(CASES).map(([id, { fires }]) => {
			const { rule, ...finding } = run(fires).find((f) => f.rule === id)!;
			return `${rule}: ${line(finding)}`;
		})
	);
});

test('a fix that sets something removes the finding it belongs to, or leaves a note of it', () => {
	for (const [id, { fires }] of Object.entries(CASES)) {
		const { set, ...context } = fires;
		const finding = run(fires).find((f) => f.rule === id);
		if (finding?.fix?.kind !== 'set') continue;
		const after = solve(aContext(context), { ...set, ...finding.fix.set }).findings;
		const still = after.find((f) => f.rule === id);
		assert.ok(!still || still.severity === 'note', `${id}: the fix leaves it standing`);
	}
});

test('a charger whose timer ends before the run: what may be started again goes in stages, a cycle is offered without it', () => {
	const short = (max: number, canBeOff = true) =>
		aMultiCharger(
			{ held: [held({ kind: 'safetyTimerMin', heldValue: max, max, canBeOff })] },
			{ dischargePowerW: 60 }
		);
	const found = (scene: Scene) =>
		run({ reading: flat(3, 3.65), ...scene }).find((f) => f.rule === 'timer-too-short')!;
	assert.equal(found({ charger: short(25) }).severity, 'check', 'three stages');
	assert.equal(found({ charger: short(50) }).severity, 'note');
	assert.match(found({ charger: short(50) }).sentence, /in stages\. Started again with what is then read/);
	const cycle = found({ charger: short(60), task: 'cycle' });
	assert.equal(cycle.severity, 'stop');
	assert.deepEqual(cycle.fix?.kind === 'set' && cycle.fix.set, { safetyTimerMin: null });
	assert.equal(found({ charger: short(60, false), task: 'cycle' }).fix, null);
	const keyed = found({ charger: short(66), set: { safetyTimerMin: 20 } });
	assert.equal(keyed.severity, 'stop', 'less than it could be is a slip');
});

test('where the capacity limit is what ends the run it cannot be off: half full by charge, and a recovery', () => {
	const found = (scene: Scene) =>
		run({ ...scene, set: { capacityLimitAh: null } }).find(
			(f) => f.rule === 'capacity-limit-protects-nothing'
		)!;
	const life = aPack({ chemistry: 'life', labelVoltageV: null });
	const charger = aMultiCharger();
	const half = found({ pack: life, reading: flat(3, 3.2), charger, task: 'storage' });
	assert.equal(half.severity, 'stop');
	assert.equal(half.fix?.kind, 'set');
	assert.equal(found({ charger, reading: flat(3, 2.9), task: 'recover' }).severity, 'stop');
	assert.equal(found({ charger, reading: flat(3, 3.5), task: 'storage' }).severity, 'check');
});

test('the volts of nickel say as little: noted until a reading says how the pack was used', () => {
	const nickel = (usedSince: 'used' | 'until it faded') =>
		run({
			pack: nimhPack(),
			charger: aMultiCharger(),
			task: 'charge',
			reading: aReading([], {
				cellVoltagesV: null,
				packVoltageV: usedSince === 'used' ? 7.75 : 7.35,
				usedSince
			})
		}).find((f) => f.rule === 'charge-from-flat-volts');
	assert.match(nickel('used')!.sentence, /NiMH say only that it holds \d+ to \d+ %/);
	assert.deepEqual(nickel('used')!.fix?.kind, 'go');
	assert.equal(nickel('until it faded'), undefined);
});

test('a rate cap is raised where the pack bears the current, and the current lowered where it does not or the cap is fixed', () => {
	const at = (change: object, pack = aPack()) => {
		const capped = aCharger({
			held: [held({ kind: 'rateCapC', heldValue: 2, min: 0.5, max: 10, step: 0.5, ...change })]
		});
		const all = run({ charger: capped, pack, set: { currentA: 5.3 } });
		return all.find((f) => f.rule === 'rate-cap-lowers')!;
	};
	assert.deepEqual(at({}).fix, {
		label: '2.5C is keyed in now',
		kind: 'hold',
		setting: 'rateCapC',
		channelId: null,
		task: null,
		chemistry: null,
		value: 2.5
	});
	assert.match(at({}).sentence, /Raise the cap to 2\.5C, which this pack bears, or set 5\.2 A/);
	for (const lower of [at({ fixed: true }), at({ max: 2 }), at({}, aPack({ labelChargeRateC: 2 }))])
		assert.equal(lower.fix?.kind, 'set');
});

test('a channel that shows too little: the end is lowered by as much, said as a note; one that shows too much is a note alone', () => {
	const by = (chargerCellsV: number[], channel = {}, set = {}) =>
		solve(
			aContext({ reading: aReading([3.8, 3.8, 3.8], { chargerCellsV }), charger: aCharger({}, channel) }),
			set
		);
	const found = (s: ReturnType<typeof by>) => s.findings.find((f) => f.rule === 'charger-shows-otherwise');
	const low = by([3.77, 3.77, 3.77]);
	assert.equal(low.settings.endVoltageV, 4.17);
	assert.equal(found(low)?.severity, 'note');
	assert.match(found(low)!.sentence, /with 4\.17 V keyed a cell really ends near 4\.20 V/);
	assert.deepEqual(found(low)!.fix, { label: 'Keep it with the channel', kind: 'go', to: 'edit charger' });
	// Keyed up again it is a Check with the way back; within what a cell bears it is no Stop.
	const up = found(by([3.77, 3.77, 3.77], {}, { endVoltageV: 4.2 }))!;
	assert.deepEqual([up.severity, up.fix && 'set' in up.fix && up.fix.set], ['check', { endVoltageV: 4.17 }]);
	const high = by([3.83, 3.83, 3.83]);
	assert.equal(high.settings.endVoltageV, 4.2);
	assert.equal(found(high)?.severity, 'note');
	assert.match(found(high)!.sentence, /30 mV more than the meter: the charge ends that much short of full/);
	// Kept with the channel it counts without such a reading, and a reading counts before it.
	const kept = solve(aContext({ charger: aCharger({}, { showsMoreV: -0.03 }) }));
	assert.equal(kept.settings.endVoltageV, 4.17);
	assert.equal(
		kept.decisions.endVoltageV.candidates.find((c) => c.id === 'meter')?.label,
		'30 mV under full, as this channel shows that much less than a meter'
	);
	assert.equal(by([3.8, 3.8, 3.8], { showsMoreV: -0.03 }).settings.endVoltageV, 4.2);
	// One pin alone is another matter than the whole channel.
	assert.match(found(by([3.8, 3.75, 3.8]))!.sentence, /50 mV less than the meter at cell 2.*that pin/);
	// Seen by another channel's page it says nothing of this one.
	const others = aReading([3.8, 3.8, 3.8], { chargerCellsV: [3.7, 3.7, 3.7], chargerChannelId: 'ch9' });
	assert.equal(solve(aContext({ reading: others })).settings.endVoltageV, 4.2);
});

test('an end of charge that the charger holds: by chemistry, above the limit, and one that cannot be changed', () => {
	const asks = ['chemistry', 'task', 'cells', 'currentA'];
	const kept = (...list: Partial<Parameters<typeof held>[0]>[]) =>
		solve(
			aContext({
				charger: aCharger({
					asks,
					held: list.map((h) => held({ kind: 'endVoltageV', min: 3.4, max: 4.4, step: 0.01, ...h }))
				})
			})
		);
	const found = (s: ReturnType<typeof kept>) => s.findings.find((f) => f.rule === 'held-end-of-charge');
	// What is kept for LiFe says nothing of a LiPo; what is kept for LiPo comes before what is kept
	// for all.
	assert.equal(found(kept({ chemistry: 'life', heldValue: 3.6 })), undefined);
	assert.equal(found(kept({ heldValue: 4.1 }, { chemistry: 'lipo', heldValue: 4.2 })), undefined);
	const over = found(kept({ chemistry: 'lihv', heldValue: 4.35 }, { heldValue: 4.25 }))!;
	assert.deepEqual([over.severity, over.overridable], ['stop', false]);
	assert.match(over.sentence, /holds 4\.25 V a cell .*, whatever the chemistry; .*above the 4\.25 V limit/);
	assert.deepEqual(over.fix, {
		label: '4.20 V is keyed in now',
		kind: 'hold',
		setting: 'endVoltageV',
		channelId: null,
		task: null,
		chemistry: null,
		value: 4.2
	});
	const further = found(kept({ heldValue: 4.22 }))!;
	assert.equal(further.severity, 'check');
	assert.match(further.sentence, /fill each cell further than meant/);
	// One that cannot be changed is what the program is made with.
	const fixed = kept({ heldValue: 4.1, fixed: true });
	assert.deepEqual([fixed.settings.endVoltageV, found(fixed)], [4.1, undefined]);
});

test('to travel: at most 30 % of charge, whatever the volts people keep at; a fixed channel is told apart', () => {
	const around = { practice: { person: { storageV: 3.8 }, program: { storageFor: 'to travel' as const } } };
	const to = (channel: Record<string, unknown>, change: Partial<Parameters<typeof aContext>[0]> = {}) =>
		solve(
			aContext({
				task: 'storage',
				charger: aMultiCharger({}, channel),
				reading: flat(3, 4.1),
				around,
				...change
			})
		);
	const travelling = to({});
	assert.equal(travelling.settings.endVoltageV, 3.76);
	assert.ok(!travelling.findings.some((f) => f.rule === 'storage-outside-window'));
	assert.match(travelling.decisions.endVoltageV!.why, /^to travel, about 30 % of charge/);
	const fixed = to({ storageV: 3.8 }).findings.find((f) => f.rule === 'transport-too-full')!;
	assert.equal(fixed.fix, null);
	assert.match(fixed.sentence, /This channel goes nowhere else/);
	assert.match(
		to({}, { reading: flat(3, 3.7) }).findings.find((f) => f.rule === 'storage-reached')!.sentence,
		/^It holds about \d+ %, and 30 % is the most to travel with/
	);
	// LiFe goes by charge.
	const life = to({}, { pack: aPack({ chemistry: 'life' }), reading: flat(3, 3.34) });
	assert.match(life.decisions.capacityLimitAh!.why, /30 % full, to travel/);
});

test('a share of charge on LiPo is volts, within where it keeps; of volts and share the nearer is meant', () => {
	const at = (person: object, program: object = {}) =>
		solve(
			aContext({
				task: 'storage',
				charger: aMultiCharger(),
				reading: flat(3, 4.1),
				around: { practice: { person, program } }
			})
		).decisions.endVoltageV!;
	assert.equal(at({ storageShare: 0.4 }).value, 3.78);
	assert.match(at({ storageShare: 0.4 }).why, /^40 % by your practice is 3\.7\d V/);
	assert.equal(at({ storageShare: 0.7 }).value, 3.85);
	assert.match(at({ storageShare: 0.7 }).why, /70 % by your practice is 3\.9\d V, and LiPo keeps at/);
	assert.equal(at({ storageShare: 0.4, storageV: 3.84 }).value, 3.84);
	assert.equal(at({ storageV: 3.84 }, { storageShare: 0.4 }).value, 3.78);
});

test('the cutoff of a model: levelled cells let it be lower, one cell and nickel have no use for it', () => {
	const cut = (pack: Record<string, unknown>, change: object = {}, set = {}) =>
		solve(aContext({ pack: aPack(pack), ...change }), set).findings.some(
			(f) => f.rule === 'model-cutoff-low'
		);
	const apart = { reading: aReading([3.8, 3.8, 3.74]) };
	assert.ok(cut({ modelCutoffV: 3.4 }, apart));
	assert.ok(!cut({ modelCutoffV: 3.45 }, apart), 'levelled');
	assert.ok(cut({ modelCutoffV: 3.45 }, { ...apart, task: 'charge' }), 'filled as they are');
	assert.ok(!cut({ modelCutoffV: 3.0, cells: 1 }, { reading: flat(1, 3.8) }));
	assert.ok(
		!cut({ modelCutoffV: 3.0 }, { reading: flat(3, 4.1), task: 'storage', charger: aMultiCharger() })
	);
});

test('where a pack lies: each place with what is wrong there, and what is warm', () => {
	const kept = (pack: Record<string, unknown>) =>
		solve(
			aContext({ pack: aPack(pack), task: 'storage', charger: aMultiCharger(), reading: flat(3, 4.1) })
		).findings.find((f) => f.rule === 'kept-badly')?.sentence;
	assert.equal(kept({ keptIn: 'fire-resistant box', keptAt: 'the shed', keptDegC: 25 }), undefined);
	assert.match(
		kept({ keptIn: 'its model', keptAt: 'the shed' })!,
		/^It is kept at the shed in its model: .*unplug it, and box it\.$/
	);
	assert.match(
		kept({ keptIn: 'a vehicle', keptDegC: 45 })!,
		/in a vehicle: .*take it indoors; it gets 45 °C there/
	);
	assert.match(kept({ keptIn: 'open shelf' })!, /in the open: nothing there holds a fire/);
});

test('a balance port in the case needs no board', () => {
	const board = { id: 'b', name: 'Board', cells: 6, count: 1 };
	const around = { inventory: InventorySchema.parse({ boards: [board] }), boardsInUse: 1 };
	const fires = (portBuiltIn: boolean) =>
		solve(aContext({ around, charger: aCharger({}, { portBuiltIn }) })).findings.some(
			(f) => f.rule === 'boards-all-used'
		);
	assert.deepEqual([fires(false), fires(true)], [true, false]);
});

test('a gentle nickel charge that would outlast the timer is raised until it ends within it, up to 0.2C and no further', () => {
	const gentle = (max: number, set = {}) =>
		solve(
			aContext({
				pack: nimhPack(),
				reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.3 }),
				charger: aMultiCharger(
					{ held: [held({ kind: 'safetyTimerMin', heldValue: 120, min: 10, max })] },
					{ currentStepA: 0.01 }
				),
				task: 'charge',
				purpose: 'gentle'
			}),
			set
		);
	const rules = (s: ReturnType<typeof gentle>) => s.findings.map((f) => f.rule);
	const enough = gentle(1100);
	assert.deepEqual([enough.settings.currentA, enough.decisions.currentA.decidedBy], [0.24, 'purpose rate']);
	const raised = gentle(720);
	// Above 0.1C it is given 1.2 × what is missing, not 1.6 ×.
	assert.equal(raised.settings.currentA, 0.25);
	assert.match(
		raised.decisions.currentA.why,
		/would outlast the longest timer of Test bench; this ends within it/
	);
	assert.ok(raised.proposed);
	assert.ok(!rules(raised).includes('current-above-purpose'));
	assert.ok(
		rules(gentle(720, { currentA: 0.35 })).includes('current-above-purpose'),
		'more than that is asked about'
	);
	// Above 0.2C it would have to be ended by something else than time: it stays as gentle as it was
	// asked for.
	assert.equal(gentle(400).settings.currentA, 0.39);
	const short = gentle(300);
	assert.equal(short.settings.currentA, 0.24);
	assert.ok(rules(short).includes('timer-too-short'));
});

test('put away too hard, and a sum that no cell of its own was read for, are said as that', () => {
	const away = solve(
		aContext({
			pack: aPack({ capacityAh: 0.5 }),
			task: 'storage',
			reading: flat(3, 4.1),
			charger: aMultiCharger()
		}),
		{ dischargeA: 1 }
	);
	const hard = away.findings.find((f) => f.rule === 'discharge-too-fast')!;
	assert.match(hard.sentence, /^1\.0 A is 2C, hard on a pack that is only put away/);
	const lead = solve(
		aContext({
			pack: leadPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.4 }),
			charger: aMultiCharger(),
			task: 'recover'
		})
	);
	assert.match(
		lead.findings.find((f) => f.rule === 'recovery-not-needed')!.sentence,
		/^A cell rests on average at 2\.07 V, not under 1\.75 V/
	);
});

test('where only the sum is watched, cells of unlike resistance leave no room under their limit', () => {
	const fixed = (ohm: number[] | null, balancePortCells = 0) =>
		solve(
			aContext({
				charger: aCharger({}, { endVoltageStepV: null, balancePortCells, voltageAccuracyV: 0.01 }),
				reading: aReading([3.72, 3.72, 3.72], { cellResistancesOhm: ohm })
			})
		).findings.find((f) => f.rule === 'forecast-cell-over-limit');
	assert.equal(fixed([0.01, 0.01, 0.012]), undefined);
	const worn = fixed([0.01, 0.01, 0.03])!;
	assert.equal(worn.severity, 'stop');
	assert.match(worn.sentence, /^By what its cells may differ the highest reaches 4\.2[5-9]\d V/);
	assert.equal(fixed([0.01, 0.01, 0.03], 6), undefined, 'the charger regulates on the highest cell itself');
	assert.equal(fixed(null), undefined);
});

test('what is to be keyed names the very setting, also where the charger keeps one for each chemistry', () => {
	const limits = { min: 2.5, max: 3.9, step: 0.1 };
	const r = solve(
		aContext({
			task: 'discharge',
			reading: flat(3, 4.15),
			charger: aMultiCharger({
				held: [
					held({ kind: 'dischargeEndV', chemistry: 'life', heldValue: 2.5, ...limits }),
					held({ kind: 'dischargeEndV', chemistry: 'lipo', heldValue: 3.8, ...limits })
				]
			})
		})
	);
	const { fix } = r.findings.find((f) => f.rule === 'held-discharge-end')!;
	assert.ok(fix?.kind === 'hold' && fix.chemistry === 'lipo' && fix.value === 3.3);
});

test('two batteries in a row have twice the floor; joined packs too far apart are stopped for good', () => {
	const floor = (voltageV: number) =>
		solve(
			aContext({
				charger: aCharger({
					inputMinV: 10,
					inputMaxV: 28,
					held: [held({ kind: 'inputFloorV', heldValue: 11, min: 10, max: 24, step: 0.1 })]
				}),
				supply: aSupply({ kind: 'lead battery', voltageV })
			})
		).findings.find((f) => f.rule === 'input-floor-low')!.sentence;
	assert.match(floor(12.6), /left at 11\.5 V loaded, 11\.0 V at the very least/);
	assert.match(floor(25), /left at 23\.0 V loaded, 22\.0 V at the very least/);
	const other = { pack: aPack({ id: 'other', name: 'Other' }), reading: aReading([3.83, 3.72, 3.72]) };
	const apart = solve(aContext({ reading: flat(3, 3.72), joined: [other] }));
	assert.equal(apart.findings.find((f) => f.rule === 'load-may-not-join')!.overridable, false);
});

test('over a link the program sets timer and limit itself: what the charger holds is noted at most', () => {
	const found = (link: string) =>
		run({
			charger: aCharger({
				link,
				held: [held({ kind: 'capacityLimitAh', heldValue: 1, min: 0.1, max: 50, step: 0.01 })]
			})
		}).find((f) => f.rule === 'held-value-would-cut')!;
	assert.equal(found('none').severity, 'check');
	const linked = found('stand-in');
	assert.equal(linked.severity, 'note');
	assert.match(linked.sentence, /holds its capacity limit at 1000 mAh .*over the link it is set for the run/);
	const loose = { held: [held({ kind: 'safetyTimerMin', heldValue: 999 })] };
	const differs = (link: string) =>
		run({ charger: aCharger({ link, ...loose }) }).some((f) => f.rule === 'held-value-differs');
	assert.deepEqual([differs('none'), differs('stand-in')], [true, false]);
});

test('a forecast above the temperature limit is a Stop where nothing would feel it', () => {
	const hot = CASES['forecast-too-hot'].fires;
	const found = (channel: object, held = {}) =>
		run({ ...hot, charger: aMultiCharger(held, channel as Record<string, unknown>) }).find(
			(f) => f.rule === 'forecast-too-hot'
		)!;
	assert.equal(found({}).severity, 'check');
	assert.equal(found({ hasProbe: false }).severity, 'stop');
	assert.match(found({ hasProbe: false }).sentence, /LiPo must stop, and no probe feels it here/);
	assert.equal(found({}, { held: [] }).severity, 'stop', 'a charger that has no such limit');
});

test('lead is compensated for the warmer of what it last measured and the air, where that is old', () => {
	const at = (takenAt: string, temperatureDegC: number, ambientDegC: number) =>
		solve(
			aContext({
				pack: leadPack(),
				reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.4, takenAt, temperatureDegC }),
				charger: aMultiCharger(),
				task: 'charge',
				ambientDegC
			})
		).settings.endVoltageV;
	assert.equal(at('2026-05-02T17:40:00.000Z', 10, 25), 2.46, 'measured just now');
	assert.equal(at('2026-05-01T17:40:00.000Z', 10, 25), 2.4, 'a day ago it was colder than the air is');
});
