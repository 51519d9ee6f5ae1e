/** A program while a person works on it: what they set by hand, with undo, and what core makes of it. */
import type { ProgramContext } from '$core/program/context';
import type { Overrides, SettingId } from '$core/program/settings';
import { solve } from '$core/program/solve';

export class ProgramDraft {
	overrides = $state.raw<Overrides>({});
	private past = $state.raw<Overrides[]>([]);
	private readonly context: () => ProgramContext;
	readonly solution = $derived.by(() => solve(this.context(), this.overrides));

	constructor(context: () => ProgramContext) {
		this.context = context;
	}

	get canUndo(): boolean {
		return this.past.length > 0;
	}

	private change(next: Overrides): void {
		this.past = [...this.past, this.overrides];
		this.overrides = next;
	}

	set(values: Overrides): void {
		this.change({ ...this.overrides, ...values });
	}

	/** Gives a setting back to the solver. */
	release(id: SettingId): void {
		const { [id]: _gone, ...rest } = this.overrides;
		this.change(rest);
	}

	undo(): void {
		const before = this.past.at(-1);
		if (!before) return;
		this.past = this.past.slice(0, -1);
		this.overrides = before;
	}

	/** Forgets everything set by hand: another pack, channel, task or purpose was chosen. */
	reset(): void {
		this.overrides = {};
		this.past = [];
	}
}
