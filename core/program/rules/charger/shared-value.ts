import { heldSetting } from '../../../request/context';
import { showSetting } from '../../../request/settings';
import { othersNeedOf } from '../../decide/guards';
import { limitIsProgram, mostProtectingAh, mostProtectingMin } from '../../needs';
import { PRACTICE, type Rule } from '../../rule';

/** One value for the whole charger: it must do for the run on the other channel, and still protect this pack. */
export const sharedValue: Rule = {
	id: 'shared-value',
	title: 'One value for two channels',
	severity: 'stop',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings, solved, forecast }) {
		if (!forecast) return null;
		for (const id of ['capacityLimitAh', 'safetyTimerMin'] as const) {
			const held = heldSetting(r, id);
			const others = held && othersNeedOf(r, held, id);
			const value = settings[id];
			if (!held || !others || value === null) continue;
			const what = id === 'capacityLimitAh' ? 'capacity limit' : 'safety timer';
			const shared = `${r.charger.name} has one ${what} for all its channels, and ${others.pack} on ${others.channel} needs ${showSetting(id, others.value)}`;
			if (value < others.value - 1e-9) {
				const to = solved[id];
				const does = to !== null && to >= others.value - 1e-9 && to !== value;
				return {
					sentence: `${shared}: ${showSetting(id, value)} would cut its run. ${limitIsProgram(r, settings) && id === 'capacityLimitAh' ? 'This charge is ended by its limit: begin it after the other ends.' : 'Key no less before that ends.'}`,
					fix: does ? { label: `Set ${showSetting(id, to)}`, kind: 'set', set: { [id]: to } } : undefined
				};
			}
			const most =
				id === 'capacityLimitAh'
					? mostProtectingAh(r, settings, held.step)
					: mostProtectingMin(r, settings, forecast);
			if (value <= Math.max(most + held.step, held.min)) continue;
			const lithium = r.chemistry.family === 'lithium';
			return {
				severity: lithium ? 'check' : 'stop',
				sentence: `${shared}, more than the ${showSetting(id, most)} that still protects this pack: ${lithium ? 'watch this one, or begin it after the other ends' : 'begin it after the other ends'}.`
			};
		}
		return null;
	}
};
