import { error } from '@sveltejs/kit';
import { benchOf } from '$lib/server/services/drill/drills';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
	const [grade, seed] = [Number(params.grade), Number(params.seed)];
	const bench = benchOf(grade, seed);
	if (!bench) error(404, 'There is no such drill.');
	return { grade, seed, bench };
};
