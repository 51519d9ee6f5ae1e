/**
 * A program while a person works on it: what they set by hand, with undo, and what core makes of
 * it.
 */
import type { PracticeLayer } from '$core/practice/practice';
import type { ProgramContext } from '$core/request/context';
import type { Overrides, SettingId } from '$core/request/settings';
import { solve } from '$core/program/solve';

/**
 * Points of the forecast's curve are so far apart, s, or a step of its simulation where that is
 * longer.
 */
const TRACE_S = 20;

export class ProgramDraft {
	overrides = $state.raw<Overrides>({});
	/** Schools that this one program follows. */
	practice = $state.raw<PracticeLayer>({});
	private past = $state.raw<{ overrides: Overrides; practice: PracticeLayer }[]>([]);
	private readonly base: () => ProgramContext;
	/** The context with this program's own practice laid over the person's. */
	readonly context = $derived.by((): ProgramContext => {
		const base = this.base();
		const person = base.around?.practice?.person ?? {};
		return { ...base, around: { ...base.around, practice: { person, program: this.practice } } };
	});
	readonly solution = $derived.by(() => solve(this.context, this.overrides, TRACE_S));

	/** `start` is a kept program to begin with; nothing of it can be undone. */
	constructor(
		context: () => ProgramContext,
		start: () => { overrides: Overrides; practice: PracticeLayer } | null = () => null
	) {
		this.base = context;
		const begin = start();
		if (begin) {
			this.overrides = begin.overrides;
			this.practice = begin.practice;
		}
	}

	get canUndo(): boolean {
		return this.past.length > 0;
	}

	private change(overrides: Overrides, practice = this.practice): void {
		this.past = [...this.past, { overrides: this.overrides, practice: this.practice }];
		this.overrides = overrides;
		this.practice = practice;
	}

	/** Follows another school for this program alone. */
	follow(values: PracticeLayer): void {
		this.change(this.overrides, { ...this.practice, ...values });
	}

	/** Replaces every school that this program follows of its own. */
	setPractice(practice: PracticeLayer): void {
		this.change(this.overrides, practice);
	}

	set(values: Overrides): void {
		this.change({ ...this.overrides, ...values });
	}

	/** Gives a setting back to the solver. */
	release(id: SettingId): void {
		const { [id]: _gone, ...rest } = this.overrides;
		this.change(rest);
	}

	/** Takes up a kept program as one change. */
	load(overrides: Overrides, practice: PracticeLayer): void {
		this.change(overrides, practice);
	}

	undo(): void {
		const before = this.past.at(-1);
		if (!before) return;
		this.past = this.past.slice(0, -1);
		this.overrides = before.overrides;
		this.practice = before.practice;
	}

	/** Forgets everything set by hand: another pack, channel, task or purpose was chosen. */
	reset(): void {
		this.overrides = {};
		this.practice = {};
		this.past = [];
	}
}
