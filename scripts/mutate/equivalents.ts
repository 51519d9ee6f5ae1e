/** Mutants that change nothing anybody could notice, each with its reason. */
import type { Equivalent } from './equivalents/equivalent';
import { IN_CORE } from './equivalents/core';
import { IN_PLANNING } from './equivalents/planning';
import { IN_SERVER } from './equivalents/server';
import { IN_SIMULATION } from './equivalents/simulation';

export const EQUIVALENTS: readonly Equivalent[] = [
	...IN_CORE,
	...IN_SIMULATION,
	...IN_PLANNING,
	...IN_SERVER
];
