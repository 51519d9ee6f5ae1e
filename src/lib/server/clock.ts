/**
 * The book's own time. It follows this machine's clock while that advances evenly. When the clock
 * is set back, the book's time continues by elapsed time, so that no run ends before its start;
 * when it is set forward, the book's time follows. Each step is reported to the callback.
 */
import { uptime } from 'node:os';

/** A step of this machine's clock against the time that has passed. */
export interface ClockStep {
	/** The book's time at which it was noticed, ms since 1970. */
	atMs: number;
	/** By how much, ms; below zero: set back. */
	byMs: number;
}

/** Less is the ordinary correction of a clock, ms. */
const STEP_MS = 2000;
/** A book that is ahead by less waits for the machine at nine tenths of the pace. */
const EASED = 0.1;
/** The clocks are compared so often at most, ms. */
const COMPARE_MS = 250;

export interface Sources {
	/** This machine's clock, ms since 1970. */
	wallMs: () => number;
	/** Time that passes while the machine is awake, ms; finer than `bootMs`. */
	awakeMs: () => number;
	/** Time since the machine started, sleep included, ms. */
	bootMs: () => number;
}
const MACHINE: Sources = {
	wallMs: Date.now,
	awakeMs: () => performance.now(),
	bootMs: () => uptime() * 1000
};

export class BookClock {
	/** The book's time when `awake` and `boot` were read. */
	private own: { ms: number; awakeMs: number; bootMs: number };
	private ahead = 0;

	constructor(
		private readonly sources: Sources = MACHINE,
		private readonly onStep: (step: ClockStep) => void = () => undefined
	) {
		this.own = this.anchor(sources.wallMs());
	}

	private anchor(ms: number) {
		return { ms, awakeMs: this.sources.awakeMs(), bootMs: this.sources.bootMs() };
	}

	/** How far the book is ahead of this machine's clock, ms; 0 while the two agree. */
	get aheadMs(): number {
		this.nowMs();
		return this.ahead;
	}

	/** The book's time, ms since 1970; never less than it said before. */
	nowMs(): number {
		const { own, sources } = this;
		const awake = sources.awakeMs() - own.awakeMs;
		if (awake < COMPARE_MS) return own.ms + awake;
		const boot = sources.bootMs() - own.bootMs;
		// During sleep only the time since boot advances.
		const passed = boot - awake > STEP_MS ? boot : awake;
		const due = own.ms + passed;
		const byMs = sources.wallMs() - due;
		if (byMs > STEP_MS) {
			this.own = this.anchor(due + byMs);
			this.ahead = 0;
			this.onStep({ atMs: this.own.ms, byMs });
		} else if (byMs < -STEP_MS) {
			const before = this.ahead;
			this.own = this.anchor(due);
			this.ahead = -byMs;
			if (Math.abs(this.ahead - before) > STEP_MS) this.onStep({ atMs: due, byMs: before - this.ahead });
		} else {
			this.own = this.anchor(due + Math.max(byMs, -EASED * passed));
			this.ahead = 0;
		}
		return this.own.ms;
	}

	/**
	 * Continues from the stored records: `lastMs` is the time of the last live record, `aheadMs` the
	 * lead over the machine's clock at closing.
	 */
	goOnFrom(lastMs: number, aheadMs: number): void {
		const wall = this.sources.wallMs();
		if (wall >= lastMs - STEP_MS) return;
		this.own = this.anchor(Math.max(lastMs, wall + aheadMs));
		this.ahead = this.own.ms - wall;
		if (Math.abs(this.ahead - aheadMs) > STEP_MS)
			this.onStep({ atMs: this.own.ms, byMs: aheadMs - this.ahead });
	}

	/** Adopts the machine's clock after a person has confirmed that it is right. */
	followMachine(): void {
		this.own = this.anchor(this.sources.wallMs());
		this.ahead = 0;
	}
}

const held = globalThis as typeof globalThis & { stackTenderClock?: BookClock };

/** Makes a clock the book's. */
export const useClock = (clock: BookClock): void => void (held.stackTenderClock = clock);

const clock = (): BookClock => (held.stackTenderClock ??= new BookClock());

/** The book's time, ms since 1970. */
export const nowMs = (): number => clock().nowMs();

/** The book's time, ISO 8601. */
export const now = (): string => new Date(nowMs()).toISOString();

/** How far the book is ahead of this machine's clock, ms. */
export const aheadMs = (): number => clock().aheadMs;

/** Adopts the machine's clock. */
export const followMachine = (): void => clock().followMachine();
