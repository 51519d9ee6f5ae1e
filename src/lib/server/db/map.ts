/** Rows to shapes. Dates leave as ISO strings. */
import type { Charger } from '$core/charger/charger';
import type { HeldSetting } from '$core/charger/setting';
import type { Supply } from '$core/charger/supply';
import type { Run } from '$core/log/run';
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import type { Row } from './models';

const iso = (value: unknown): string => new Date(value as string).toISOString();
const isoOrNull = (value: unknown): string | null => (value == null ? null : iso(value));

function pick<T>(row: Row, keys: readonly (keyof T & string)[]): T {
	return Object.fromEntries(keys.map((key) => [key, row.get(key) ?? null])) as T;
}

export const toPack = (row: Row): Pack =>
	pick<Pack>(row, [
		'id',
		'name',
		'usedIn',
		'chemistry',
		'cells',
		'parallel',
		'capacityAh',
		'labelChargeRateC',
		'labelVoltageV',
		'connectorId',
		'balanceLead',
		'measuredCapacityAh',
		'condition',
		'makerEndVoltageV',
		'electronics',
		'pairId',
		'practice',
		'firstUsedOn',
		'notes'
	]);

export const toReading = (row: Row): Reading => ({
	...pick<Reading>(row, [
		'id',
		'packId',
		'cellVoltagesV',
		'packVoltageV',
		'state',
		'usedSince',
		'temperatureDegC',
		'cellResistancesOhm'
	]),
	takenAt: iso(row.get('takenAt'))
});

export const toSupply = (row: Row): Supply =>
	pick<Supply>(row, [
		'id',
		'name',
		'kind',
		'voltageV',
		'powerW',
		'currentA',
		'otherLoadW',
		'capacityAh',
		'ofVehicle'
	]);

const toHeld = (row: Row): HeldSetting =>
	pick<HeldSetting>(row, [
		'kind',
		'scope',
		'channelId',
		'task',
		'defaultValue',
		'heldValue',
		'min',
		'max',
		'step',
		'canBeOff',
		'fixed'
	]);

const toChannel = (row: Row): Charger['channels'][number] =>
	pick(row, [
		'id',
		'label',
		'powerW',
		'minCurrentA',
		'maxCurrentA',
		'currentStepA',
		'endVoltageStepV',
		'chemistries',
		'balanceCurrentA',
		'balancePortCells',
		'showsCells',
		'dischargePowerW',
		'dischargeCurrentA',
		'voltageAccuracyV',
		'hasProbe',
		'tasks',
		'fixedCurrentA',
		'storageCurrentA',
		'storageV',
		'deltaVMinV',
		'deltaVMaxV',
		'deltaVStepV',
		'asksTrickle',
		'endsOnTemperatureRise',
		'knowsOwnBalancer',
		'storageInPercent'
	]);

const byPosition = (a: Row, b: Row) => (a.get('position') as number) - (b.get('position') as number);

export const toCharger = (row: Row, channels: Row[], held: Row[]): Charger => ({
	...pick<Omit<Charger, 'channels' | 'held'>>(row, [
		'id',
		'name',
		'inputMinV',
		'inputMaxV',
		'inputCurrentA',
		'sharedPowerW',
		'efficiency',
		'overheadW',
		'supplyId',
		'link',
		'asks',
		'slots',
		'capacityKeyed',
		'forgetsAtRestart',
		'atCheck',
		'protections',
		'price',
		'notes'
	]),
	channels: channels.sort(byPosition).map(toChannel),
	held: held.sort(byPosition).map(toHeld)
});

export const toRun = (row: Row): Run => ({
	...pick<Run>(row, [
		'id',
		'packId',
		'chargerId',
		'channelId',
		'programId',
		'mode',
		'status',
		'task',
		'purpose',
		'settings',
		'overridden',
		'expectedMin',
		'expectedP95Min',
		'expectedAh',
		'endReason',
		'durationS',
		'chargeAh',
		'peakTemperatureDegC',
		'endCellVoltagesV',
		'notes'
	]),
	startedAt: iso(row.get('startedAt')),
	endedAt: isoOrNull(row.get('endedAt'))
});
