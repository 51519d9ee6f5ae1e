/** The person's own standing choices. */
import { z } from 'zod';
import type { Database, Store } from '../../db/connect';
import { checked, type Result } from '../../result';
import { changedMeanwhile } from '../../meanwhile';
import { InventorySchema } from '$core/charger/inventory-schema';
import { PracticeLayerSchema } from '$core/practice/practice-schema';

export const Preferences = z.object({
	/** Temperature of the place where packs are charged, °C. */
	ambientDegC: z
		.number()
		.min(-30, 'Air below −30 °C is not a workshop.')
		.max(60, 'Air above 60 °C is not a workshop.')
		.default(20),
	/** A person is asked for so often while something runs, min; 0: never. */
	presenceMin: z
		.number()
		.int('Whole minutes.')
		.min(0, '0 asks never.')
		.max(120, 'At least every two hours, or never.')
		.default(10),
	/** The walk between two places where chargers stand, min. */
	walkMin: z
		.number()
		.min(0, 'A walk takes no time, or some.')
		.max(60, 'More than an hour away is another day.')
		.default(5),
	/**
	 * What is seen on a run over a link and means stopping stops it; otherwise it is only called
	 * out.
	 */
	watchStops: z.boolean().default(false),
	/** The schools the person follows; what is absent is the usual practice. */
	practice: PracticeLayerSchema.default({}),
	/** What lies on the bench. */
	inventory: InventorySchema.default(InventorySchema.parse({}))
});
export type Preferences = z.infer<typeof Preferences>;

const KEY = 'preferences';

export const getPreferences = (db: Store): Promise<Preferences> =>
	db.kept('preferences', async () => {
		const row = await db.models.Preference.findByPk(KEY);
		const stored = (row?.get('value') ?? {}) as Record<string, unknown>;
		// One choice that is no longer taken falls back to the usual one and takes no other with it.
		const read = Object.entries(Preferences.shape).map(([key, schema]) => {
			const parsed = schema.safeParse(stored[key]);
			return [key, parsed.success ? parsed.data : undefined];
		});
		return Preferences.parse(Object.fromEntries(read));
	});

/** Changes the choices that `input` names; the others stay. */
export async function setPreferences(db: Database, input: unknown): Promise<Result<Preferences>> {
	return db.write(async (tx) => {
		const before = await getPreferences(tx);
		const meanwhile = changedMeanwhile(input, before, 'This');
		if (meanwhile) return meanwhile;
		const valid = checked(Preferences, { ...before, ...(input as object) });
		if (!valid.ok) return valid;
		await tx.models.Preference.upsert({ key: KEY, value: valid.value });
		return valid;
	});
}
