import { PRACTICE, type Rule } from '../../rule';

const NOMINAL_V_PER_CELL = 2;
/**
 * Shares of a lead battery that may be taken: better half, never more than four fifths (common
 * practice, no source).
 */
const HALF = 0.5;
const MOST = 0.8;

export const supplyBatteryDrained: Rule = {
	id: 'supply-battery-drained',
	title: 'Field battery would be drained',
	severity: 'check',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r, forecast }) {
		const { supply, charger } = r;
		if (!supply || supply.kind !== 'lead battery' || supply.capacityAh === null || !forecast) return null;
		const chargeWh = forecast.best.legs
			.filter((l) => l.kind === 'charge')
			.reduce((sum, l) => sum + l.energyWh, 0);
		const neededWh = chargeWh / charger.efficiency + charger.overheadW * (forecast.best.timeS / 3600);
		const share =
			neededWh / (supply.capacityAh * NOMINAL_V_PER_CELL * Math.round(supply.voltageV / NOMINAL_V_PER_CELL));
		if (share <= HALF) return null;
		return {
			severity: share > MOST ? 'stop' : 'check',
			sentence: `This takes about ${Math.round(neededWh)} Wh, ${Math.round(100 * share)} % of what ${supply.name} holds: below half, a lead battery sinks to its floor under load and wears.`
		};
	}
};
