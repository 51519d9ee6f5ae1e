import { json } from '@sveltejs/kit';
import { openDevices } from '$lib/server/lan/devices';
import type { RequestHandler } from './$types';

/** Devices that have entered from the local network, the last seen first. */
export const GET: RequestHandler = () => json(openDevices()?.list() ?? []);
