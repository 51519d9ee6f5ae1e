/**
 * What is found when settings are moved by hand onto, just under and just over every figure that
 * something is compared with.
 */
import { test } from 'node:test';
import { limitsAt } from '../../core/charger/envelope';
import { InventorySchema } from '../../core/charger/inventory-schema';
import { solve, type Solution } from '../../core/program/solve';
import type { Overrides, SettingId } from '../../core/request/settings';
import type { ProgramContext } from '../../core/request/context';
import { aCharger, aContext, aPack, aReading, aSupply, held } from '../support/bench-chargers';
import { asWritten } from '../support/golden';
import { aMultiCharger, leadPack, nimhPack } from '../support/rule-cases';

const inventory = InventorySchema.parse({
	leads: [{ id: 'l', name: 'Lead', connectorId: 'block-medium', awg: 18, lengthM: 0.6, currentA: 6 }],
	boards: [{ id: 'b', name: 'Board', cells: 6, count: 1 }]
});
const sum = (packVoltageV: number) => aReading([], { cellVoltagesV: null, packVoltageV });
const SCENES: Record<string, ProgramContext> = {
	'nearest step': aContext({
		charger: aCharger({}, { currentStepA: 0.5 }),
		around: { practice: { person: { stepRounding: 'nearest' }, program: {} } }
	}),
	lipo: aContext({ around: { inventory } }),
	'lipo, unbalanced': aContext({
		task: 'charge',
		pack: aPack({ connectorId: 'block-small', cells: 4 }),
		charger: aCharger({}, { balanceCurrentA: 0 })
	}),
	'weak bench': aContext({
		charger: aCharger({ sharedPowerW: 50 }, { powerW: 40 }),
		othersOutputW: 20,
		supply: aSupply({ voltageV: 110, powerW: 45 })
	}),
	'held values': aContext({
		charger: aCharger({
			held: [
				held({ kind: 'safetyTimerMin', heldValue: 60, min: 10, max: 240 }),
				held({ kind: 'capacityLimitAh', heldValue: 1, min: 0.1, max: 6, step: 0.1 }),
				held({ kind: 'temperatureLimitDegC', heldValue: 45, min: 30, max: 70 }),
				held({ kind: 'rateCapC', heldValue: 1, min: 0.5, max: 5, step: 0.5 }),
				held({ kind: 'trickleA', heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01 }),
				held({ kind: 'inputFloorV', heldValue: 11, min: 10, max: 12, step: 0.1 })
			]
		})
	}),
	storage: aContext({ task: 'storage', reading: aReading([4.1, 4.1, 4.1]) }),
	discharge: aContext({
		task: 'discharge',
		reading: aReading([4.1, 4.1, 4.1]),
		charger: aMultiCharger({}, { dischargePowerW: 30, dischargeCurrentA: 3 })
	}),
	cycle: aContext({
		task: 'cycle',
		charger: aMultiCharger({}, { dischargePowerW: 30, dischargeCurrentA: 3 })
	}),
	recovery: aContext({ task: 'recover', reading: aReading([3.1, 2.95, 3.1]), charger: aMultiCharger() }),
	nickel: aContext({ task: 'charge', pack: nimhPack(), reading: sum(7.4), charger: aMultiCharger() }),
	'nickel down': aContext({
		task: 'discharge',
		pack: nimhPack(),
		reading: sum(7.8),
		charger: aMultiCharger({}, { dischargePowerW: 30, dischargeCurrentA: 3 })
	}),
	lead: aContext({ task: 'charge', pack: leadPack(), reading: sum(12.2), charger: aMultiCharger() })
};

