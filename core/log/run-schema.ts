/** The checks of a run and of what a person writes down about one. */
import { z } from 'zod';
import { fieldSchema, schemaOf } from '../quantity/field-schema';
import { CHECK_EVIDENCE } from './check-evidence';
import { LOOK } from './look';
import { OVERRIDDEN_FINDING, RUN, RUN_RESULT } from './run';

export const RunSchema = schemaOf(RUN).extend({ id: z.string() });
export const RunStatusSchema = fieldSchema(RUN.status);
export const RunResultSchema = schemaOf(RUN_RESULT);
export const CheckEvidenceSchema = schemaOf(CHECK_EVIDENCE);
export const LookSchema = schemaOf(LOOK);
export const OverriddenFindingSchema = schemaOf(OVERRIDDEN_FINDING);
