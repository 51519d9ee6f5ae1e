/** The checks of a program's settings. */
import { layerOf, schemaOf } from '../quantity/field-schema';
import { SETTINGS } from './settings';

export const ProgramSettingsSchema = schemaOf(SETTINGS);
/** Absent settings get no default: they are computed. */
export const OverridesSchema = layerOf(SETTINGS);
