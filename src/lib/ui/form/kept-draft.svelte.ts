/**
 * What is being typed, kept in this window until it is saved or given up: it comes back after a
 * reload, a wrong turn or a crash of the page. Nothing of it is sent anywhere.
 */

interface Kept {
	at: string;
	draft: unknown;
}

const KEY = 'draft ';

const moment = (): string => new Date().toISOString();

function read(key: string): Kept | null {
	try {
		return JSON.parse(sessionStorage.getItem(KEY + key) ?? 'null') as Kept | null;
	} catch {
		return null;
	}
}

export class KeptDraft {
	/** When what came back was typed, ISO 8601; null where nothing came back. */
	restoredFrom = $state<string | null>(null);
	private clean = $state('');
	private readonly key: string;
	private done = $state(false);

	/** `clean` is the draft before anybody typed. */
	constructor(key: string, clean: unknown) {
		this.key = key;
		this.clean = JSON.stringify(clean);
	}

	/** What was typed before, or null; call once, in the browser. */
	restore<T>(): T | null {
		const kept = read(this.key);
		if (!kept || JSON.stringify(kept.draft) === this.clean) return null;
		this.restoredFrom = kept.at;
		return kept.draft as T;
	}

	/** Whether something was typed that is not saved. */
	dirty(draft: unknown): boolean {
		return !this.done && JSON.stringify(draft) !== this.clean;
	}

	/** Keeps the draft as it is now; call whenever it changes. */
	keep(draft: unknown): void {
		if (this.done) return;
		try {
			if (this.dirty(draft)) sessionStorage.setItem(KEY + this.key, JSON.stringify({ at: moment(), draft }));
			else sessionStorage.removeItem(KEY + this.key);
		} catch {
			// A window that may store nothing still asks before it is left.
		}
	}

	/** It was saved, and the form stays: from here on this is what nobody has typed. */
	rebase(clean: unknown): void {
		this.clean = JSON.stringify(clean);
		this.restoredFrom = null;
		this.keep(clean);
	}

	/** It was saved, or given up. */
	forget(): void {
		this.done = true;
		this.restoredFrom = null;
		try {
			sessionStorage.removeItem(KEY + this.key);
		} catch {
			// Nothing was kept then.
		}
	}
}
