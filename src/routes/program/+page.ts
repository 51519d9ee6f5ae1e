/** Whoever has chosen already loads no chooser. */
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ data }) => ({
	...data,
	Chooser: data.context ? null : (await import('$lib/ui/program/ProgramChooser.svelte')).default
});
