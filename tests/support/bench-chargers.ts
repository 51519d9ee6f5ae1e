/**
 * Small makers of packs, chargers and contexts for tests. Every call gives a fresh, valid object.
 */
import { type Charger } from '../../core/charger/charger';
import type { Supply } from '../../core/charger/supply';
import type { HeldSetting } from '../../core/charger/setting';
import { type Pack } from '../../core/pack/pack';
import type { ReadingInput } from '../../core/pack/reading';
import type { ProgramContext } from '../../core/request/context';
import { PackSchema } from '../../core/pack/pack-schema';
import { ChargerInputSchema } from '../../core/charger/charger-schema';

export const NOW = '2026-05-02T18:00:00.000Z';

export const held = (change: Partial<HeldSetting> & Pick<HeldSetting, 'kind'>): HeldSetting => ({
	scope: 'charger',
	channelId: null,
	task: null,
	chemistry: null,
	defaultValue: null,
	heldValue: null,
	min: 1,
	max: 999,
	step: 1,
	canBeOff: true,
	fixed: false,
	known: true,
	...change
});

export function aCharger(
	change: Record<string, unknown> = {},
	channel: Record<string, unknown> = {}
): Charger {
	const input = ChargerInputSchema.parse({
		name: 'Test bench',
		inputMinV: 100,
		inputMaxV: 240,
		channels: [
			{
				label: 'A',
				powerW: 200,
				minCurrentA: 0.1,
				maxCurrentA: 12,
				currentStepA: 0.1,
				endVoltageStepV: 0.01,
				chemistries: [{ chemistry: 'lipo', minCells: 1, maxCells: 6 }],
				balanceCurrentA: 0.3,
				balancePortCells: 6,
				dischargePowerW: 10,
				dischargeCurrentA: 2,
				voltageAccuracyV: 0.01,
				hasProbe: true,
				...channel
			}
		],
		held: [
			held({ kind: 'safetyTimerMin', defaultValue: 120, heldValue: 120 }),
			held({ kind: 'capacityLimitAh', defaultValue: 5, heldValue: 5, min: 0.1, max: 50, step: 0.01 }),
			held({ kind: 'temperatureLimitDegC', defaultValue: 45, heldValue: 45, min: 20, max: 80 })
		],
		...change
	});
	return { ...input, id: 'charger', channels: input.channels.map((c, i) => ({ ...c, id: `ch${i + 1}` })) };
}

export const aSupply = (change: Partial<Supply> = {}): Supply => ({
	id: 's',
	name: 'Shed supply',
	kind: 'bench supply',
	voltageV: 120,
	powerW: null,
	currentA: null,
	otherLoadW: 0,
	capacityAh: null,
	ofVehicle: false,
	...change
});

export function aPack(change: Record<string, unknown> = {}): Pack {
	return PackSchema.parse({
		id: 'pack',
		name: 'Test pack',
		chemistry: 'lipo',
		cells: 3,
		capacityAh: 2.6,
		labelChargeRateC: 5,
		connectorId: 'block-medium',
		measuredCapacityAh: change.capacityAh ?? 2.6,
		...change
	});
}

export function aReading(cells: number[], change: Partial<ReadingInput> = {}): ReadingInput {
	return {
		takenAt: '2026-05-02T17:40:00.000Z',
		cellVoltagesV: cells,
		packVoltageV: null,
		state: 'rest',
		usedSince: 'not said',
		lowFor: 'not said',
		temperatureDegC: 21,
		cellResistancesOhm: null,
		chargerCellsV: null,
		chargerChannelId: null,
		...change
	};
}

export function aContext(change: Partial<ProgramContext> = {}): ProgramContext {
	const pack = change.pack ?? aPack();
	return {
		pack,
		reading: aReading(Array.from({ length: pack.cells }, () => 3.72)),
		charger: aCharger(),
		channelId: 'ch1',
		supply: null,
		othersOutputW: 0,
		ambientDegC: 21,
		now: NOW,
		task: 'balance',
		purpose: 'standard',
		...change
	};
}
