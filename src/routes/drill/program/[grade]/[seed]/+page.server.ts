import { error } from '@sveltejs/kit';
import { programDrill } from '$lib/server/services/drill/program-drills';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
	const [grade, seed] = [Number(params.grade), Number(params.seed)];
	const bench = programDrill(grade, seed);
	if (!bench) error(404, 'There is no such drill.');
	return { grade, seed, bench };
};
