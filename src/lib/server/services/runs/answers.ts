/** Solutions as the API gives them: without the references a caller already holds. */
import type { Solution } from '$core/program/solve';
import type { Forecast } from '$core/forecast/forecast';

export function forecastOf(forecast: Forecast) {
	const { best, ...spreads } = forecast;
	return {
		...spreads,
		phases: best.phases,
		endReason: best.endReason,
		endCellVoltagesV: best.endCellV,
		trace: best.trace
	};
}

/** A proposal; where a Stop stands nothing is proposed and `settings` and `decisions` are null. */
export function proposalOf(solution: Solution) {
	const { proposed, verdict, findings, settings, decisions, forecast } = solution;
	const { timeMin, chargeAh, peakTemperatureDegC } = forecast ?? {};
	return {
		proposed,
		verdict,
		findings,
		settings: proposed ? settings : null,
		decisions: proposed ? decisions : null,
		forecast: proposed && forecast ? { timeMin, chargeAh, peakTemperatureDegC } : null
	};
}
