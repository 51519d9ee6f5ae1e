/**
 * Timer and limit that are as they are because the person follows another school than the usual
 * one.
 */
import { whose } from '../practice/practice';
import type { Fix, RuleInput } from './rule';

/**
 * Whose school it is and the way back to a guard for each pack; null where the value was not set
 * by a school.
 */
export function guardSchool(
	{ r, settings, solved }: RuleInput,
	guard: 'safetyTimerMin' | 'capacityLimitAh'
): { by: string; fix: Fix } | null {
	if (r.practice.values.guards === 'per pack' || settings[guard] !== solved[guard]) return null;
	return {
		by: `, by ${whose(r.practice, 'guards')}`,
		fix: { label: 'For this pack its own', kind: 'practice', set: { guards: 'per pack' } }
	};
}
