import { answer } from '$lib/server/http';
import { openDevices } from '$lib/server/lan/devices';
import { done, missing } from '$lib/server/result';
import type { RequestHandler } from './$types';

/** Forgets a device: its session ends, and it has to enter anew. */
export const DELETE: RequestHandler = ({ params }) =>
	answer(openDevices()?.revoke(params.id) ? done({ id: params.id }) : missing('device'));