/** Figures that this setting may be compared with. */
function comparedWith(s: Solution, id: SettingId): number[] {
	const { resolved: r, forecast, settings } = s;
	const { voltages: v, rates, temperatures, endOfCharge, recovery } = r.chemistry;
	const { capacityAh, cells } = r.pack;
	const byRate = [...Object.values(rates), recovery?.maxC, r.pack.labelChargeRateC, 0.05, 1, 2].filter(
		(c) => typeof c === 'number'
	);
	switch (id) {
		case 'currentA':
			return [
				...limitsAt(r.envelope, cells * settings.endVoltageV).map((l) => l.currentA),
				...byRate.map((c) => c * capacityAh),
				3,
				6,
				15,
				40
			];
		case 'dischargeA':
			return [
				r.channel.dischargeCurrentA,
				r.channel.dischargePowerW / (cells * v.nominalV),
				...byRate.map((c) => c * capacityAh)
			];
		case 'endVoltageV':
			return [
				v.chargeEndV,
				v.setMaxV,
				v.cellMaxV,
				v.gentleEndV.low,
				v.gentleEndV.high,
				v.storageWindowV.low,
				v.storageWindowV.high,
				v.nominalV
			];
		case 'dischargeEndV':
			return [v.dischargeEndV, v.hardFloorV, v.doNotChargeV + 1, Math.max(cells, 1.15 * (cells - 1)) / cells];
		case 'safetyTimerMin':
			return forecast
				? [
						forecast.timeMin.median,
						forecast.timeMin.p95,
						forecast.timeMin.p99,
						3 * forecast.timeMin.p99,
						recovery?.maxMin ?? 30,
						999
					]
				: [30];
		case 'capacityLimitAh':
			return [
				...(forecast ? [forecast.chargeAh.median, forecast.chargeAh.p99] : []),
				capacityAh,
				1.2 * capacityAh,
				1.5 * capacityAh,
				(recovery?.maxShare ?? 0.03) * capacityAh
			];
		case 'temperatureLimitDegC':
			return [temperatures.tripDegC, temperatures.startMaxDegC, r.packDegC];
		case 'cells':
			return [cells];
		case 'deltaV':
			return endOfCharge.kind === 'dip'
				? [endOfCharge.deltaV.low, endOfCharge.deltaV.high, endOfCharge.looseDeltaV]
				: [];
		case 'trickleA':
			return [(rates.trickleMaxC ?? 0.02) * capacityAh];
		case 'restMin':
			return [5, 10];
		case 'cycles':
			return [1, r.chemistry.traits.cycles.most];
		default:
			return [];
	}
}
/** Just next to a figure, in the unit that it is stored in. */
const NEXT: Partial<Record<SettingId, number>> = {
	currentA: 0.01,
	dischargeA: 0.01,
	endVoltageV: 0.001,
	dischargeEndV: 0.001,
	safetyTimerMin: 0.1,
	capacityLimitAh: 0.001,
	temperatureLimitDegC: 1,
	cells: 1,
	deltaV: 0.0005,
	trickleA: 0.001,
	restMin: 1,
	cycles: 1
};
const OFF: SettingId[] = ['safetyTimerMin', 'capacityLimitAh', 'temperatureLimitDegC', 'trickleA'];

for (const [name, context] of Object.entries(SCENES))
	test(`${name}: settings moved onto and next to what they are compared with`, () => {
		const solved = solve(context);
		const found = (set: Overrides) =>
			solve(context, set)
				.findings.map((f) => `${f.rule} ${f.severity}${f.fix ? ` (${f.fix.label})` : ''}`)
				.join(', ');
		const lines = solved.resolved.settingIds.flatMap((id) => {
			const by = NEXT[id];
			if (by === undefined) return id === 'balance' ? [`balance off: ${found({ balance: false })}`] : [];
			const values = [...new Set(comparedWith(solved, id).flatMap((v) => [v - by, v, v + by]))]
				.filter((v) => v > 0)
				.sort((a, b) => a - b);
			return [
				...values.map((v) => `${id} ${v.toPrecision(6)}: ${found({ [id]: v })}`),
				...(OFF.includes(id) ? [`${id} off: ${found({ [id]: null })}`] : [])
			];
		});
		asWritten(`moved-${name.replace(/\W+/g, '-')}`, lines);
	});
