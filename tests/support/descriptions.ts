/** Every description of fields that there is, by its name. */
import { CHANNEL, CHARGER } from '../../core/charger/charger';
import { INVENTORY } from '../../core/charger/inventory';
import { SUPPLY } from '../../core/charger/supply';
import { ALARM_ANSWER } from '../../core/follow/alarms';
import { USE } from '../../core/pack/use';
import { START_CHECK } from '../../core/log/check-evidence';
import { CORRECTION } from '../../core/log/correction';
import { DRILL_RESULT } from '../../core/diagnose/drill-result';
import { KEPT_WATCHED } from '../../core/follow/watched';
import { CASE, TAUGHT } from '../../core/diagnose/case';
import { LOOK } from '../../core/log/look';
import { RUN, RUN_RESULT } from '../../core/log/run';
import { PACK } from '../../core/pack/pack';
import { PLAN } from '../../core/plan/plan';
import { READING } from '../../core/pack/reading';
import type { Field, Fields, Figure } from '../../core/quantity/field';
import { SETTINGS } from '../../core/request/settings';

export const DESCRIPTIONS: Record<string, Fields> = {
	PACK,
	READING,
	SUPPLY,
	CHARGER,
	CHANNEL,
	INVENTORY,
	SETTINGS,
	RUN,
	RUN_RESULT,
	LOOK,
	START_CHECK,
	CORRECTION,
	KEPT_WATCHED,
	CASE,
	TAUGHT,
	DRILL_RESULT,
	USE,
	ALARM_ANSWER,
	PLAN
};

/** Every figure of a description, also of what it is made of, by its path. */
export function figuresOf(fields: Fields, path = ''): [string, Figure][] {
	return Object.entries<Field>(fields).flatMap(([key, field]): [string, Figure][] => {
		const at = path ? `${path}.${key}` : key;
		if (field.kind === 'figure') return [[at, field]];
		if (field.kind === 'figures') return [[at, field.each]];
		return 'of' in field ? figuresOf(field.of, at) : [];
	});
}
