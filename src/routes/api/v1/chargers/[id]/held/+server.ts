import { z } from 'zod';
import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { checked } from '$lib/server/result';
import { setHeldValue } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

const HeldChange = z.object({
	kind: z.string(),
	channelId: z.string().nullable().default(null),
	task: z.string().nullable().default(null),
	chemistry: z.string().nullable().default(null),
	/** The program it was keyed for. */
	programId: z.string().nullable().default(null),
	/** It is as it was before a program, or is left so on purpose. */
	putBack: z.boolean().default(false),
	/** False takes back that it was read off the charger. */
	known: z.boolean().default(true),
	/** It is left so after the run. */
	stays: z.boolean().default(false),
	value: z.number('A value is a number, or null for off.').nullable()
});

export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const change = checked(HeldChange, body);
		return change.ok ? setHeldValue(db, params.id, change.value) : change;
	});
};
