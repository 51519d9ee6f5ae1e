/** Causes: surroundings. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { chargedTooHard } from './charged-too-hard';
import { cold } from './cold';
import { hotAfterUse } from './hot-after-use';

export const surroundings: readonly Cause[] = [chargedTooHard, cold, hotAfterUse];
