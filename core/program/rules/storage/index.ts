/** Putting a pack away: one rule a file. */
import type { Rule } from '../../rule';
import { storageOutsideWindow } from './storage-outside-window';
import { storageReached } from './storage-reached';
import { transportTooFull } from './transport-too-full';
import { keptBadly } from './kept-badly';

export const storageRules: readonly Rule[] = [
	storageOutsideWindow,
	storageReached,
	transportTooFull,
	keptBadly
];
