/** The three chargers of the harbour and what feeds them. Every make is invented. */
import type { INVENTORY } from '../core/charger/inventory';
import type { CHANNEL, CHARGER } from '../core/charger/charger';
import { TASK_IDS, type TaskId } from '../core/charger/programs';
import type { HELD_SETTING } from '../core/charger/setting';
import type { SUPPLY } from '../core/charger/supply';
import { CHEMISTRIES } from '../core/chemistry/catalogue';
import type { GivenOf } from '../core/quantity/field';
import { STAND_IN_SPEC } from '../stand-in/spec';

export const SUPPLIES: Record<string, GivenOf<typeof SUPPLY>> = {
	mains: { name: 'Boathouse socket', kind: 'mains', voltageV: 230, powerW: 2300, currentA: null },
	jetty: {
		name: 'Jetty battery',
		kind: 'lead battery',
		voltageV: 12.6,
		powerW: null,
		currentA: 12,
		capacityAh: 18,
		otherLoadW: 4
	},
	shed: { name: 'Shed supply, 24 V', kind: 'bench supply', voltageV: 24, powerW: 350, currentA: 15 }
};

/**
 * What a multi-chemistry channel takes, each with the range of its end-of-charge setting; null
 * where that is left to it.
 */
const takes = (
	cells: { lithium: number; nickel: number; lead: number },
	ends: Record<string, [number, number]> = {}
) =>
	CHEMISTRIES.map(({ id, family }) => ({
		chemistry: id,
		minCells: 1,
		maxCells: cells[family],
		endVoltageMinV: ends[id]?.[0] ?? null,
		endVoltageMaxV: ends[id]?.[1] ?? null
	}));

type Held = GivenOf<typeof HELD_SETTING>;
const held = (
	part: Partial<Held> & Pick<Held, 'kind' | 'defaultValue' | 'heldValue' | 'min' | 'max' | 'step'>
): Held => ({
	scope: 'charger',
	channelId: null,
	canBeOff: true,
	fixed: false,
	known: true,
	...part
});

export const CHARGERS: Record<
	string,
	{
		supply: keyof typeof SUPPLIES;
		charger: GivenOf<typeof CHARGER> & { channels: GivenOf<typeof CHANNEL>[] };
	}
