/** "I just used it": noted at once, said with the way back. */
import { toast } from 'svelte-sonner';
import type { Use } from '$core/pack/use';
import { offerUndo } from '../frame/undo.svelte';
import { send } from '../server/api';
import { refresh } from '../server/refresh';

export async function justUsed(pack: { id: string; name: string }): Promise<void> {
	const sent = await send<Use>('POST', `/packs/${pack.id}/uses`, {});
	if (!sent.ok) return void toast.error(sent.message);
	await refresh();
	offerUndo(`${pack.name} was used: it is no longer ready, and cools first.`, async () => {
		await send('DELETE', `/uses/${sent.value.id}`);
		await refresh();
	});
}
