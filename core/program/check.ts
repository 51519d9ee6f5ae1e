/** Runs every rule over a program and sums the findings up in a verdict. */
import { discharges } from '../forecast/program-legs';
import type { Finding, Protects, RuleInput, Severity } from './rule';
import { RULES } from './rules';

export type Verdict = 'stop' | 'check' | 'clear';

const ORDER: Record<Severity, number> = { stop: 0, check: 1, note: 2 };
/** Within one severity, people come first. */
const WHOM: Record<Protects, number> = { person: 0, pack: 1, charger: 2, result: 3 };

/** All findings on a program, gravest first; never throws for input that the schemas allow. */
export function check(input: RuleInput): Finding[] {
	const findings: Finding[] = [];
	const takesOut = discharges(input.r, input.settings);
	const { moves } = input.r.taskData;
	const happens = { charging: moves === 'in' || moves === 'both' || !takesOut, discharging: takesOut };
	for (const rule of RULES) {
		if (rule.when && !happens[rule.when]) continue;
		const result = rule.check(input);
		if (!result) continue;
		const severity = result.severity ?? rule.severity;
		findings.push({
			rule: rule.id,
			severity,
			protects: rule.protects,
			sentence: result.sentence,
			source: rule.source,
			fix: result.fix ?? null,
			overridable: severity !== 'note' && !(severity === 'stop' && rule.fire === true)
		});
	}
	// A program that this chemistry has not is refused with that reason; its settings mean nothing.
	const meant = input.r.taskData.families.includes(input.r.chemistry.family)
		? findings
		: findings.filter(
				(f) => f.rule === 'task-not-for-chemistry' || (f.severity === 'stop' && !f.overridable)
			);
	return meant.sort((a, b) => ORDER[a.severity] - ORDER[b.severity] || WHOM[a.protects] - WHOM[b.protects]);
}

export const countOf = (findings: readonly Finding[], severity: Severity): number =>
	findings.filter((f) => f.severity === severity).length;

/** Stop if anything stops, Check if anything must be looked at, else Clear. */
export function verdictOf(findings: readonly Finding[]): Verdict {
	if (countOf(findings, 'stop') > 0) return 'stop';
	return countOf(findings, 'check') > 0 ? 'check' : 'clear';
}

/**
 * Whether a program may start when a person has overridden the named rules with a reason. A Stop that protects from fire
 * stays whatever was overridden.
 */
export function mayStart(findings: readonly Finding[], overridden: ReadonlySet<string>): boolean {
	return findings.every((f) => f.severity === 'note' || (f.overridable && overridden.has(f.rule)));
}
