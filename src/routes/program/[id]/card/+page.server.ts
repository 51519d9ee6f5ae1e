import { error } from '@sveltejs/kit';
import { asks, type Resolved } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import { byCell, leadsInOrder } from '$core/card/connect';
import { keyInCard } from '$core/card/key-in';
import { joiningOf } from '$core/parallel/joining';
import { kindOf } from '$core/parallel/pile';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { keyedFor } from '$lib/server/services/chargers/keyed';
import { getProgram, solveSaved } from '$lib/server/services/programs/programs';
import type { PageServerLoad } from './$types';

/** Volts of the pack at which the program ends, V; null where volts do not end it. */
function endOf(r: Resolved, settings: ProgramSettings): number | null {
	if (r.taskData.moves === 'out')
		return settings.dischargeEndV === null ? null : settings.cells * settings.dischargeEndV;
	return asks(r, 'endVoltageV') ? settings.cells * settings.endVoltageV : null;
}

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const program = await getProgram(db, params.id);
	if (!program.ok) error(404, program.message);
	const solution = await solveSaved(db, program.value, bookNow());
	if (!solution.ok) error(solution.status, solution.message);
	const { resolved: r, forecast, findings, settings } = solution.value;
	const joining = joiningOf(r);
	return {
		programId: params.id,
		card: keyInCard(solution.value),
		/** Keyed for this program already. */
		keyed: await keyedFor(db, params.id, r.charger.id),
		chargerId: r.charger.id,
		back: joining
			? `/parallel?kind=${encodeURIComponent(kindOf(r.pack))}`
			: `/program?pack=${program.value.packId}&channel=${program.value.channelId}&task=${program.value.task}&purpose=${program.value.purpose}`,
		pack: r.pack,
		charger: { name: r.charger.name, channels: r.charger.channels.length },
		channelLabel: r.channel.label,
		taskName: r.taskData.name,
		timeMin: forecast?.timeMin ?? null,
		chargeAh: forecast?.chargeAh ?? null,
		moves: r.taskData.moves,
		endV: endOf(r, settings),
		leads: leadsInOrder(r, 'plugOrder'),
		unplug: leadsInOrder(r, 'unplugOrder'),
		cells: r.pack.cells,
		/** How several packs are joined before the charger is started; null for a pack alone. */
		joining: joining && { ...joining, byCell: byCell(r) },
		checks: findings.filter((f) => f.severity !== 'note').map((f) => f.sentence)
	};
};
