/** The three chargers of the harbour and what feeds them. Every make is invented. */
import type { z } from 'zod';
import type { ChargerInput } from '../core/charger/charger';
import type { SupplyInput } from '../core/charger/supply';
import { CHEMISTRIES } from '../core/chemistry/catalogue';
import { STAND_IN_SPEC } from '../stand-in/spec';

export const SUPPLIES: Record<string, z.input<typeof SupplyInput>> = {
	mains: { name: 'Boathouse socket', kind: 'mains', voltageV: 230, powerW: 2300, currentA: null },
	jetty: { name: 'Jetty battery', kind: 'lead battery', voltageV: 12.6, powerW: null, currentA: 12 },
	shed: { name: 'Shed supply, 24 V', kind: 'bench supply', voltageV: 24, powerW: 350, currentA: 15 }
};

/** What a multi-chemistry channel takes, each with the range of its end-of-charge setting; null where that is left to it. */
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

type Held = NonNullable<z.input<typeof ChargerInput>['held']>[number];
const held = (
	part: Partial<Held> & Pick<Held, 'kind' | 'defaultValue' | 'heldValue' | 'min' | 'max' | 'step'>
): Held => ({
	scope: 'charger',
	channelId: null,
	canBeOff: true,
	fixed: false,
	...part
});

export const CHARGERS: Record<
	string,
	{ supply: keyof typeof SUPPLIES; charger: z.input<typeof ChargerInput> }
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
			link: 'none',
			asks: ['chemistry', 'task', 'currentA', 'cells'],
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
					hasProbe: false
				}
			],
			held: [
				held({ kind: 'safetyTimerMin', defaultValue: 120, heldValue: 120, min: 10, max: 720, step: 5 }),
				held({ kind: 'capacityLimitAh', defaultValue: 5, heldValue: 5, min: 0.1, max: 50, step: 0.05 }),
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
			link: 'stand-in',
			asks: ['task', 'chemistry', 'cells', 'currentA', 'endVoltageV', 'safetyTimerMin', 'capacityLimitAh'],
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
				hasProbe: label === 'A'
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
			link: 'none',
			asks: ['chemistry', 'cells', 'task', 'currentA', 'safetyTimerMin'],
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
				hasProbe: false
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
