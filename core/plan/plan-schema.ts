/** The checks of a plan. */
import { reference } from '../quantity/field';
import { schemaOf } from '../quantity/field-schema';
import { LONGEST_PLAN_H, PLAN } from './plan';

const hoursBetween = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 3600e3;

export const PlanInputSchema = schemaOf(PLAN).check((ctx) => {
	const { from, until, hours, jobs } = ctx.value;
	const say = (path: string, message: string) =>
		ctx.issues.push({ code: 'custom', message, path: [path], input: ctx.value } as never);
	const length = hoursBetween(from, until);
	if (!(length > 0)) say('until', 'A plan ends after it begins.');
	else if (length > LONGEST_PLAN_H)
		say('until', `A plan is up to ${LONGEST_PLAN_H / 24} days long: make one for each occasion.`);
	for (const h of hours)
		if (!(hoursBetween(h.from, h.to) > 0)) say('hours', 'Each stretch ends after it begins.');
	if (new Set(jobs.map((j) => j.id)).size < jobs.length) say('jobs', 'Two jobs have one id.');
});
/** A plan as it is kept. */
export const PlanSchema = schemaOf({ id: reference({ label: 'Id', most: 64 }), ...PLAN });
