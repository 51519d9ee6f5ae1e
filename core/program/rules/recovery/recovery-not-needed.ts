import { cellVoltages } from '../../../pack/reading';
import { ordinaryTask, taskOf } from '../../../request/task';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const recoveryNotNeeded: Rule = {
	id: 'recovery-not-needed',
	title: 'No cell needs recovering',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const { recovery } = r.chemistry;
		if (!r.taskData.recovers || !recovery || !r.reading) return null;
		const lowest = Math.min(...cellVoltages(r.reading, r.pack.cells));
		if (lowest < recovery.belowV) return null;
		const other = ordinaryTask(r.chemistry, r.pack.cells);
		return {
			sentence: `${r.reading.cellVoltagesV ? 'The lowest cell rests at' : 'A cell rests on average at'} ${text(volts(lowest))}, not under ${text(volts(recovery.belowV))}: charge it as usual, gently if you like.`,
			fix: { label: taskOf(other).name, kind: 'task', task: other }
		};
	}
};
