import { withBody } from '$lib/server/http';
import { lookAt } from '$lib/server/services/drill/drills';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) =>
	withBody(request, async (body) => lookAt(Number(params.grade), Number(params.seed), body));
