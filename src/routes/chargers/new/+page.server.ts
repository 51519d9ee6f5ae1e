import { app } from '$lib/server/app';
import { listSupplies } from '$lib/server/services/chargers/chargers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({ supplies: await listSupplies((await app()).db) });
