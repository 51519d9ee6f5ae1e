/** Putting a pack away: one rule a file. */
import type { Rule } from '../../rule';
import { storageOutsideWindow } from './storage-outside-window';
import { storageReached } from './storage-reached';

export const storageRules: readonly Rule[] = [storageOutsideWindow, storageReached];
