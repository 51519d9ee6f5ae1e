/**
 * What was done and can be taken back: said in a toast, and listed until another page is opened.
 */
import { toast } from 'svelte-sonner';

/** Long enough to notice a slip and to find the way back, ms. */
const IN_SIGHT_MS = 20_000;

export interface Undoable {
	said: string;
	undo: () => unknown;
}

class UndoList {
	items = $state.raw<Undoable[]>([]);

	offer(said: string, undo: () => unknown): void {
		const item: Undoable = { said, undo };
		this.items = [...this.items, item];
		toast(said, { duration: IN_SIGHT_MS, action: { label: 'Undo', onClick: () => this.take(item) } });
	}

	/** Takes one back; each once. */
	take(item: Undoable): void {
		if (!this.items.includes(item)) return;
		this.items = this.items.filter((other) => other !== item);
		void item.undo();
	}

	clear(): void {
		this.items = [];
	}
}

export const undoList = new UndoList();

/** Says what was done, with the way back. */
export const offerUndo = (said: string, undo: () => unknown): void => undoList.offer(said, undo);
