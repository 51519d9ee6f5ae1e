import { packVoltage } from '../../../pack/reading';
import { percent, text, volts } from '../../../quantity/format';
import { TRANSPORT_SOC, travels } from '../../../request/storage-target';
import { PRACTICE, type Rule } from '../../rule';

/** Within this of the target a pack is left alone, V per cell (common practice, no source). */
const NEAR_V = 0.02;

export const storageReached: Rule = {
	id: 'storage-reached',
	title: 'Pack is at storage already',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings }) {
		if (travels(r) && r.reading && r.chargeState.soc <= TRANSPORT_SOC)
			return {
				sentence: `It holds about ${text(percent(Math.max(0, r.chargeState.soc)))}, and ${text(percent(TRANSPORT_SOC))} is the most to travel with: nothing needs doing.`
			};
		if (!r.taskData.stores || !r.reading || r.state.restV === null || r.chemistry.storage.kind !== 'volts')
			return null;
		const perCell = packVoltage(r.reading) / r.pack.cells;
		if (Math.abs(perCell - settings.endVoltageV) > NEAR_V) return null;
		return {
			sentence: `It rests at ${text(volts(perCell))} per cell, and storage is ${text(volts(settings.endVoltageV))}: nothing needs doing.`
		};
	}
};
