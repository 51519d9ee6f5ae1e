/**
 * Kinds of chargers to begin a description with: what such a one usually has (common practice, no
 * source; no maker's figures).
 */
import { CHEMISTRIES } from '../chemistry/catalogue';
import type { CHANNEL, CHARGER } from './charger';
import type { GivenOf } from '../quantity/field';
import type { TaskId } from './programs';

type Channel = GivenOf<typeof CHANNEL>;

export interface ChargerKind {
	id: string;
	name: string;
	/** What it is known by, in a line. */
	about: string;
	charger: GivenOf<typeof CHARGER> & { channels: Channel[] };
}

const takes = (cells: Partial<Record<'lithium' | 'nickel' | 'lead', number>>): Channel['chemistries'] =>
	CHEMISTRIES.flatMap(({ id, family, cells: { max } }) => {
		const most = cells[family];
		return most === undefined ? [] : [{ chemistry: id, minCells: 1, maxCells: Math.min(most, max) }];
	});
const EVERY = { lithium: 6, nickel: 15, lead: 6 };
const MOST: TaskId[] = ['balance', 'charge', 'fast', 'storage', 'discharge', 'cycle'];

const channel = (
	label: string,
	change: Partial<Channel> & Pick<Channel, 'powerW' | 'maxCurrentA'>
): Channel => ({
	label,
	minCurrentA: 0.1,
	currentStepA: 0.1,
	endVoltageStepV: 0.01,
	chemistries: takes(EVERY),
	balanceCurrentA: 0.3,
	balancePortCells: 6,
	dischargePowerW: 5,
	dischargeCurrentA: 1,
	voltageAccuracyV: 0.02,
	portBuiltIn: true,
	tasks: MOST,
	...change
});
const mains = { inputMinV: 100, inputMaxV: 240 };
const asks: GivenOf<typeof CHARGER>['asks'] = ['chemistry', 'task', 'cells', 'currentA'];

export const CHARGER_KINDS: readonly ChargerKind[] = [
	{
		id: 'small',
		name: 'Small, one channel, on 12 V',
		about: '65 W, 6 A, to 6S, every chemistry',
		charger: {
			name: '',
			inputMinV: 11,
			inputMaxV: 18,
			asks,
			channels: [channel('1', { powerW: 65, maxCurrentA: 6 })]
		}
	},
	{
		id: 'mains',
		name: 'One channel, on the mains',
		about: '60 W, 6 A, to 6S, its own supply inside',
		charger: { name: '', ...mains, asks, channels: [channel('1', { powerW: 60, maxCurrentA: 6 })] }
	},
	{
		id: 'two',
		name: 'Two channels that share their power',
		about: '2 × 200 W, together 200 W on the mains',
		charger: {
			name: '',
			...mains,
			sharedPowerW: 200,
			asks: [...asks, 'endVoltageV'],
			channels: ['A', 'B'].map((label) =>
				channel(label, {
					powerW: 200,
					maxCurrentA: 12,
					balanceCurrentA: 0.8,
					dischargePowerW: 10,
					dischargeCurrentA: 2,
					hasProbe: true
				})
			)
		}
	},
	{
		id: 'four',
		name: 'Four channels on one supply',
		about: '4 × 80 W, 10 A each, on 12 to 24 V',
		charger: {
			name: '',
			inputMinV: 11,
			inputMaxV: 26,
			asks: [...asks, 'capacity'],
			channels: ['1', '2', '3', '4'].map((label) => channel(label, { powerW: 80, maxCurrentA: 10 }))
		}
	},
	{
		id: 'nickel',
		name: 'For nickel alone',
		about: '20 W, 2 A, ends on the dip, no balance port',
		charger: {
			name: '',
			...mains,
			asks: ['cells', 'currentA'],
			channels: [
				channel('1', {
					powerW: 20,
					maxCurrentA: 2,
					chemistries: takes({ nickel: 12 }),
					endVoltageStepV: null,
					balanceCurrentA: 0,
					balancePortCells: 0,
					showsCells: false,
					dischargePowerW: 0,
					dischargeCurrentA: 0,
					tasks: ['charge']
				})
			]
		}
	},
	{
		id: 'plain',
		name: 'Without balancing',
		about: '50 W, 5 A, sees only the sum of the cells',
		charger: {
			name: '',
			inputMinV: 11,
			inputMaxV: 15,
			asks,
			channels: [
				channel('1', {
					powerW: 50,
					maxCurrentA: 5,
					balanceCurrentA: 0,
					balancePortCells: 0,
					showsCells: false,
					portBuiltIn: false,
					tasks: ['charge', 'discharge']
				})
			]
		}
	}
];
