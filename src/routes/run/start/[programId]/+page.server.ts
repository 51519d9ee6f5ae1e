import { error } from '@sveltejs/kit';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { connectSteps } from '$core/card/connect';
import { keyInCard } from '$core/card/key-in';
import { keyedFor } from '$lib/server/services/chargers/keyed';
import { refusedOf } from '$lib/server/services/runs/checks';
import { getProgram, programContext, solveSaved } from '$lib/server/services/programs/programs';
import { joiningOf } from '$core/parallel/joining';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const program = await getProgram(db, params.programId);
	if (!program.ok) error(404, program.message);
	const solution = await solveSaved(db, program.value, now);
	if (!solution.ok) error(solution.status, solution.message);
	const { resolved: r, findings, settings, forecast } = solution.value;
	const reading = r.reading;
	const context = await programContext(db, program.value, now);
	if (!context.ok) error(context.status, context.message);
	const card = keyInCard(solution.value);
	return {
		program: program.value,
		findings,
		settings,
		forecast: forecast ? { timeMin: forecast.timeMin, chargeAh: forecast.chargeAh } : null,
		pack: r.pack,
		reading,
		charger: r.charger,
		channel: r.channel,
		taskName: r.taskData.name,
		cellsSeen: r.chemistry.balanceFromCells !== null,
		steps: connectSteps(r, joiningOf(r)),
		/** What the charger shows is judged by as it is typed. */
		context: context.value,
		refused: await refusedOf(db, r.pack.id),
		/** What the charger holds otherwise, in its own settings or on the program's screens. */
		keyFirst: [...card.first, ...card.then.filter((line) => line.held)],
		keyed: await keyedFor(db, params.programId, r.charger.id),
		now
	};
};
