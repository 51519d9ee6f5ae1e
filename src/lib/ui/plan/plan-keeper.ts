/**
 * Plans the rest anew wherever the application is open: a start that is missed, a run that takes
 * its time or an end that is none moves the plan whether or not its page is looked at, and what
 * moved is said.
 */
import { toast } from 'svelte-sonner';
import { goto } from '$app/navigation';
import type { Standing } from '$lib/server/services/plan/standing';
import { send } from '../server/api';
import { PlanDesk } from './plan-desk.svelte';

interface Behind {
	id: string;
	departure: string;
}
/** A departure is answered once: where nothing better can be planned, it is not tried for ever. */
let answered = '';

const behind = async (): Promise<Behind | null> => {
	const sent = await send<Behind | null>('GET', '/plans/behind');
	return sent.ok && sent.value?.departure !== answered ? sent.value : null;
};

/**
 * One window at a time, where the browser can say so (a secure context); a second planning would
 * find the same.
 */
async function alone(act: () => Promise<void>): Promise<void> {
	if (!('locks' in navigator)) return act();
	await navigator.locks.request('plan', { ifAvailable: true }, async (lock) => {
		if (lock) await act();
	});
}

/** Looks whether the plan that goes on still holds; plans the rest anew where it does not. */
export async function keepPlan(): Promise<void> {
	if (!(await behind())) return;
	await alone(async () => {
		const now = await behind();
		if (!now) return;
		answered = now.departure;
		const found = await send<Standing>('GET', `/plans/${now.id}`);
		if (!found.ok) return;
		const desk = new PlanDesk(found.value);
		const close = desk.open();
		try {
			await desk.work(true, true);
		} finally {
			close();
		}
		// Today says it in its own line.
		if (desk.moved && location.pathname !== '/')
			toast(`${found.value.plan.name} is planned anew: ${desk.moved}`, {
				duration: 20_000,
				action: { label: 'Look at it', onClick: () => void goto(`/plan/${now.id}`) }
			});
	});
}
