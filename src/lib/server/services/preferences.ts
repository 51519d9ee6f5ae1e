/** The person's own standing choices. */
import { z } from 'zod';
import { Inventory } from '$core/bench/inventory';
import { PracticeLayer } from '$core/pack/practice';
import type { Database } from '../db/connect';
import { checked, done, type Result } from '../result';

export const Preferences = z.object({
	/** Temperature of the place where packs are charged, °C. */
	ambientDegC: z
		.number()
		.min(-30, 'Air below −30 °C is not a workshop.')
		.max(60, 'Air above 60 °C is not a workshop.')
		.default(20),
	/** The schools the person follows; what is absent is the usual practice. */
	practice: PracticeLayer.default({}),
	/** What lies on the bench. */
	inventory: Inventory.default(Inventory.parse({}))
});
export type Preferences = z.infer<typeof Preferences>;

const KEY = 'preferences';

export async function getPreferences(db: Database): Promise<Preferences> {
	const row = await db.models.Preference.findByPk(KEY);
	const stored = Preferences.safeParse(row?.get('value') ?? {});
	return stored.success ? stored.data : Preferences.parse({});
}

export async function setPreferences(db: Database, input: unknown): Promise<Result<Preferences>> {
	const valid = checked(Preferences, { ...(await getPreferences(db)), ...(input as object) });
	if (!valid.ok) return valid;
	await db.models.Preference.upsert({ key: KEY, value: valid.value });
	return done(valid.value);
}
