/**
 * Programs worked out by hand, as someone of the trade would key them: each row was written down
 * from its figures before it was computed. Rates, ends, floors and gentle starts are common
 * practice, no source; charge by rest volts after common tables, wide enough for those that
 * disagree. Currents are the least of rate × capacity, the channel's own and power over the
 * volts when full, down to the step.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { verdictOf } from '../../core/program/check';
import { solve } from '../../core/program/solve';
import type { ReadingInput } from '../../core/pack/reading';
import type { ProgramContext } from '../../core/request/context';
import { aContext, aPack, aReading, aSupply, held } from '../support/bench-chargers';
import { aMultiCharger } from '../support/rule-cases';

type Range = readonly [number, number];
interface Row {
	/** What lies on the bench, in words. */
	of: string;
	pack: Record<string, unknown>;
	/** Volts of each cell, alike, or a list; of the whole pack where `sum`. */
	each?: number | readonly number[];
	sum?: number;
	read?: Partial<ReadingInput>;
	task?: ProgramContext['task'];
	pace?: ProgramContext['purpose'];
	on?: 'small' | 'middle' | 'large';
	channel?: Record<string, unknown>;
	charger?: Record<string, unknown>;
	also?: Partial<ProgramContext>;
	/** What is keyed: current A, end V per cell, discharge A and V per cell, limit Ah, timer min. */
	a?: number | Range;
	v?: number | Range;
	down?: number | Range;
	downV?: number | Range;
	ah?: Range;
	min?: Range;
	is?: 'clear' | 'check' | 'stop';
	/** Findings that must be among them. */
	says?: readonly string[];
	/** Findings that must not. */
	silent?: readonly string[];
}

const BENCHES = {
	small: {
		powerW: 50,
		maxCurrentA: 5,
		balanceCurrentA: 0.2,
		balancePortCells: 4,
		dischargePowerW: 5,
		dischargeCurrentA: 1
	},
	middle: {
		powerW: 200,
		maxCurrentA: 10,
		balanceCurrentA: 0.3,
		balancePortCells: 6,
		dischargePowerW: 10,
		dischargeCurrentA: 2
	},
	large: {
		powerW: 800,
		maxCurrentA: 20,
		balanceCurrentA: 1,
		balancePortCells: 14,
		dischargePowerW: 80,
		dischargeCurrentA: 8
	}
} as const;

const lipo = (cells: number, mAh: number, change = {}) => ({
	...{ chemistry: 'lipo', cells, capacityAh: mAh / 1000, labelVoltageV: 3.7 * cells, connectorId: null },
	...change
});
const other = (chemistry: string, cells: number, mAh: number, change = {}) => ({
	...{
		chemistry,
		cells,
		capacityAh: mAh / 1000,
		labelChargeRateC: null,
		labelVoltageV: null,
		connectorId: null
	},
	...change
});
const plain = (chemistry: string, cells: number, mAh: number, change = {}) =>
	other(chemistry, cells, mAh, { balanceLead: false, ...change });

