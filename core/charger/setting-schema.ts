/** The checks of a value that a charger keeps. */
import { schemaOf } from '../quantity/field-schema';
import { HELD_SETTING } from './setting';

export const HeldSettingSchema = schemaOf(HELD_SETTING).refine((s) => s.min <= s.max, {
	error: 'The least value is above the greatest.',
	path: ['min']
});
