/** Runs every rule over a program and sums the findings up in a verdict. */
import { discharges } from '../forecast/program-legs';
import type { SettingId } from '../request/settings';
import type { Finding, Protects, Rule, RuleInput, RuleResult, Severity } from './rule';
import { RULES } from './rules';

export type Verdict = 'stop' | 'check' | 'clear';

const ORDER: Record<Severity, number> = { stop: 0, check: 1, note: 2 };
/** Within one severity, people come first. */
const WHOM: Record<Protects, number> = { person: 0, pack: 1, charger: 2, result: 3 };

interface Fired {
	rule: Rule;
	result: RuleResult;
	severity: Severity;
}

/** Every rule that fires. */
function fired(input: RuleInput): Fired[] {
	const takesOut = discharges(input.r, input.settings);
	const { moves } = input.r.taskData;
	const happens = { charging: moves === 'in' || moves === 'both' || !takesOut, discharging: takesOut };
	return RULES.flatMap((rule): Fired[] => {
		if (rule.when && !happens[rule.when]) return [];
		const result = rule.check(input);
		return result ? [{ rule, result, severity: result.severity ?? rule.severity }] : [];
	});
}

/**
 * Whether a press would help: it changes something, the finding is gone by it, and no graver one
 * comes. Judged on the forecast that there is, unless the press is there to change it.
 */
function helps(input: RuleInput, { rule, result, severity }: Fired, before: readonly Fired[]): boolean {
	const { fix } = result;
	if (fix?.kind !== 'set') return true;
	const settings = { ...input.settings, ...fix.set };
	if (Object.entries(fix.set).every(([id, value]) => input.settings[id as SettingId] === value)) return false;
	const after = fired({ ...input, settings });
	const still = after.find((f) => f.rule === rule);
	if (still && !rule.ofForecast && ORDER[still.severity] <= ORDER[severity]) return false;
	return !after.some((f) => ORDER[f.severity] < ORDER[severity] && !before.some((b) => b.rule === f.rule));
}

/** All findings on a program, gravest first; never throws for input that the schemas allow. */
export function check(input: RuleInput): Finding[] {
	const all = fired(input);
	const findings: Finding[] = all.map((f) => ({
		rule: f.rule.id,
		severity: f.severity,
		protects: f.rule.protects,
		sentence: f.result.sentence,
		source: f.rule.source,
		fix: f.result.fix && helps(input, f, all) ? f.result.fix : null,
		overridable: f.severity !== 'note' && !(f.severity === 'stop' && f.rule.fire === true)
	}));
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
 * Whether a program may start when a person has overridden the named rules with a reason. A Stop
 * that protects from fire stays whatever was overridden.
 */
export function mayStart(findings: readonly Finding[], overridden: ReadonlySet<string>): boolean {
	return findings.every((f) => f.severity === 'note' || (f.overridable && overridden.has(f.rule)));
}
