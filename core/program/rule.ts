/**
 * What a rule is. One rule, one file, one test; the engine in `check.ts` knows none of them by
 * name.
 */
import type { HeldSettingKind } from '../charger/setting';
import type { Forecast } from '../forecast/forecast';
import type { PracticeLayer } from '../practice/practice';
import type { Resolved } from '../request/context';
import type { TaskId } from '../request/task';
import type { Overrides, ProgramSettings } from '../request/settings';

/**
 * `stop`: the program must not run. `check`: a person must look and decide. `note`: worth
 * knowing.
 */
export type Severity = 'stop' | 'check' | 'note';
export type Protects = 'person' | 'pack' | 'charger' | 'result';

/** What one press does about a finding. */
export type Fix =
	| { label: string; kind: 'set'; set: Overrides }
	| {
			label: string;
			kind: 'hold';
			setting: HeldSettingKind;
			channelId: string | null;
			task?: TaskId | null;
			chemistry?: string | null;
			value: number | null;
	  }
	| { label: string; kind: 'task'; task: TaskId }
	| { label: string; kind: 'practice'; set: PracticeLayer }
	| { label: string; kind: 'go'; to: 'read pack' | 'edit pack' | 'edit charger' | 'bench' };

export interface RuleInput {
	r: Resolved;
	settings: ProgramSettings;
	/** What the solver would set where the person has not; the target of fixes. */
	solved: ProgramSettings;
	/** Null when the charge cannot be simulated sensibly. */
	forecast: Forecast | null;
}

export interface Finding {
	rule: string;
	severity: Severity;
	protects: Protects;
	/** One sentence with the figures in it. */
	sentence: string;
	source: string;
	fix: Fix | null;
	/** A finding that protects from fire cannot be overridden by anybody. */
	overridable: boolean;
}

export interface RuleResult {
	sentence: string;
	severity?: Severity;
	fix?: Fix;
}

export interface Rule {
	id: string;
	title: string;
	severity: Severity;
	protects: Protects;
	/** A Stop that protects from fire: no override. */
	fire?: boolean;
	/**
	 * Only looked at when the program puts charge in, or takes it out, at some time. Default:
	 * always.
	 */
	when?: 'charging' | 'discharging';
	/** It speaks of what the forecast shows, which a press changes. */
	ofForecast?: boolean;
	source: string;
	check(input: RuleInput): RuleResult | null;
}

export const PRACTICE = 'Common practice, no source.';
