import { holds, showHeld } from '../../../charger/setting';
import { heldSetting } from '../../../request/context';
import { limitIsProgram, neededAh, neededMin } from '../../needs';
import { PRACTICE, type Rule } from '../../rule';

export const heldValueWouldCut: Rule = {
	id: 'held-value-would-cut',
	title: 'Charger still holds a value that would cut this charge short',
	severity: 'check',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, forecast }) {
		if (!forecast) return null;
		const need = {
			safetyTimerMin: r.taskData.limitsAreProgram ? 0 : neededMin(r, settings, forecast),
			capacityLimitAh: limitIsProgram(r, settings) ? 0 : neededAh(r, settings, forecast)
		};
		const wrong = (['capacityLimitAh', 'safetyTimerMin'] as const)
			.map((kind) => ({ kind, held: heldSetting(r, kind), wanted: settings[kind] }))
			.filter(
				({ kind, held, wanted }) =>
					held?.heldValue != null &&
					holds(held, held.heldValue) &&
					held.heldValue < need[kind] &&
					held.heldValue !== wanted
			);
		if (wrong.length === 0) return null;
		const parts = wrong.map(
			({ kind, held, wanted }) =>
				`${kind === 'safetyTimerMin' ? 'timer' : 'capacity limit'} at ${showHeld(kind, held!.heldValue)} (this program ${wanted === null ? 'wants it off' : `has ${showHeld(kind, wanted)}`})`
		);
		const first = wrong[0];
		const words = `${r.charger.name} holds its ${parts.join(' and its ')}`;
		if (r.charger.link !== 'none')
			return {
				severity: 'note',
				sentence: `${words}: over the link it is set for the run; begun by hand, change it before the start.`
			};
		return {
			sentence: `${words}: change it before the start or the run ends early.`,
			fix: {
				label: `${showHeld(first.kind, first.wanted)} is keyed in now`,
				kind: 'hold',
				setting: first.kind,
				channelId: first.held!.channelId,
				task: first.held!.task,
				chemistry: first.held!.chemistry,
				value: first.wanted
			}
		};
	}
};
