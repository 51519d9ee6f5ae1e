/** Notes what was seen at a pack: it binds at once; a toast offers the undo. */
import { toast } from 'svelte-sonner';
import { effectOf, type Observation, type ObservationKind } from '$core/pack/observation';
import { offerUndo } from '../frame/undo.svelte';
import { send } from '../server/api';
import { refresh } from '../server/refresh';

/** Whether it was kept; `taken` is called where it is taken back. */
export async function observe(
	pack: { id: string; name: string },
	what: ObservationKind,
	taken: () => void = () => {}
): Promise<boolean> {
	const sent = await send<Observation>('POST', `/packs/${pack.id}/observations`, { what });
	if (!sent.ok) {
		toast.error(sent.message);
		return false;
	}
	await refresh();
	const { condition } = effectOf(what);
	offerUndo(
		condition
			? `${pack.name} is noted as ${what}: no program starts with it.`
			: `${pack.name} is noted as ${what}.`,
		async () => {
			await send('DELETE', `/observations/${sent.value.id}`);
			taken();
			await refresh();
		}
	);
	return true;
}
