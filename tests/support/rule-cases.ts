/**
 * Cases of the rules that came with the other chemistries, tasks and the bench: where each fires,
 * and a near miss.
 */
import { anObservation, aRunEvent, aUseEvent } from './pack-events';
import { CHEMISTRY_IDS } from '../../core/chemistry/catalogue';
import type { PracticeLayer } from '../../core/practice/practice';
import type { ProgramContext } from '../../core/request/context';
import type { Severity } from '../../core/program/rule';
import type { Overrides } from '../../core/request/settings';
import { aCharger, aPack, aReading, aSupply, held } from './bench-chargers';
import { InventorySchema } from '../../core/charger/inventory-schema';

export interface Scene extends Partial<ProgramContext> {
	set?: Overrides;
}
export interface Case {
	fires: Scene;
	misses: Scene;
	severity: Severity;
	/** A figure or word the sentence must contain. */
	says: string | RegExp;
}

const flat = (cells: number, v: number, change = {}) =>
	aReading(
		Array.from({ length: cells }, () => v),
		change
	);
const wholePack = (packVoltageV: number, change = {}) =>
	aReading([], { cellVoltagesV: null, packVoltageV, ...change });

/** A charger whose one channel takes every chemistry. */
export const everyChemistry = CHEMISTRY_IDS.map((chemistry) => ({ chemistry, minCells: 1, maxCells: 24 }));
export const aMultiCharger = (change: Record<string, unknown> = {}, channel: Record<string, unknown> = {}) =>
	aCharger(change, {
		chemistries: everyChemistry,
		tasks: ['balance', 'charge', 'fast', 'storage', 'discharge', 'cycle', 'recover'],
		deltaVMinV: 0.003,
		deltaVMaxV: 0.025,
		deltaVStepV: 0.001,
		balancePortCells: 14,
		...channel
	});
export const nimhPack = (change: Record<string, unknown> = {}) =>
	aPack({
		chemistry: 'nimh',
		cells: 6,
		capacityAh: 2.4,
		labelChargeRateC: null,
		balanceLead: false,
		connectorId: null,
		...change
	});
export const leadPack = (change: Record<string, unknown> = {}) =>
	aPack({
		chemistry: 'lead',
		cells: 6,
		capacityAh: 7,
		labelChargeRateC: null,
		balanceLead: false,
		connectorId: null,
		...change
	});

const multi = (channel: Record<string, unknown> = {}, change: Record<string, unknown> = {}) =>
	aMultiCharger(change, channel);
const person = (practice: PracticeLayer): Scene => ({
	around: { practice: { person: practice, program: {} } }
});
const nimh = (change: Scene = {}): Scene => ({
	pack: nimhPack(),
	reading: wholePack(7.3),
	charger: multi(),
	task: 'charge',
	...change
});
const lead = (change: Scene = {}): Scene => ({
	pack: leadPack(),
	reading: wholePack(12.1),
	charger: multi(),
	task: 'charge',
	...change
});
/** A second pack on the same channel that reads so. */
/** Both read a few minutes ago, the first at 3.72 V a cell. */
const MINUTES_AGO = { takenAt: '2026-05-02T17:50:00.000Z' };
const joinedWith = (cells: number[], change = {}): Scene => ({
	reading: flat(3, 3.72, MINUTES_AGO),
	joined: [
		{
			pack: aPack({ id: 'other', name: 'Other pack' }),
			reading: aReading(cells, { ...MINUTES_AGO, ...change })
		}
	]
});
/** A pack of 9 mΩ a cell a year ago, at 25 °C, with these now. */
const resisting = (cellResistancesOhm: number[]): Scene => ({
	reading: flat(3, 3.8, { cellResistancesOhm, temperatureDegC: 25 }),
	around: {
		earlierResistances: [{ takenAt: '2025-05-01T10:00:00.000Z', ohm: [0.009, 0.009, 0.009], degC: 25 }]
	}
});
const discharging = (change: Scene = {}): Scene => ({
	charger: multi(),
	reading: flat(3, 4.15),
	task: 'discharge',
	...change
});
const recovering = (change: Scene = {}): Scene => ({
	charger: multi(),
	reading: aReading([3.1, 2.9, 3.1], { lowFor: 'a day at most' }),
	task: 'recover',
	...change
});
/** What a run on the other channel needs of a value that is held for both. */
const inUse = (value: number) => ({ value, pack: 'Tern', channel: 'Pier, channel B' });
const lists = (change: object) => ({ around: { inventory: InventorySchema.parse(change) } });
const leads = [
	{ id: 'l', name: 'Short lead', connectorId: 'block-medium', awg: 14, lengthM: 0.4, currentA: 20 }
];

