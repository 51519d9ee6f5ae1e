/** Plans: made, changed, taken away and put back. */
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import type { Plan } from '$core/plan/plan';
import { PlanInputSchema } from '$core/plan/plan-schema';
import type { Database, Store } from '../../db/connect';
import { shapeOf } from '../../db/map';
import { changedMeanwhile } from '../../meanwhile';
import { checked, done, missing, type Result } from '../../result';

/** Makes a plan; the same id again is the same plan. */
export async function createPlan(
	db: Database,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Plan>> {
	const valid = checked(PlanInputSchema, input);
	if (!valid.ok) return valid;
	return db.write<Result<Plan>>(async (tx) => {
		const before = await tx.models.Plan.findByPk(id, { paranoid: false });
		if (before) return done(shapeOf('Plan', before));
		return done(shapeOf('Plan', await tx.models.Plan.create({ id, ...valid.value, madeAt: now })));
	});
}

/** Replaces a plan; refused where it was changed in another window meanwhile. */
export async function updatePlan(db: Database, id: string, input: unknown): Promise<Result<Plan>> {
	const valid = checked(PlanInputSchema, input);
	if (!valid.ok) return valid;
	return db.write<Result<Plan>>(async (tx) => {
		const row = await tx.models.Plan.findByPk(id);
		if (!row) return missing('plan');
		const meanwhile = changedMeanwhile(input, shapeOf('Plan', row), 'The plan');
		if (meanwhile) return meanwhile;
		await row.update({ ...valid.value, madeAt: row.get('madeAt') });
		return done(shapeOf('Plan', row));
	});
}

export async function getPlan(db: Store, id: string): Promise<Result<Plan>> {
	const row = await db.models.Plan.findByPk(id);
	return row ? done(shapeOf('Plan', row)) : missing('plan');
}

/** Plans, those that end last first. */
export async function listPlans(db: Store, limit = 50): Promise<Plan[]> {
	const rows = await db.models.Plan.findAll({ order: [['until', 'DESC']], limit });
	return rows.map((row) => shapeOf('Plan', row));
}

/**
 * The plan that goes on at `now` or comes next: the first that is not over; null where there is
 * none.
 */
export const currentPlan = (db: Store, now: string): Promise<Plan | null> =>
	db.kept(
		'current plan',
		async () => {
			const row = await db.models.Plan.findOne({
				where: { until: { [Op.gt]: now } },
				order: [
					['from', 'ASC'],
					['createdAt', 'DESC']
				]
			});
			return row && shapeOf('Plan', row);
		},
		now.slice(0, 16)
	);

/** Takes a plan away, or puts it back. */
export async function movePlan(db: Database, id: string, away: boolean): Promise<Result<Plan>> {
	return db.write<Result<Plan>>(async (tx) => {
		const row = await tx.models.Plan.findByPk(id, { paranoid: false });
		if (!row) return missing('plan');
		if (away) await row.destroy();
		else await row.restore();
		return done(shapeOf('Plan', row));
	});
}
