/** Several packs on one channel: one rule a file. */
import type { Rule } from '../../rule';
import { joinedPackDoubted } from './joined-pack-doubted';
import { joinedPackStopped } from './joined-pack-stopped';
import { loadJoinsWithCare } from './load-joins-with-care';
import { loadMayNotJoin } from './load-may-not-join';

export const joinedRules: readonly Rule[] = [
	joinedPackDoubted,
	joinedPackStopped,
	loadJoinsWithCare,
	loadMayNotJoin
];
