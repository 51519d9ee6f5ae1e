import { MOST_COPIES } from '$lib/server/db/kept-copies';
import { keptAside } from '$lib/server/exchange';
import { fileName, ORDER } from '$lib/server/services/book/book';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:data');
	return { mostKept: MOST_COPIES, kept: await keptAside(), tables: ORDER.map(fileName) };
};
