/** Changes fields of a pack in one press, with the way back. */
import { toast } from 'svelte-sonner';
import type { Pack, PackInput } from '$core/pack/pack';
import { offerUndo } from '$lib/ui/frame/undo.svelte';
import { send } from '$lib/ui/server/api';
import { refresh } from '$lib/ui/server/refresh';

/** `said` is shown beside Undo; what the fields held before is put back by it. */
export async function changePack(pack: Pack, change: Partial<PackInput>, said: string): Promise<boolean> {
	const { id, ...fields } = pack;
	const sent = await send('PUT', `/packs/${id}`, { ...fields, ...change });
	if (!sent.ok) {
		toast.error(sent.message);
		return false;
	}
	await refresh();
	const before = Object.fromEntries(
		Object.keys(change).map((key) => [key, fields[key as keyof PackInput]])
	) as Partial<PackInput>;
	offerUndo(said, () => changePack({ ...pack, ...change }, before, `${pack.name} is as it was.`));
	return true;
}
