import { millivolts, text } from '../../../quantity/format';
import type { Rule } from '../../rule';

export const endVoltageInexactCharger: Rule = {
	id: 'end-voltage-inexact-charger',
	title: 'Charger too inexact for this end of charge',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: 'IEC 62133-2 upper limit charging voltage, from memory.',
	check({ r, settings, solved }) {
		const { cellMaxV } = r.chemistry.voltages;
		const reach = settings.endVoltageV + r.channel.voltageAccuracyV;
		if (reach <= cellMaxV + 1e-9) return null;
		return {
			sentence: `${r.charger.name} may be ${text(millivolts(r.channel.voltageAccuracyV))} off, so a cell set to ${settings.endVoltageV.toFixed(2)} V could reach ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.`,
			fix:
				solved.endVoltageV < settings.endVoltageV
					? {
							label: `Set ${solved.endVoltageV.toFixed(2)} V`,
							kind: 'set',
							set: { endVoltageV: solved.endVoltageV }
						}
					: undefined
		};
	}
};
