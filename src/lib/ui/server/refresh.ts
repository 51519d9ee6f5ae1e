/**
 * Reads what a page shows anew. The router lets a re-read abort a navigation that is under way: a
 * run that starts somewhere while a link is being followed would take the person back to where
 * they were. So it waits until the page has been gone to.
 */
import { invalidate, invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/** Reads again whatever depends on `what`, or everything. */
export async function refresh(what?: string): Promise<void> {
	// One that was abandoned for another rejects; the other is waited for then.
	while (navigating.complete) await navigating.complete.catch(() => undefined);
	await (what === undefined ? invalidateAll() : invalidate(what));
}
