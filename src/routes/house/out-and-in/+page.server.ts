import { keptAside } from '$lib/server/exchange';
import { fileName, ORDER } from '$lib/server/services/book/book';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:data');
	return { kept: await keptAside(), tables: ORDER.map(fileName) };
};