/** Three cells at 3.80 V by the meter, and what the charger's page showed of them. */
const shownAt = (chargerCellsV: number[]): Scene => ({ reading: flat(3, 3.8, { chargerCellsV }) });
const toTravel = (change: Scene = {}): Scene => ({
	task: 'storage',
	charger: multi(),
	reading: flat(3, 4.1),
	around: { practice: { person: {}, program: { storageFor: 'to travel' } } },
	...change
});
/** A pack that nobody can read cell by cell. */
const noTaps = (change: Record<string, unknown> = {}) => aPack({ balanceLead: false, ...change });
const lihvChannel = () => aCharger({}, { chemistries: [{ chemistry: 'lihv', minCells: 1, maxCells: 6 }] });

export const CASES_OF_EVERY_CHEMISTRY: Record<string, Case> = {
	'weak-cell-unseen': {
		fires: discharging({ pack: noTaps(), set: { dischargeEndV: 3.4 } }),
		// The same end is right where each cell is watched.
		misses: discharging({ set: { dischargeEndV: 3.3 } }),
		severity: 'stop',
		says: 'floor of 3.00 V while the pack still shows'
	},
	'model-cutoff-low': {
		fires: { pack: aPack({ modelCutoffV: 3.4 }), reading: flat(3, 3.8) },
		misses: { pack: aPack({ modelCutoffV: 3.45 }), reading: flat(3, 3.8) },
		severity: 'note',
		says: 'cuts off at 3.40 V a cell, 10.2 V in all'
	},
	'charger-shows-otherwise': {
		// Keyed to the full end on a channel that shows 60 mV too little.
		fires: { ...shownAt([3.74, 3.74, 3.74]), set: { endVoltageV: 4.2 } },
		misses: { ...shownAt([3.78, 3.82, 3.8]), set: { endVoltageV: 4.2 } },
		severity: 'stop',
		says: 'shows 60 mV less than the meter: keyed to 4.20 V, a cell would really reach 4.260 V, above the 4.25 V limit'
	},
	'held-end-of-charge': {
		fires: {
			charger: aCharger({
				asks: ['chemistry', 'task', 'cells', 'currentA'],
				held: [held({ kind: 'endVoltageV', heldValue: 4.15, min: 3.9, max: 4.35, step: 0.01 })]
			})
		},
		misses: {
			charger: aCharger({
				asks: ['chemistry', 'task', 'cells', 'currentA'],
				held: [held({ kind: 'endVoltageV', heldValue: 4.2, min: 3.9, max: 4.35, step: 0.01 })]
			})
		},
		severity: 'check',
		says: 'holds 4.15 V a cell as its end of charge, whatever the chemistry; this program wants 4.20 V: it would end before'
	},
	'no-reverse-protection': {
		fires: { charger: aCharger({ protections: ['cell count'] }) },
		misses: { charger: aCharger({ protections: ['reversed polarity'] }) },
		severity: 'note',
		says: 'plugged in backwards'
	},
	'transport-too-full': {
		fires: toTravel({ set: { endVoltageV: 3.77 } }),
		misses: toTravel(),
		severity: 'check',
		says: 'cells that travel by air hold at most 30 %'
	},
	'kept-badly': {
		fires: { pack: aPack({ keptDegC: 26 }), task: 'storage', charger: multi(), reading: flat(3, 4.1) },
		misses: { pack: aPack({ keptDegC: 25 }), task: 'storage', charger: multi(), reading: flat(3, 4.1) },
		severity: 'note',
		says: 'Where it is kept: it gets 26 °C there'
	},
	'sum-fits-fewer-cells': {
		fires: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: wholePack(12.6) },
		misses: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: wholePack(12.61) },
		severity: 'stop',
		says: '4 cells at 3.15 V, or 3 at 4.20 V, which would be driven to 5.60 V'
	},
	'sum-fits-more-cells': {
		fires: discharging({ reading: wholePack(12) }),
		misses: discharging({ reading: wholePack(11.99) }),
		severity: 'check',
		says: '3 cells at 4.00 V, or 4 at 3.00 V'
	},
	'label-says-other-count': {
		fires: { pack: aPack({ cells: 4, labelVoltageV: 11.1 }), reading: flat(4, 3.8) },
		misses: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: flat(4, 3.8) },
		severity: 'stop',
		says: 'what 3 LiPo cells are printed'
	},
	'higher-end-unproved': {
		fires: { pack: aPack({ chemistry: 'lihv' }), charger: lihvChannel(), set: { endVoltageV: 4.25 } },
		misses: {
			pack: aPack({ chemistry: 'lihv', labelVoltageV: 11.4 }),
			charger: lihvChannel(),
			set: { endVoltageV: 4.25 }
		},
		severity: 'stop',
		says: 'LiHV and LiPo look alike'
	},
	'cells-look-like-another': {
		fires: { reading: aReading([3.3, 3.3, 3.305]) },
		misses: { reading: aReading([3.3, 3.3, 3.325]) },
		severity: 'stop',
		says: 'as LiFe does'
	},
	'end-above-maker': {
		fires: { pack: aPack({ makerEndVoltageV: 4.15 }), set: { endVoltageV: 4.16 } },
		misses: { pack: aPack({ makerEndVoltageV: 4.15 }), set: { endVoltageV: 4.15 } },
		severity: 'stop',
		says: '4.15 V a cell; this program would go to 4.16 V'
	},
	'end-under-present-volts': {
		fires: { reading: flat(3, 4.13), set: { endVoltageV: 4.1 } },
		misses: { reading: flat(3, 4.11), set: { endVoltageV: 4.1 } },
		severity: 'check',
		says: 'end at once'
	},
	'reading-from-the-future': {
		fires: { reading: flat(3, 3.8, { takenAt: '2026-05-02T18:03:00.000Z' }) },
		misses: { reading: flat(3, 3.8, { takenAt: '2026-05-02T18:01:00.000Z' }) },
		severity: 'check',
		says: '3 min after now'
	},
	'temperature-limit-under-pack': {
		fires: { set: { temperatureLimitDegC: 21 } },
		misses: { set: { temperatureLimitDegC: 22 } },
		severity: 'check',
		says: 'not above the 21 °C'
	},
	'hurry-below-label': {
		fires: { purpose: 'hurry', reading: flat(3, 3.8) },
		misses: { purpose: 'hurry', pack: aPack({ labelChargeRateC: 2 }), reading: flat(3, 3.8) },
		severity: 'note',
		says: 'would allow 5C; a hurry stops at 2C'
	},
	'resistance-risen': {
		fires: resisting([0.018, 0.018, 0.018]),
		misses: resisting([0.0134, 0.0134, 0.0134]),
		severity: 'check',
		says: '2.0 times the 9.0 mΩ of 2025-05-01 (at 25 °C)'
	},
	'resistance-uneven': {
		fires: { reading: flat(3, 3.8, { cellResistancesOhm: [0.009, 0.009, 0.0144] }) },
		misses: { reading: flat(3, 3.8, { cellResistancesOhm: [0.009, 0.009, 0.0143] }) },
		severity: 'check',
		says: 'Cell 3 has 14.4 mΩ and its siblings about 9.0 mΩ'
	},
	'task-not-for-chemistry': {
		fires: nimh({ task: 'storage' }),
		misses: { charger: multi(), task: 'storage' },
		severity: 'stop',
		says: 'no storage voltage'
	},
	'task-not-on-channel': {
		fires: { charger: multi({ tasks: ['charge', 'discharge'] }), task: 'cycle' },
		misses: { charger: multi(), task: 'cycle' },
		severity: 'note',
		says: 'discharge, rest, charge'
	},
	'cannot-discharge': {
		fires: discharging({ charger: multi({ dischargePowerW: 0, dischargeCurrentA: 0 }) }),
		misses: discharging(),
		severity: 'stop',
		says: 'cannot discharge'
	},
	'discharge-above-channel': {
		fires: discharging({ set: { dischargeA: 2.1 } }),
		misses: discharging({ set: { dischargeA: 2 } }),
		severity: 'stop',
		says: 'at most 2.0 A'
	},
	'discharge-few-watts': {
		fires: discharging({ charger: multi({ dischargePowerW: 6 }), set: { dischargeA: 1 } }),
		misses: discharging({
			pack: aPack({ capacityAh: 0.3 }),
			charger: multi({ dischargePowerW: 60 }),
			set: { dischargeA: 0.3 }
		}),
		severity: 'note',
		says: 'about 0.48 A, whatever is set'
	},
	'discharge-below-floor': {
		fires: discharging({ set: { dischargeEndV: 2.99 } }),
		misses: discharging({ set: { dischargeEndV: 3 } }),
		severity: 'stop',
		says: 'below 3.00 V'
	},
	'nickel-cell-reversed': {
		fires: nimh({
			pack: nimhPack({ cells: 10 }),
			reading: wholePack(13),
			task: 'discharge',
			set: { dischargeEndV: 1.03 }
		}),
		misses: nimh({
			pack: nimhPack({ cells: 10 }),
			reading: wholePack(13),
			task: 'discharge',
			set: { dischargeEndV: 1.04 }
		}),
		severity: 'stop',
		says: '10.35 V'
	},
	'discharge-too-fast': {
		fires: discharging({ pack: aPack({ capacityAh: 1.5 }), set: { dischargeA: 1.6 } }),
		misses: discharging({ pack: aPack({ capacityAh: 1.5 }), set: { dischargeA: 1.5 } }),
		severity: 'check',
		says: '1.1C'
	},
	'held-discharge-end': {
		fires: discharging({
			charger: multi(
				{},
				{ held: [held({ kind: 'dischargeEndV', heldValue: 3.8, min: 2.5, max: 3.9, step: 0.1 })] }
			)
		}),
		misses: discharging({
			charger: multi(
				{},
				{ held: [held({ kind: 'dischargeEndV', heldValue: 3.3, min: 2.5, max: 3.9, step: 0.1 })] }
			)
		}),
		severity: 'check',
		says: '3.80 V'
	},
	'delta-v-out-of-range': {
		fires: nimh({ set: { deltaV: 0.002 } }),
		misses: nimh({ set: { deltaV: 0.003 } }),
		severity: 'check',
		says: '2 mV'
	},
	'delta-v-false-peak': {
		fires: nimh({
			reading: wholePack(8.2, { takenAt: '2026-01-02T17:40:00.000Z' }),
			set: { deltaV: 0.003 }
		}),
		misses: nimh({
			reading: wholePack(8.2, { takenAt: '2026-01-02T17:40:00.000Z' }),
			set: { deltaV: 0.01 }
		}),
		severity: 'check',
		says: 'a few mV more would not'
	},
	'slow-nickel-on-dip': {
		fires: nimh({ set: { currentA: 1.1 } }),
		misses: nimh({ set: { currentA: 1.2 } }),
		severity: 'check',
		says: 'weak'
	},
	'no-peak-expected': {
		fires: nimh({
			reading: wholePack(7.3, { temperatureDegC: 29 }),
			ambientDegC: 56,
			set: { currentA: 2.4 }
		}),
		misses: nimh({ set: { currentA: 2.4 } }),
		severity: 'stop',
		says: 'no fall of the volts'
	},
	'nickel-restart': {
		fires: nimh({ reading: wholePack(8.4) }),
		misses: nimh({ reading: wholePack(8.2) }),
		severity: 'check',
		says: '1.40 V'
	},
	'nickel-high-volts': {
		fires: nimh({
			pack: nimhPack({ labelChargeRateC: 3 }),
			set: { currentA: 5 },
			ambientDegC: 12,
			reading: wholePack(7.3, { temperatureDegC: 12 })
		}),
		misses: nimh(),
		severity: 'check',
		says: 'above 1.60 V'
	},
	'trickle-never': {
		fires: { set: { trickleA: 0.1 } },
		misses: { set: { trickleA: null } },
		severity: 'stop',
		says: 'never trickled'
	},
	'trickle-too-much': {
		fires: nimh({ set: { trickleA: 0.07 } }),
		misses: nimh({ set: { trickleA: null } }),
		severity: 'stop',
		says: 'at most 60 mA'
	},
	'held-trickle': {
		fires: {
			charger: multi(
				{},
				{ held: [held({ kind: 'trickleA', heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01 })] }
			)
		},
		misses: {
			charger: multi(
				{},
				{ held: [held({ kind: 'trickleA', heldValue: null, min: 0.05, max: 0.3, step: 0.01 })] }
			)
		},
		severity: 'check',
		says: '100 mA'
	},
	'fast-skips': {
		fires: { charger: multi(), task: 'fast' },
		misses: { charger: multi(), task: 'charge' },
		severity: 'note',
		says: 'leaves out'
	},
	'charge-contradicted': {
		fires: {
			reading: flat(3, 3.7, { usedSince: 'not used' }),
			around: { events: [aRunEvent()] }
		},
		misses: {
			reading: flat(3, 3.7, { usedSince: 'used' }),
			around: { events: [aRunEvent()] }
		},
		severity: 'check',
		says: /filled 1 d ago and not used since, so about \d+ % should be left, and its volts say \d+ %: a cell leaks/
	},
	'heat-unexplained': {
		fires: { around: { events: [anObservation('2026-05-02T17:50:00.000Z', 'hot')] } },
		misses: {
			around: {
				events: [
					anObservation('2026-05-02T17:50:00.000Z', 'hot'),
					aUseEvent('2026-05-02T17:45:00.000Z', 'hot')
				]
			}
		},
		severity: 'stop',
		says: 'neither current nor use'
	},
	'last-end-in-danger': {
		fires: {
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.5 }),
			around: {
				events: [
					aRunEvent({
						endReason: 'timer',
						endCellVoltagesV: [4.1, 4.27, 4.1],
						settings: { safetyTimerMin: 60 }
					})
				]
			}
		},
		misses: {
			reading: aReading([4.1, 4.2, 4.1]),
			around: {
				events: [
					aRunEvent({
						endReason: 'timer',
						endCellVoltagesV: [4.1, 4.27, 4.1],
						settings: { safetyTimerMin: 60 }
					})
				]
			}
		},
		severity: 'stop',
		says: 'Cell 2 ended at 4.270 V'
	},
	'last-end-doubted': {
		fires: {
			reading: aReading([3.9, 3.9, 3.9], { takenAt: '2026-05-01T18:00:00.000Z', state: 'just used' }),
			around: { events: [aRunEvent({ chargeAh: 0.2, expectedAh: 1.9 })] }
		},
		misses: { around: { events: [aRunEvent({ chargeAh: 0.2, expectedAh: 1.9 })] } },
		severity: 'check',
		says: 'It says full with 200 mAh'
	},
	'reading-before-run': {
		fires: {
			around: { events: [aRunEvent({ endReason: 'stopped', endedAt: '2026-05-02T17:41:00.000Z' })] }
		},
		misses: {
			around: { events: [aRunEvent({ endReason: 'stopped', endedAt: '2026-05-02T17:39:00.000Z' })] }
		},
		severity: 'check',
		says: 'before the last run'
	},
	'lead-float': {
		fires: lead(),
		misses: lead({ task: 'discharge', reading: wholePack(12.9) }),
		severity: 'note',
		says: /floats at 2\.2\d V a cell, 13\.\d+ V in all: about \d+ mAh in a night/
	},
	'fast-never': {
		fires: { charger: multi(), task: 'fast', ...person({ fastMode: 'never' }) },
		misses: { charger: multi(), task: 'fast', ...person({ fastMode: 'when pressed' }) },
		severity: 'check',
		says: /your practice/
	},
	'recovery-too-hard': {
		fires: recovering({ set: { currentA: 0.2 } }),
		misses: recovering({ set: { currentA: 0.1 } }),
		severity: 'stop',
		says: 'at most 130 mA'
	},
	'recovery-not-needed': {
		fires: recovering({ reading: aReading([3.1, 3.0, 3.1]) }),
		misses: recovering({ reading: aReading([3.1, 2.99, 3.1]) }),
		severity: 'check',
		says: '3.00 V'
	},
	'recovery-age-unknown': {
		fires: recovering({ reading: aReading([3.1, 2.9, 3.1]) }),
		misses: recovering({ reading: aReading([3.1, 2.9, 3.1], { lowFor: 'a week at most' }) }),
		severity: 'stop',
		says: 'Nobody said how long it lay empty'
	},
	'held-value-not-known': {
		fires: { charger: aCharger({ held: [held({ kind: 'safetyTimerMin', heldValue: 120, known: false })] }) },
		misses: { charger: aCharger({ held: [held({ kind: 'safetyTimerMin', heldValue: 120 })] }) },
		severity: 'note',
		says: 'What Test bench holds now is not known: safety timer.'
	},
	'resistance-high': {
		// LiPo: 15 mΩ·Ah over 2.6 Ah at 25 °C, a fifth more at 20 °C.
		fires: { reading: aReading([3.72, 3.72, 3.72], { cellResistancesOhm: [0.07, 0.07, 0.07] }) },
		misses: { reading: aReading([3.72, 3.72, 3.72], { cellResistancesOhm: [0.004, 0.004, 0.004] }) },
		severity: 'check',
		says: 'near its end'
	},
	'cycle-ends-full': {
		fires: { charger: multi(), task: 'cycle' },
		misses: { charger: multi(), task: 'cycle', set: { order: 'up first' } },
		severity: 'note',
		says: 'It ends full.'
	},
	'low-start': {
		fires: nimh({ reading: wholePack(5.39) }),
		misses: nimh({ reading: wholePack(5.4) }),
		severity: 'check',
		says: 'It rests at 0.90 V a cell, lower than an empty one: it is given 192 mAh at 0.1C'
	},
	'low-start-too-hard': {
		fires: {
			pack: aPack({ chemistry: 'liion', labelVoltageV: null }),
			charger: multi(),
			reading: aReading([3.1, 2.99, 3.1]),
			set: { currentA: 0.5 }
		},
		misses: {
			pack: aPack({ chemistry: 'liion', labelVoltageV: null }),
			charger: multi(),
			reading: aReading([3.1, 3.0, 3.1]),
			set: { currentA: 0.5 }
		},
		severity: 'stop',
		says: 'Resting at 2.99 V a cell it is begun gently, and read again: 500 mA instead of at most 260 mA'
	},
	'volts-of-fewer-cells': {
		fires: lead({ pack: leadPack({ cells: 12 }), reading: wholePack(12.7) }),
		misses: lead({ pack: leadPack({ cells: 12, labelVoltageV: 24 }), reading: wholePack(12.7) }),
		severity: 'stop',
		says: '12.70 V is what 6 healthy cells show, 2.12 V each, not 12: charged as 12 they would be driven to 4.80 V each'
	},
	'storage-outside-window': {
		fires: { charger: multi(), task: 'storage', set: { endVoltageV: 3.86 } },
		misses: { charger: multi(), task: 'storage', set: { endVoltageV: 3.85 } },
		severity: 'check',
		says: '3.86 V'
	},
	'storage-reached': {
		fires: { charger: multi(), task: 'storage', reading: flat(3, 3.81) },
		misses: { charger: multi(), task: 'storage', reading: flat(3, 3.83) },
		severity: 'note',
		says: 'nothing needs doing'
	},
	'charge-from-flat-volts': {
		fires: {
			pack: aPack({ chemistry: 'life', labelVoltageV: null }),
			charger: multi(),
			reading: flat(3, 3.29),
			task: 'storage'
		},
		misses: {
			pack: aPack({ chemistry: 'life', labelVoltageV: null }),
			charger: multi(),
			reading: flat(3, 3.0),
			task: 'storage'
		},
		severity: 'check',
		says: /\d+ to \d+ %/
	},
	'supply-battery-drained': {
		fires: {
			charger: multi({}, { inputMinV: 10, inputMaxV: 28 }),
			supply: aSupply({ kind: 'lead battery', voltageV: 12.6, capacityAh: 4, currentA: 20 })
		},
		misses: {
			charger: multi({}, { inputMinV: 10, inputMaxV: 28 }),
			supply: aSupply({ kind: 'lead battery', voltageV: 12.6, capacityAh: 12, currentA: 20 })
		},
		severity: 'check',
		says: 'Wh'
	},
	'input-floor-low': {
		fires: {
			charger: multi(
				{},
				{
					inputMinV: 10,
					inputMaxV: 28,
					held: [held({ kind: 'inputFloorV', heldValue: 11, min: 10, max: 24, step: 0.1 })]
				}
			),
			supply: aSupply({ kind: 'lead battery', voltageV: 12.6 })
		},
		misses: {
			charger: multi(
				{},
				{
					inputMinV: 10,
					inputMaxV: 28,
					held: [held({ kind: 'inputFloorV', heldValue: 11.5, min: 10, max: 24, step: 0.1 })]
				}
			),
			supply: aSupply({ kind: 'lead battery', voltageV: 12.6 })
		},
		severity: 'check',
		says: '11.5 V loaded'
	},
	'vehicle-battery': {
		fires: { supply: aSupply({ ofVehicle: true }) },
		misses: { supply: aSupply({ ofVehicle: false }) },
		severity: 'check',
		says: 'does not start'
	},
	'supply-shared': {
		fires: { supply: aSupply({ powerW: 300 }), around: { sameSupply: ['Other'], sameSupplyMostW: 301 } },
		misses: { supply: aSupply({ powerW: 301 }), around: { sameSupply: ['Other'], sameSupplyMostW: 301 } },
		severity: 'check',
		says: '301 W'
	},
	'no-charge-lead': {
		fires: { pack: aPack({ connectorId: 'block-small' }), ...lists({ leads }) },
		misses: {
			pack: aPack({ connectorId: 'block-small' }),
			...lists({ leads, adapters: [{ id: 'a', fromId: 'block-small', toId: 'block-medium', currentA: 10 }] })
		},
		severity: 'check',
		says: 'small block plug'
	},
	'lead-too-thin': {
		fires: { ...lists({ leads: [{ ...leads[0], currentA: 2 }] }), set: { currentA: 2.1 } },
		misses: { ...lists({ leads: [{ ...leads[0], currentA: 2 }] }), set: { currentA: 2 } },
		severity: 'stop',
		says: 'carries 2.0 A'
	},
	'lead-drops-volts': {
		fires: { ...lists({ leads: [{ ...leads[0], awg: 20, lengthM: 1 }] }) },
		misses: { ...lists({ leads: [{ ...leads[0], awg: 14, lengthM: 1 }] }) },
		severity: 'note',
		says: 'drops 173 mV'
	},
	'one-cell-balances-nothing': {
		fires: { pack: aPack({ cells: 1 }), reading: flat(1, 3.8) },
		misses: { pack: aPack({ cells: 1 }), reading: flat(1, 3.8), task: 'charge' },
		severity: 'note',
		says: 'balance stays off'
	},
	'boards-all-used': {
		fires: {
			around: {
				...lists({ boards: [{ id: 'b', name: 'Board', cells: 6, count: 2 }] }).around,
				boardsInUse: 2
			}
		},
		misses: {
			around: {
				...lists({ boards: [{ id: 'b', name: 'Board', cells: 6, count: 2 }] }).around,
				boardsInUse: 1
			}
		},
		severity: 'check',
		says: 'All 2 balance boards'
	},
	'own-balancer': {
		fires: { pack: aPack({ electronics: 'own balancer' }), charger: multi() },
		misses: { pack: aPack({ electronics: 'own balancer' }), charger: multi({ knowsOwnBalancer: true }) },
		severity: 'check',
		says: 'its own balancer'
	},
	'discharges-itself': {
		fires: { pack: aPack({ electronics: 'discharges itself' }) },
		misses: { pack: aPack() },
		severity: 'note',
		says: 'warmth'
	},
	'charges-since-balance': {
		fires: { task: 'charge', around: { chargesSinceBalance: 4 } },
		misses: { task: 'charge', around: { chargesSinceBalance: 3 } },
		severity: 'check',
		says: '4 charges'
	},
	'charger-cannot-balance': {
		fires: { charger: multi({ balanceCurrentA: 0 }), task: 'charge' },
		misses: {
			charger: multi({ balanceCurrentA: 0 }),
			pack: aPack({ cells: 1 }),
			reading: flat(1, 3.7),
			task: 'charge'
		},
		severity: 'check',
		says: 'does not balance'
	},
	'cells-not-shown': {
		fires: { charger: multi({ showsCells: false }) },
		misses: { charger: multi() },
		severity: 'note',
		says: 'does not show each cell'
	},
	'nominal-family-wrong': {
		fires: {
			charger: multi(
				{},
				{ held: [held({ kind: 'nominalV', heldValue: 3.8, min: 3.3, max: 3.8, step: 0.1 })] }
			)
		},
		misses: {
			charger: multi(
				{},
				{ held: [held({ kind: 'nominalV', heldValue: 3.7, min: 3.3, max: 3.8, step: 0.1 })] }
			)
		},
		severity: 'stop',
		says: 'overcharge'
	},
	'capacity-sets-current': {
		fires: { charger: multi({}, { capacityKeyed: 'sets the current' }), purpose: 'gentle' },
		misses: { charger: multi({}, { capacityKeyed: 'sets the current' }) },
		severity: 'note',
		says: 'set it to 1.3 A'
	},
	'starts-by-itself': {
		fires: { charger: multi({}, { atCheck: 'starts by itself' }) },
		misses: { charger: multi() },
		severity: 'note',
		says: 'starts by itself'
	},
	'forgets-at-restart': {
		fires: { charger: multi({}, { forgetsAtRestart: true }) },
		misses: { charger: multi() },
		severity: 'note',
		says: 'loses power'
	},
	'lead-shorted-cell': {
		fires: lead({ reading: wholePack(10.2) }),
		misses: lead({ reading: wholePack(10.81) }),
		severity: 'stop',
		says: '10.20 V on 6 cells'
	},
	'lead-drained': {
		fires: lead({ reading: wholePack(10.8, { usedSince: 'until it faded' }) }),
		misses: lead({ reading: wholePack(10.81, { usedSince: 'until it faded' }) }),
		severity: 'check',
		says: 'give it 2100 mAh and read it an hour later'
	},
	'lead-low-too-hard': {
		fires: lead({ reading: wholePack(11.69), set: { currentA: 0.8 } }),
		misses: lead({ reading: wholePack(11.7), set: { currentA: 0.8 } }),
		severity: 'stop',
		says: '0.1C, 0.7 A, at most'
	},
	'nickel-pack-dead': {
		fires: nimh({ reading: wholePack(5.9) }),
		misses: nimh({ reading: wholePack(6) }),
		severity: 'check',
		says: '5.90 V on 6 cells'
	},
	'lead-ventilate': {
		fires: lead(),
		misses: lead({ task: 'discharge' }),
		severity: 'note',
		says: 'hydrogen'
	},
	'lead-compensation': {
		fires: lead({ reading: wholePack(12.1, { temperatureDegC: 15 }) }),
		misses: lead({ reading: wholePack(12.1, { temperatureDegC: 24 }) }),
		severity: 'note',
		says: '+45 mV'
	},
	'cycle-wears': {
		fires: { charger: multi(), task: 'cycle', set: { cycles: 3 } },
		misses: { charger: multi(), task: 'cycle', set: { cycles: 2 } },
		severity: 'check',
		says: '3 cycles'
	},
	'cycle-rest-short': {
		fires: { charger: multi(), task: 'cycle', set: { restMin: 4 } },
		misses: { charger: multi(), task: 'cycle', set: { restMin: 5 } },
		severity: 'check',
		says: '4 min'
	},
	'ends-empty': {
		fires: { charger: multi(), task: 'cycle', set: { order: 'up first' } },
		misses: { charger: multi(), task: 'cycle', set: { order: 'down first' } },
		severity: 'note',
		says: 'ends empty'
	},
	'shared-value': {
		fires: {
			around: { othersNeed: { safetyTimerMin: null, capacityLimitAh: inUse(2.95) } },
			set: { capacityLimitAh: 2.7 }
		},
		misses: {
			around: { othersNeed: { safetyTimerMin: null, capacityLimitAh: inUse(2.95) } },
			set: { capacityLimitAh: 2.95 }
		},
		severity: 'stop',
		says: 'Tern on Pier, channel B needs 2950 mAh: 2700 mAh would cut its run'
	},
	'joined-pack-stopped': {
		fires: {
			...joinedWith([3.74, 3.72, 3.72]),
			around: { joinedEvents: { other: [anObservation('2026-05-02T17:55:00.000Z', 'hot')] } }
		},
		misses: {
			...joinedWith([3.74, 3.72, 3.72]),
			around: { joinedEvents: { other: [anObservation('2026-05-02T17:40:00.000Z', 'hot')] } }
		},
		severity: 'stop',
		says: 'Other pack: Hot, and nothing on record explains it'
	},
	'joined-pack-doubted': {
		fires: {
			...joinedWith([3.74, 3.72, 3.72]),
			around: {
				joinedEvents: {
					other: [aRunEvent({ chargeAh: 0.2, expectedAh: 1.9, endedAt: '2026-05-02T17:55:00.000Z' })]
				}
			}
		},
		misses: {
			...joinedWith([3.74, 3.72, 3.72]),
			around: {
				joinedEvents: {
					other: [aRunEvent({ endedAt: '2026-05-02T12:00:00.000Z', chargeAh: 1.9, expectedAh: 1.9 })]
				}
			}
		},
		severity: 'check',
		says: /Other pack: It says full with 200 mAh .*Read every cell of it/
	},
	'load-may-not-join': {
		fires: joinedWith([3.83, 3.72, 3.72]),
		misses: joinedWith([3.74, 3.72, 3.72]),
		severity: 'stop',
		says: '110 mV apart'
	},
	'load-joins-with-care': {
		fires: joinedWith([3.79, 3.79, 3.79]),
		misses: joinedWith([3.73, 3.73, 3.73]),
		severity: 'check',
		says: 'Main leads first'
	},
	'container-sealed': {
		fires: { around: { practice: { person: { container: 'metal box' }, program: {} } } },
		misses: { around: { practice: { person: { container: 'bricks' }, program: {} } } },
		severity: 'check',
		says: 'bursts'
	},
	'capacity-worn': {
		fires: { pack: aPack({ measuredCapacityAh: 2.07 }) },
		misses: { pack: aPack({ measuredCapacityAh: 2.08 }) },
		severity: 'note',
		says: '2070 mAh of 2600 mAh'
	},
	'temperature-limit-loose': {
		fires: { set: { temperatureLimitDegC: 46 } },
		misses: { set: { temperatureLimitDegC: 45 } },
		severity: 'check',
		says: '46 °C'
	},
	'maker-end-not-read': {
		fires: {
			pack: aPack({ chemistry: 'liion', labelChargeRateC: 1 }),
			charger: multi(),
			reading: flat(3, 3.5),
			set: { endVoltageV: 4.2 }
		},
		misses: {
			pack: aPack({ chemistry: 'liion', labelChargeRateC: 1, makerEndVoltageV: 4.2 }),
			charger: multi(),
			reading: flat(3, 3.5)
		},
		severity: 'check',
		says: '4.20 V is above the usual 4.10 V'
	},
	'charge-given-up': {
		fires: { set: { endVoltageV: 4.1 } },
		misses: { set: { endVoltageV: 4.19 } },
		severity: 'note',
		says: /about 1[01] % of the charge/
	},
	'hurry-hard': {
		fires: { set: { currentA: 5.3 } },
		misses: { set: { currentA: 5.2 } },
		severity: 'check',
		says: 'above 2C'
	},
	'pair-partner': {
		fires: { pack: aPack({ pairId: 'other' }) },
		misses: { pack: aPack() },
		severity: 'note',
		says: 'one of a pair'
	},
	'slot-holds-other': {
		fires: { charger: multi({}, { slots: 1 }), around: { slots: [{ slot: 1, title: 'Charge' }] } },
		misses: { charger: multi({}, { slots: 2 }), around: { slots: [{ slot: 1, title: 'Charge' }] } },
		severity: 'note',
		says: 'All 1 memory slots'
	}
};