> = {
	quay: {
		supply: 'jetty',
		charger: {
			name: 'Quay 65',
			inputMinV: 11,
			inputMaxV: 26,
			inputCurrentA: 8,
			sharedPowerW: null,
			efficiency: 0.82,
			overheadW: 3,
			supplyId: null,
			standsAt: 'shed',
			link: 'none',
			asks: ['chemistry', 'task', 'currentA', 'cells'],
			slots: 5,
			atCheck: 'starts by itself',
			forgetsAtRestart: true,
			price: 45,
			notes: 'The small one for the jetty. Starts by itself a few seconds after the cell check.',
			channels: [
				{
					label: '1',
					powerW: 65,
					minCurrentA: 0.1,
					maxCurrentA: 6,
					currentStepA: 0.1,
					endVoltageStepV: null,
					chemistries: takes({ lithium: 6, nickel: 15, lead: 6 }),
					balanceCurrentA: 0.2,
					balancePortCells: 6,
					showsCells: true,
					dischargePowerW: 5,
					dischargeCurrentA: 1,
					voltageAccuracyV: 0.02,
					hasProbe: false,
					tasks: ['balance', 'charge', 'fast', 'storage', 'discharge'],
					storageCurrentA: 1,
					storageV: 3.7,
					asksTrickle: true
				}
			],
			held: [
				held({ kind: 'safetyTimerMin', defaultValue: 120, heldValue: 120, min: 10, max: 720, step: 5 }),
				held({ kind: 'capacityLimitAh', defaultValue: 5, heldValue: 5, min: 0.1, max: 50, step: 0.05 }),
				held({ kind: 'trickleA', defaultValue: 0.1, heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01 }),
				held({
					kind: 'dischargeEndV',
					defaultValue: 3,
					heldValue: 3,
					min: 2.5,
					max: 3.9,
					step: 0.1,
					canBeOff: false
				}),
				held({
					kind: 'rateCapC',
					defaultValue: 2,
					heldValue: 2,
					min: 0.5,
					max: 5,
					step: 0.5,
					canBeOff: false
				}),
				held({
					kind: 'inputFloorV',
					defaultValue: 10.5,
					heldValue: 11.5,
					min: 10,
					max: 24,
					step: 0.1,
					canBeOff: false
				})
			]
		}
	},
	pier: {
		supply: 'mains',
		charger: {
			name: 'Pier Two',
			inputMinV: 100,
			inputMaxV: 240,
			inputCurrentA: 4,
			sharedPowerW: STAND_IN_SPEC.sharedPowerW,
			efficiency: 0.85,
			overheadW: 6,
			supplyId: null,
			standsAt: 'boathouse',
			link: 'stand-in',
			asks: [
				'task',
				'chemistry',
				'cells',
				'currentA',
				'endVoltageV',
				'dischargeA',
				'dischargeEndV',
				'deltaV',
				'order',
				'cycles',
				'restMin',
				'safetyTimerMin',
				'capacityLimitAh'
			],
			slots: 10,
			protections: [
				'reversed polarity',
				'cell count',
				'over-voltage',
				'under-voltage',
				'timer',
				'temperature'
			],
			price: 190,
			notes: 'Mains unit in the boathouse. Its two channels share 240 W.',
			channels: STAND_IN_SPEC.channels.map((label) => ({
				label,
				powerW: STAND_IN_SPEC.channelPowerW,
				minCurrentA: STAND_IN_SPEC.minCurrentA,
				maxCurrentA: STAND_IN_SPEC.maxCurrentA,
				currentStepA: STAND_IN_SPEC.currentStepA,
				endVoltageStepV: 0.01,
				chemistries: takes(STAND_IN_SPEC.maxCells, {
					lipo: [4.0, 4.2],
					lihv: [4.2, 4.35],
					liion: [3.9, 4.2],
					life: [3.4, 3.65]
				}),
				balanceCurrentA: STAND_IN_SPEC.balanceCurrentA,
				balancePortCells: STAND_IN_SPEC.balancePortCells,
				showsCells: true,
				dischargePowerW: STAND_IN_SPEC.dischargePowerW,
				dischargeCurrentA: STAND_IN_SPEC.dischargeCurrentA,
				voltageAccuracyV: STAND_IN_SPEC.voltageAccuracyV,
				hasProbe: label === 'A',
				endsOnTemperatureRise: label === 'A',
				tasks: [...TASK_IDS],
				deltaVMinV: 0.003,
				deltaVMaxV: 0.02,
				deltaVStepV: 0.001
			})),
			held: [
				held({ kind: 'safetyTimerMin', defaultValue: 120, heldValue: 120, min: 10, max: 999, step: 1 }),
				// Set for the buoys in spring and forgotten: it cuts every larger pack short.
				held({ kind: 'capacityLimitAh', defaultValue: 10, heldValue: 3, min: 0.1, max: 50, step: 0.05 }),
				held({ kind: 'temperatureLimitDegC', defaultValue: 50, heldValue: 50, min: 20, max: 80, step: 1 })
			]
		}
	},
	basin: {
		supply: 'shed',
		charger: {
			name: 'Basin Four',
			inputMinV: 10,
			inputMaxV: 28,
			inputCurrentA: 20,
			sharedPowerW: null,
			efficiency: 0.83,
			overheadW: 8,
			supplyId: null,
			standsAt: 'shed',
			link: 'none',
			asks: ['chemistry', 'capacity', 'cells', 'task', 'currentA', 'deltaV', 'safetyTimerMin'],
			slots: 10,
			capacityKeyed: 'sets the current',
			atCheck: 'cancels by itself',
			protections: ['reversed polarity', 'cell count', 'over-voltage', 'timer'],
			price: 160,
			notes: 'Four channels of 80 W. Two balance boards for four channels.',
			channels: ['1', '2', '3', '4'].map((label) => ({
				label,
				powerW: 80,
				minCurrentA: 0.1,
				maxCurrentA: 10,
				currentStepA: 0.1,
				endVoltageStepV: 0.01,
				chemistries: takes({ lithium: 6, nickel: 12, lead: 6 }, { lipo: [4.15, 4.2] }),
				balanceCurrentA: 0.25,
				balancePortCells: 6,
				showsCells: true,
				dischargePowerW: 5,
				dischargeCurrentA: 1,
				voltageAccuracyV: 0.015,
				hasProbe: false,
				tasks: ['balance', 'charge', 'discharge'] as TaskId[],
				deltaVMinV: 0.005,
				deltaVMaxV: 0.02,
				deltaVStepV: 0.001
			})),
			held: ['1', '2', '3', '4'].flatMap((_, i) => [
				held({
					kind: 'safetyTimerMin',
					scope: 'channel',
					channelId: `#${i}`,
					defaultValue: 120,
					heldValue: i === 1 ? 60 : 120,
					min: 10,
					max: 600,
					step: 10
				}),
				held({
					kind: 'capacityLimitAh',
					scope: 'channel',
					channelId: `#${i}`,
					defaultValue: 5,
					heldValue: 5,
					min: 0.2,
					max: 20,
					step: 0.1
				})
			])
		}
	}
};

/** What lies on the bench: two balance boards for four channels are a limit of their own. */
export const STOCK: GivenOf<typeof INVENTORY> = {
	leads: [
		{
			id: 'lead-main',
			name: 'Long block lead',
			connectorId: 'block-medium',
			awg: 12,
			lengthM: 0.6,
			currentA: 30
		},
		{
			id: 'lead-small',
			name: 'Small block lead',
			connectorId: 'block-small',
			awg: 16,
			lengthM: 0.4,
			currentA: 12
		},
		{ id: 'lead-blade', name: 'Blade lead', connectorId: 'blade-nylon', awg: 18, lengthM: 0.5, currentA: 6 },
		{
			id: 'lead-signal',
			name: 'Thin signal lead',
			connectorId: 'signal-2',
			awg: 22,
			lengthM: 0.5,
			currentA: 3
		},
		{ id: 'lead-clips', name: 'Clip lead', connectorId: 'bullet-4', awg: 14, lengthM: 0.8, currentA: 15 }
	],
	adapters: [{ id: 'adapter-large', fromId: 'block-large', toId: 'block-medium', currentA: 30 }],
	boards: [{ id: 'board-six', name: 'Board for six cells', cells: 6, count: 2 }]
};
