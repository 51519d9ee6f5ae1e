import { text, volts } from '../../../quantity/format';
import { travels } from '../../../request/storage-target';
import { PRACTICE, type Rule } from '../../rule';

export const storageOutsideWindow: Rule = {
	id: 'storage-outside-window',
	title: 'Storage voltage outside what keeps well',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { storageWindowV } = r.chemistry.voltages;
		if (!r.taskData.stores || travels(r) || r.chemistry.storage.kind !== 'volts') return null;
		const v = settings.endVoltageV;
		if (v >= storageWindowV.low - 1e-9 && v <= storageWindowV.high + 1e-9) return null;
		return {
			sentence: `${text(volts(v))} is outside ${storageWindowV.low.toFixed(2)} to ${text(volts(storageWindowV.high))}, where ${r.chemistry.name} keeps best.`,
			fix:
				solved.endVoltageV >= storageWindowV.low && solved.endVoltageV <= storageWindowV.high
					? {
							label: `Set ${text(volts(solved.endVoltageV))}`,
							kind: 'set',
							set: { endVoltageV: solved.endVoltageV }
						}
					: undefined
		};
	}
};
