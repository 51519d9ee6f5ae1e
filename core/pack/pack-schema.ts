/** The checks of a pack as it is described. */
import { z } from 'zod';
import { chemistryOf } from '../chemistry/catalogue';
import { schemaOf } from '../quantity/field-schema';
import { PACK } from './pack';

const fields = schemaOf(PACK);

/** Fields of a pack with the checks that need more than one field. */
export const PackInputSchema = fields.superRefine((pack, ctx) => {
	const chemistry = chemistryOf(pack.chemistry);
	if (pack.cells > chemistry.cells.max)
		ctx.addIssue({
			code: 'custom',
			path: ['cells'],
			message: `${chemistry.name} packs here go from ${chemistry.cells.min}S to ${chemistry.cells.max}S; ${pack.cells}S is outside that.`
		});
});

export const PackSchema = fields.extend({ id: z.string().min(1).max(64) });
