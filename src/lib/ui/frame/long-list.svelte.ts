/**
 * A long list is drawn in two steps: its head with the page, the rest once the page is there. The
 * first answer of the server stays quick with hundreds of rows, and nothing is missing a moment
 * later.
 */
import { onMount } from 'svelte';

/** More rows than a screen shows. */
const HEAD = 40;

export class LongList {
	private whole = $state(false);

	/** Call while a component is being made. */
	constructor() {
		onMount(() => {
			this.whole = true;
		});
	}

	/** What of `list` is drawn now. */
	drawn<T>(list: readonly T[]): readonly T[] {
		return this.whole ? list : list.slice(0, HEAD);
	}
}