const ROWS: readonly Row[] = [
	// LiPo, 1C, 4.20 V.
	{
		of: '1S 520 mAh, half full',
		pack: lipo(1, 520),
		each: 3.82,
		task: 'charge',
		on: 'small',
		a: 0.5,
		v: 4.2,
		ah: [0.22, 0.45],
		min: [30, 100],
		is: 'clear'
	},
	{
		of: '2S 2200 mAh after use',
		pack: lipo(2, 2200),
		each: 3.7,
		a: 2.2,
		v: 4.2,
		ah: [1.7, 2.54],
		min: [50, 130],
		is: 'clear'
	},
	{
		of: '3S 2600 mAh after use',
		pack: lipo(3, 2600),
		each: 3.72,
		a: 2.6,
		v: 4.2,
		ah: [1.9, 3.0],
		min: [50, 120],
		is: 'clear'
	},
	{
		of: '4S 3300 mAh at storage',
		pack: lipo(4, 3300),
		each: 3.8,
		a: 3.3,
		v: 4.2,
		ah: [1.4, 2.9],
		min: [35, 110],
		is: 'clear'
	},
	{
		of: '6S 5000 mAh',
		pack: lipo(6, 5000),
		each: 3.75,
		a: 5,
		v: 4.2,
		ah: [2.9, 5.2],
		min: [45, 120],
		is: 'clear'
	},
	{
		of: '6S 5000 mAh gently',
		pack: lipo(6, 5000),
		each: 3.75,
		pace: 'gentle',
		a: 2.5,
		v: [4.1, 4.15],
		min: [80, 220]
	},
	{
		of: '6S 5000 mAh 5C in a hurry: 200 W over 25.2 V',
		pack: lipo(6, 5000),
		each: 3.75,
		pace: 'hurry',
		a: 7.9,
		v: 4.2
	},
	{
		of: '4S 1300 mAh 5C in a hurry: twice its capacity',
		pack: lipo(4, 1300),
		each: 3.75,
		pace: 'hurry',
		a: 2.6,
		v: 4.2
	},
	{
		of: '14S 10 Ah',
		pack: lipo(14, 10000),
		each: 3.75,
		on: 'large',
		a: 10,
		v: 4.2,
		ah: [5.5, 10.4],
		is: 'clear'
	},
	{
		of: '4S 5000 mAh on 50 W: 2.97 A',
		pack: lipo(4, 5000),
		each: 3.72,
		on: 'small',
		a: 2.9,
		v: 4.2,
		min: [80, 220]
	},
	{ of: '3S 100 mAh', pack: lipo(3, 100), each: 3.75, on: 'small', a: 0.1, ah: [0.05, 0.12], is: 'clear' },
	{
		of: '3S without a rate on its label: 1C is what nearly everybody does',
		pack: lipo(3, 2600, { labelChargeRateC: null }),
		each: 3.72,
		a: 2.6,
		silent: ['hurry-hard', 'current-above-pack']
	},
	{
		of: 'two channels of a common 120 W, 60 W in use: 60 W over 12.6 V',
		pack: lipo(3, 6000),
		each: 3.75,
		charger: { sharedPowerW: 120 },
		also: { othersOutputW: 60 },
		a: 4.7
	},
	{
		of: 'a 12 V supply of 10 A for 6S',
		pack: lipo(6, 5000),
		each: 3.75,
		charger: { inputMinV: 10, inputMaxV: 30 },
		also: { supply: aSupply({ voltageV: 12, currentA: 10, powerW: 120 }) },
		a: [3.4, 4.6]
	},
	{
		of: '7 °C: a fifth of C',
		pack: lipo(3, 2600),
		each: 3.75,
		read: { temperatureDegC: 7 },
		also: { ambientDegC: 7 },
		a: 0.5
	},
	{
		of: '3 °C: no charge',
		pack: lipo(3, 2600),
		each: 3.75,
		read: { temperatureDegC: 3 },
		also: { ambientDegC: 3 },
		is: 'stop',
		says: ['pack-cold']
	},
	{
		of: '43 °C: it waits',
		pack: lipo(3, 2600),
		each: 3.75,
		read: { temperatureDegC: 43 },
		is: 'stop',
		says: ['pack-hot']
	},
	{
		of: 'swollen',
		pack: lipo(3, 2600, { condition: 'swollen' }),
		each: 3.8,
		is: 'stop',
		says: ['pack-not-in-service']
	},
	{ of: '80 mV apart', pack: lipo(3, 2600), each: [3.8, 3.72, 3.8], says: ['spread-large'], is: 'check' },
	{ of: '400 mV apart', pack: lipo(3, 2600), each: [3.8, 3.4, 3.8], says: ['spread-large'], is: 'stop' },
	{
		of: 'a cell at 2.93 V',
		pack: lipo(3, 2600),
		each: [3.1, 2.93, 3.1],
		says: ['cell-needs-recovery'],
		is: 'stop'
	},
	{
		of: 'a cell at 2.30 V',
		pack: lipo(3, 2600),
		each: [3.1, 2.3, 3.1],
		says: ['cell-under-floor'],
		is: 'stop'
	},
	{
		of: 'a cell at 4.31 V',
		pack: lipo(3, 2600),
		each: [4.2, 4.31, 4.2],
		says: ['cell-over-limit'],
		is: 'stop'
	},
	{
		of: 'zero among sound cells',
		pack: lipo(4, 3300),
		each: [3.8, 0, 3.8, 3.8],
		says: ['cell-under-floor'],
		is: 'stop'
	},
	{
		of: 'read five weeks ago',
		pack: lipo(3, 2600),
		each: 3.8,
		read: { takenAt: '2026-03-27T17:40:00.000Z' },
		says: ['reading-old']
	},
	{
		of: 'no reading at all',
		pack: lipo(3, 2600),
		says: ['no-reading'],
		is: 'check',
		also: { reading: null }
	},
	{
		of: 'worn to 1400 of 2600 mAh: 1C of what it holds',
		pack: lipo(3, 2600, { measuredCapacityAh: 1.4 }),
		each: 3.75,
		a: 1.4,
		ah: [0.8, 1.62],
		says: ['capacity-worn'],
		is: 'check'
	},
	{
		of: 'the sum of four cells alone, without a balance lead',
		pack: lipo(4, 3300, { balanceLead: false }),
		sum: 15.2,
		task: 'charge',
		v: [4.0, 4.17]
	},
	{
		of: 'printed as four cells, entered as three',
		pack: lipo(3, 2600, { labelVoltageV: 14.8 }),
		each: 3.8,
		says: ['label-says-other-count'],
		is: 'stop'
	},
	{
		of: '12.4 V as the sum of four: it may be three',
		pack: lipo(4, 3300, { balanceLead: false }),
		sum: 12.4,
		task: 'charge',
		says: ['sum-fits-fewer-cells'],
		is: 'stop'
	},
	{
		of: 'a channel without LiPo',
		pack: lipo(3, 2600),
		each: 3.8,
		channel: { chemistries: [{ chemistry: 'nimh', minCells: 1, maxCells: 20 }] },
		says: ['chemistry-not-on-channel'],
		is: 'stop'
	},
	{ of: '45 Ah typed for 4.5 Ah', pack: lipo(3, 45000), each: 3.8, says: ['capacity-slip'] },
	// LiHV, Li-ion, LiFe.
	{
		of: 'LiHV 4S 1500 mAh, printed 15.2 V',
		pack: other('lihv', 4, 1500, { labelVoltageV: 15.2, labelChargeRateC: 2 }),
		each: 3.85,
		a: 1.5,
		v: 4.35,
		is: 'clear'
	},
	{
		of: 'LiHV without printed volts ends as LiPo',
		pack: other('lihv', 4, 1500),
		each: 3.85,
		v: 4.2,
		says: ['higher-end-unproved']
	},
	{
		of: 'Li-ion 3S 2600 mAh: 0.5C to 4.10 V',
		pack: other('liion', 3, 2600, { labelVoltageV: 10.8 }),
		each: 3.6,
		a: 1.3,
		v: 4.1,
		ah: [1.2, 2.6],
		is: 'clear'
	},
	{
		of: 'Li-ion 1S 3000 mAh',
		pack: other('liion', 1, 3000, { labelVoltageV: 3.6 }),
		each: 3.5,
		task: 'charge',
		on: 'small',
		a: 1.5,
		v: 4.1
	},
	{
		of: 'Li-ion whose maker says 4.20 V',
		pack: other('liion', 3, 2600, { makerEndVoltageV: 4.2 }),
		each: 3.6,
		v: 4.2,
		a: 1.3
	},
	{
		of: 'Li-ion 6S 7000 mAh',
		pack: other('liion', 6, 7000, { labelVoltageV: 21.6 }),
		each: 3.6,
		a: 3.5,
		v: 4.1
	},
	{
		of: 'Li-ion with a cell at 2.80 V: a tenth of C and a first part',
		pack: other('liion', 3, 2600),
		each: [2.8, 2.85, 2.85],
		a: 0.2,
		ah: [0.15, 0.26],
		says: ['low-start'],
		is: 'check'
	},
	{
		of: 'Li-ion with a cell at 2.30 V',
		pack: other('liion', 3, 2600),
		each: [2.3, 2.4, 2.4],
		says: ['cell-needs-recovery'],
		is: 'stop'
	},
	{
		of: 'LiFe 4S 2100 mAh: 1C to 3.60 V',
		pack: other('life', 4, 2100, { labelVoltageV: 13.2 }),
		each: 3.27,
		a: 2.1,
		v: 3.6,
		ah: [0.8, 2.42]
	},
	{
		of: 'LiFe 4S 100 Ah on 20 A',
		pack: other('life', 4, 100000, { labelVoltageV: 12.8 }),
		each: 3.25,
		on: 'large',
		a: 20,
		v: 3.6,
		silent: ['capacity-slip']
	},
	{
		of: 'LiFe by the sum alone: only reading the cells is left',
		pack: other('life', 4, 2100, { labelVoltageV: 13.2, balanceLead: false }),
		sum: 13.1,
		task: 'charge',
		is: 'stop'
	},
	// Storage and discharge.
	{
		of: '4S 3300 mAh full, down to storage with 10 W: 0.66 A at 15.2 V',
		pack: lipo(4, 3300),
		each: 4.19,
		task: 'storage',
		v: 3.8,
		down: 0.7,
		min: [120, 330]
	},
	{
		of: '3S 2600 mAh empty, up to storage',
		pack: lipo(3, 2600),
		each: 3.55,
		task: 'storage',
		v: 3.8,
		a: 2.6
	},
	{
		of: 'Li-ion 3S 7000 mAh full, down with 80 W: 7.2 A, and 1C',
		pack: other('liion', 3, 7000, { labelVoltageV: 10.8 }),
		each: 4.08,
		on: 'large',
		task: 'storage',
		v: 3.7,
		down: 7
	},
	{
		of: 'LiFe 4S 2100 mAh full: half of it comes out',
		pack: other('life', 4, 2100, { labelVoltageV: 13.2 }),
		each: 3.4,
		task: 'storage',
		ah: [0.85, 1.3]
	},
	{ of: '3S at storage already', pack: lipo(3, 2600), each: 3.8, task: 'storage', says: ['storage-reached'] },
	{
		of: '3S 2600 mAh measured: a fifth of C to 3.30 V',
		pack: lipo(3, 2600),
		each: 4.19,
		task: 'discharge',
		down: 0.5,
		downV: 3.3
	},
	{
		of: '6S 5000 mAh measured with 10 W: 0.51 A at 19.8 V',
		pack: lipo(6, 5000),
		each: 4.19,
		task: 'discharge',
		down: 0.6,
		downV: 3.3
	},
	{
		of: 'Li-ion 6S 5000 mAh with 10 W: 0.56 A at 18 V',
		pack: other('liion', 6, 5000, { labelVoltageV: 21.6 }),
		each: 4.08,
		task: 'discharge',
		down: 0.6,
		downV: 3
	},
	{
		of: 'a channel that cannot discharge',
		pack: lipo(3, 2600),
		each: 4.19,
		task: 'discharge',
		channel: { dischargePowerW: 0 },
		says: ['cannot-discharge'],
		is: 'stop'
	},
	{
		of: 'NiMH 6 × 2400 mAh measured: 6.0 V is more than 1.15 × 5',
		pack: plain('nimh', 6, 2400),
		sum: 8.1,
		task: 'discharge',
		down: 0.4,
		downV: 1
	},
	{
		of: 'NiMH of 8: 1.15 × 7 is 8.05 V',
		pack: plain('nimh', 8, 2400),
		sum: 10.8,
		task: 'discharge',
		downV: 1.01
	},
	{ of: 'NiCd of 20: 21.85 V', pack: plain('nicd', 20, 1700), sum: 26.4, task: 'discharge', downV: 1.1 },
	{
		of: 'lead 7 Ah measured with 10 W: 0.93 A at 10.8 V',
		pack: plain('lead', 6, 7000),
		sum: 12.8,
		task: 'discharge',
		down: [0.9, 1],
		downV: 1.8
	},
	{
		of: 'a cycle of NiMH',
		pack: plain('nimh', 6, 2400),
		sum: 8.1,
		task: 'cycle',
		a: 1.2,
		down: 0.4,
		says: []
	},
	// Nickel.
	{
		of: 'NiMH 6 × 2400 mAh: 0.5C, −ΔV 5 mV, 1.2 × at most',
		pack: plain('nimh', 6, 2400),
		sum: 7.3,
		task: 'charge',
		a: 1.2,
		ah: [1.8, 2.88],
		min: [90, 200]
	},
	{
		of: 'NiMH 6 × 3000 mAh in a hurry: 1C',
		pack: plain('nimh', 6, 3000),
		sum: 7.3,
		task: 'charge',
		pace: 'hurry',
		a: 3,
		ah: [2.2, 3.6]
	},
	{
		of: 'NiMH 6 × 2400 mAh gently: 0.1C by time',
		pack: plain('nimh', 6, 2400),
		sum: 7.3,
		task: 'charge',
		pace: 'gentle',
		a: 0.2,
		ah: [1.6, 3.84],
		min: [480, 1300]
	},
	{
		of: 'NiCd 8 × 1700 mAh: 0.85 A',
		pack: plain('nicd', 8, 1700),
		sum: 9.7,
		task: 'charge',
		a: 0.8,
		ah: [1.2, 2.05]
	},
	{
		of: 'NiMH 20 × 600 mAh',
		pack: plain('nimh', 20, 600),
		sum: 24.4,
		task: 'charge',
		on: 'small',
		a: 0.3,
		ah: [0.4, 0.73]
	},
	{
		of: 'NiMH 2 Ah on a channel of 0.5 A: too weak for a dip, so 0.1C by time',
		pack: plain('nimh', 6, 2000),
		sum: 7.3,
		task: 'charge',
		channel: { maxCurrentA: 0.5 },
		a: 0.2,
		ah: [1.3, 3.2]
	},
	{
		of: 'the same where it cannot go under 0.5 A',
		pack: plain('nimh', 6, 2000),
		sum: 7.3,
		task: 'charge',
		channel: { maxCurrentA: 0.5, minCurrentA: 0.5 },
		is: 'stop'
	},
	{
		of: 'NiMH at 0.93 V a cell',
		pack: plain('nimh', 6, 2400),
		sum: 5.6,
		task: 'charge',
		says: ['nickel-pack-dead'],
		is: 'check'
	},
	{
		of: 'NiMH at 0.83 V a cell: a tenth of C, an hour at most',
		pack: plain('nimh', 6, 2400),
		sum: 5.0,
		task: 'charge',
		a: 0.2,
		ah: [0.15, 0.24],
		min: [40, 60],
		says: ['low-start'],
		is: 'check'
	},
	{
		of: 'NiMH with next to nothing',
		pack: plain('nimh', 6, 2400),
		sum: 1.2,
		task: 'charge',
		is: 'stop',
		says: ['nickel-pack-dead']
	},
	{
		of: 'NiMH of 6 entered as 12',
		pack: plain('nimh', 12, 2400),
		sum: 7.7,
		task: 'charge',
		is: 'stop',
		says: ['volts-of-fewer-cells']
	},
	{
		of: 'NiMH at 8 °C: a tenth of C',
		pack: plain('nimh', 6, 2400),
		sum: 7.3,
		read: { temperatureDegC: 8 },
		also: { ambientDegC: 8 },
		task: 'charge',
		a: 0.2
	},
	{
		of: 'NiMH at 43 °C',
		pack: plain('nimh', 6, 2400),
		sum: 7.3,
		read: { temperatureDegC: 43 },
		task: 'charge',
		is: 'stop',
		says: ['pack-hot']
	},
	// Lead.
	{
		of: 'lead 12 V 7 Ah at 25 °C: 0.2C, 2.40 V',
		pack: plain('lead', 6, 7000, { labelVoltageV: 12 }),
		sum: 12.3,
		read: { temperatureDegC: 25 },
		also: { ambientDegC: 25 },
		task: 'charge',
		a: 1.4,
		v: 2.4,
		ah: [3, 9.1],
		min: [300, 1440]
	},
	{
		of: 'the same at 10 °C: compensated, and clamped',
		pack: plain('lead', 6, 7000),
		sum: 12.3,
		read: { temperatureDegC: 10 },
		also: { ambientDegC: 10 },
		task: 'charge',
		v: [2.44, 2.49]
	},
	{
		of: 'gel 12 V 9 Ah at 25 °C: 2.35 V',
		pack: plain('leadgel', 6, 9000),
		sum: 12.4,
		read: { temperatureDegC: 25 },
		also: { ambientDegC: 25 },
		task: 'charge',
		a: 1.8,
		v: 2.35
	},
	{ of: 'lead 24 V 17 Ah', pack: plain('lead', 12, 17000), sum: 24.6, task: 'charge', a: 3.4 },
	{ of: 'lead 6 V 4 Ah', pack: plain('lead', 3, 4000), sum: 6.2, task: 'charge', on: 'small', a: 0.8 },
	{
		of: 'a vehicle battery of 45 Ah: 9 A',
		pack: plain('lead', 6, 45000),
		sum: 12.4,
		task: 'charge',
		a: 9,
		silent: ['capacity-slip']
	},
	{
		of: 'one of 100 Ah on 10 A',
		pack: plain('lead', 6, 100000),
		sum: 12.2,
		task: 'charge',
		a: 10,
		ah: [40, 130],
		silent: ['capacity-slip']
	},
	{
		of: '10.5 V: a cell is shorted',
		pack: plain('lead', 6, 7000),
		sum: 10.5,
		task: 'charge',
		is: 'stop',
		says: ['lead-shorted-cell']
	},
	{
		of: '10.5 V, known to be drained: a tenth of C, three tenths of it',
		pack: plain('lead', 6, 7000),
		sum: 10.5,
		read: { usedSince: 'until it faded' },
		task: 'charge',
		a: 0.7,
		ah: [1.9, 2.11],
		is: 'check',
		says: ['lead-drained']
	},
	{ of: '11.4 V: a tenth of C', pack: plain('lead', 6, 7000), sum: 11.4, task: 'charge', a: 0.7 },
	{
		of: '12.7 V entered as 24 V',
		pack: plain('lead', 12, 7000),
		sum: 12.7,
		task: 'charge',
		is: 'stop',
		says: ['volts-of-fewer-cells']
	},
	// Recovery.
	{
		of: 'LiPo at 2.90 V since yesterday: 0.05C, 30 min, 3 %',
		pack: lipo(3, 2600),
		each: 2.9,
		read: { lowFor: 'a day at most' },
		task: 'recover',
		a: 0.1,
		ah: [0.01, 0.078],
		min: [30, 30]
	},
	{
		of: 'the same, nobody knows since when',
		pack: lipo(3, 2600),
		each: 2.9,
		task: 'recover',
		is: 'stop',
		says: ['recovery-age-unknown']
	},
	{
		of: 'the same for longer than a week',
		pack: lipo(3, 2600),
		each: 2.9,
		read: { lowFor: 'longer' },
		task: 'recover',
		is: 'stop',
		says: ['recovery-age-unknown']
	},
	{
		of: 'lead at 9.6 V, nobody knows since when',
		pack: plain('lead', 6, 7000),
		sum: 9.6,
		task: 'recover',
		a: [0.3, 0.35],
		ah: [0.1, 0.21],
		min: [30, 30],
		is: 'check',
		says: ['recovery-age-unknown']
	}
];

