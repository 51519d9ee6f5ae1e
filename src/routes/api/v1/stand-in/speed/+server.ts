import { z } from 'zod';
import { SPEEDS } from '../../../../../../stand-in/spec';
import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { LinkError } from '$lib/server/link/charger-link';
import { checked, done, refuse } from '$lib/server/result';
import type { RequestHandler } from './$types';

const Speed = z.object({ speed: z.literal([...SPEEDS]) });

/** How fast simulated time passes. */
export const GET: RequestHandler = async () => {
	const { standIn } = (await app()).links;
	try {
		return answer(done({ speed: (await standIn.hello()).speed }));
	} catch (error) {
		if (error instanceof LinkError) return answer(refuse(503, error.message));
		throw error;
	}
};

export const PUT: RequestHandler = async ({ request }) => {
	const { standIn } = (await app()).links;
	return withBody(request, async (body) => {
		const wanted = checked(Speed, body);
		if (!wanted.ok) return wanted;
		try {
			await standIn.setSpeed(wanted.value.speed);
			return done(wanted.value);
		} catch (error) {
			if (error instanceof LinkError) return refuse(503, error.message);
			throw error;
		}
	});
};
