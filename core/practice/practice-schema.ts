/** The checks of what a person, a pack or a program follows. */
import { layerOf, schemaOf } from '../quantity/field-schema';
import { PRACTICE } from './practice';

export const PracticeSchema = schemaOf(PRACTICE);
export const PracticeLayerSchema = layerOf(PRACTICE);
