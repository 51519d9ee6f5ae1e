import { error } from '@sveltejs/kit';
import { asks, type Resolved } from '$core/program/context';
import type { ProgramSettings } from '$core/program/settings';
import type { Practice } from '$core/pack/practice';
import { keyInCard } from '$core/program/key-in';
import { app } from '$lib/server/app';
import { getProgram, solveSaved } from '$lib/server/services/programs';
import type { PageServerLoad } from './$types';

/** Volts of the pack at which the program ends, V; null where volts do not end it. */
function endOf(r: Resolved, settings: ProgramSettings): number | null {
	if (r.taskData.moves === 'out')
		return settings.dischargeEndV === null ? null : settings.cells * settings.dischargeEndV;
	return asks(r, 'endVoltageV') ? settings.cells * settings.endVoltageV : null;
}

/** Main and balance lead in the order that this person follows. */
function leadsOf(r: Resolved, order: Practice['plugOrder']): string {
	const main = 'the main lead';
	if (r.chemistry.balanceFromCells === null || !r.pack.balanceLead || r.pack.cells < 2) return main;
	const balance = 'the balance lead';
	return order === 'main lead first' ? `${main}, then ${balance}` : `${balance}, then ${main}`;
}

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const program = await getProgram(db, params.id);
	if (!program.ok) error(404, program.message);
	const solution = await solveSaved(db, program.value, new Date().toISOString());
	if (!solution.ok) error(solution.status, solution.message);
	const { resolved: r, forecast, findings, settings } = solution.value;
	return {
		programId: params.id,
		card: keyInCard(solution.value),
		pack: r.pack,
		charger: { name: r.charger.name, channels: r.charger.channels.length },
		channelLabel: r.channel.label,
		taskName: r.taskData.name,
		timeMin: forecast?.timeMin ?? null,
		chargeAh: forecast?.chargeAh ?? null,
		moves: r.taskData.moves,
		endV: endOf(r, settings),
		leads: leadsOf(r, r.practice.values.plugOrder),
		unplug: leadsOf(r, r.practice.values.unplugOrder),
		cells: r.pack.cells,
		checks: findings.filter((f) => f.severity !== 'note').map((f) => f.sentence)
	};
};
