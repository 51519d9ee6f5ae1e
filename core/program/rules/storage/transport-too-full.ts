import { socAt } from '../../../chemistry/curve';
import { percent, text, volts } from '../../../quantity/format';
import { TRANSPORT_SOC, travels, voltsAtShare } from '../../../request/storage-target';
import { floorToStep } from '../../../quantity/step';
import type { Rule } from '../../rule';

/** A share of charge read off volts is good to a per cent. */
const NEAR = 0.005;

export const transportTooFull: Rule = {
	id: 'transport-too-full',
	title: 'Too full to travel',
	severity: 'check',
	protects: 'person',
	source: 'ICAO Technical Instructions, packing instruction 965 (30 % for cells by themselves), from memory.',
	check({ r, settings }) {
		if (!travels(r) || r.chemistry.storage.kind !== 'volts') return null;
		const soc = socAt(r.chemistry.curve, settings.endVoltageV);
		if (soc <= TRANSPORT_SOC + NEAR) return null;
		const { endVoltageStepV, storageV } = r.channel;
		const targetV = floorToStep(voltsAtShare(r, TRANSPORT_SOC), endVoltageStepV ?? 0.01);
		const settable = storageV === null && endVoltageStepV !== null;
		const told = `${text(volts(settings.endVoltageV))} is about ${text(percent(soc))} of charge; cells that travel by air hold at most ${text(percent(TRANSPORT_SOC))}, about ${text(volts(targetV))}`;
		return {
			sentence: settable
				? `${told}.`
				: `${told}. This channel goes nowhere else: discharge it and stop there by hand. Ask the carrier what else holds.`,
			fix: settable
				? { label: `Set ${text(volts(targetV))}`, kind: 'set', set: { endVoltageV: targetV } }
				: undefined
		};
	}
};
