/** Presses what a finding offers, and says what is wrong with what comes of it. */
import type { Fix, Severity } from '../../core/program/rule';
import { solve, type Solution } from '../../core/program/solve';
import type { DrawnCase } from './cases';

const GRAVITY: Record<Severity, number> = { stop: 3, check: 2, note: 1 };

/** The situation after the press; null where it only leads somewhere. */
export function press({ context, keyed }: DrawnCase, fix: Fix): DrawnCase | null {
	switch (fix.kind) {
		case 'go':
			return null;
		case 'set':
			return { context, keyed: { ...keyed, ...fix.set } };
		case 'task':
			// Another program begins with nothing keyed.
			return { context: { ...context, task: fix.task }, keyed: {} };
		case 'practice': {
			const { around } = context;
			const person = around?.practice?.person ?? {};
			const program = { ...around?.practice?.program, ...fix.set };
			return { context: { ...context, around: { ...around, practice: { person, program } } }, keyed };
		}
		case 'hold': {
			const held = context.charger.held.map((h) =>
				h.kind === fix.setting &&
				h.channelId === fix.channelId &&
				h.task === (fix.task ?? null) &&
				h.chemistry === (fix.chemistry ?? null)
					? { ...h, heldValue: fix.value }
					: h
			);
			return { context: { ...context, charger: { ...context.charger, held } }, keyed };
		}
	}
}

/**
 * What is wrong with the fixes of this answer: the finding stays, or a graver one comes; null
 * when every press helps.
 */
export function helpless(c: DrawnCase, s: Solution): string | null {
	for (const { rule, severity, fix } of s.findings) {
		if (!fix) continue;
		const after = press(c, fix);
		if (!after) continue;
		const { findings } = solve(after.context, after.keyed);
		const still = findings.find((f) => f.rule === rule);
		const what = `${rule}, "${fix.label}"`;
		if (still && JSON.stringify(still.fix) === JSON.stringify(fix))
			return `${what}: the same press is offered again`;
		// One that names several matters mends them one press at a time.
		if (still && GRAVITY[still.severity] >= GRAVITY[severity] && still.fix === null)
			return `${what}: it stays, and nothing is offered: ${still.sentence}`;
		const before = new Set(s.findings.map((f) => f.rule));
		// Another program has matters of its own.
		if (fix.kind === 'task') continue;
		const graver = findings.find((f) => !before.has(f.rule) && GRAVITY[f.severity] > GRAVITY[severity]);
		if (graver) return `${what} brings ${graver.rule}: ${graver.sentence}`;
	}
	return null;
}
