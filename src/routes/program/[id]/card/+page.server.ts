import { error } from '@sveltejs/kit';
import { keyInCard } from '$core/program/key-in';
import { app } from '$lib/server/app';
import { getProgram, solveSaved } from '$lib/server/services/programs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const program = await getProgram(db, params.id);
	if (!program.ok) error(404, program.message);
	const solution = await solveSaved(db, program.value, new Date().toISOString());
	if (!solution.ok) error(solution.status, solution.message);
	const { resolved: r, forecast, findings } = solution.value;
	return {
		programId: params.id,
		card: keyInCard(solution.value),
		pack: r.pack,
		charger: { name: r.charger.name, channels: r.charger.channels.length },
		channelLabel: r.channel.label,
		taskName: r.taskData.name,
		timeMin: forecast?.timeMin ?? null,
		chargeAh: forecast?.chargeAh ?? null,
		fullV: solution.value.settings.cells * solution.value.settings.endVoltageV,
		cells: r.pack.cells,
		checks: findings.filter((f) => f.severity !== 'note').map((f) => f.sentence)
	};
};