const within = (value: number | null, wanted: number | Range, what: string): void => {
	const [low, high] = typeof wanted === 'number' ? [wanted - 1e-6, wanted + 1e-6] : wanted;
	assert.ok(
		value !== null && value >= low - 1e-9 && value <= high + 1e-9,
		`${what} ${value}, by hand ${String(wanted)}`
	);
};

for (const [k, row] of ROWS.entries())
	test(`${k + 1}. ${row.of}`, () => {
		const pack = aPack({ labelChargeRateC: 5, measuredCapacityAh: null, ...row.pack });
		const cells =
			typeof row.each === 'number'
				? Array.from({ length: pack.cells }, () => row.each as number)
				: [...(row.each ?? [])];
		const reading = aReading(cells, {
			...(row.sum === undefined ? {} : { cellVoltagesV: null, packVoltageV: row.sum }),
			...row.read
		});
		// Over a link nothing is rounded up for the evenings to come.
		const charger = aMultiCharger(
			{
				link: 'stand-in',
				held: [
					held({ kind: 'safetyTimerMin', heldValue: 120, min: 10, max: 1440 }),
					held({ kind: 'capacityLimitAh', heldValue: 5, min: 0.01, max: 200, step: 0.01 }),
					held({ kind: 'temperatureLimitDegC', heldValue: 45, min: 20, max: 80 })
				],
				...row.charger
			},
			{ minCurrentA: 0.1, ...BENCHES[row.on ?? 'middle'], ...row.channel }
		);
		const { settings: s, findings } = solve(
			aContext({
				pack,
				reading,
				charger,
				task: row.task ?? 'balance',
				purpose: row.pace ?? 'standard',
				...row.also
			})
		);
		const rules = findings.map((f) => f.rule);
		const told = findings.map((f) => `${f.severity} ${f.rule}: ${f.sentence}`).join('\n');
		for (const rule of row.says ?? []) assert.ok(rules.includes(rule), `no ${rule} among\n${told}`);
		for (const rule of row.silent ?? []) assert.ok(!rules.includes(rule), told);
		if (row.is) assert.equal(verdictOf(findings), row.is, told);
		if (row.is === 'stop') return;
		if (row.a !== undefined) within(s.currentA, row.a, 'current');
		if (row.v !== undefined) within(s.endVoltageV, row.v, 'end');
		if (row.down !== undefined) within(s.dischargeA, row.down, 'discharge');
		if (row.downV !== undefined) within(s.dischargeEndV, row.downV, 'discharge end');
		if (row.ah !== undefined) within(s.capacityLimitAh, row.ah, 'limit');
		if (row.min !== undefined) within(s.safetyTimerMin, row.min, 'timer');
		if (row.is === undefined) assert.notEqual(verdictOf(findings), 'stop', told);
	});

test('at least eighty', () => assert.ok(ROWS.length >= 80, `${ROWS.length}`));
