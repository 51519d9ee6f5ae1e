/** What cuts a run that goes wrong: one rule a file. */
import type { Rule } from '../../rule';
import { capacityLimitProtectsNothing } from './capacity-limit-protects-nothing';
import { capacityLimitTooLow } from './capacity-limit-too-low';
import { noProbe } from './no-probe';
import { temperatureLimitLoose } from './temperature-limit-loose';
import { temperatureLimitUnderPack } from './temperature-limit-under-pack';
import { timerProtectsNothing } from './timer-protects-nothing';
import { timerTooShort } from './timer-too-short';

export const guardsRules: readonly Rule[] = [
	capacityLimitProtectsNothing,
	capacityLimitTooLow,
	noProbe,
	temperatureLimitLoose,
	temperatureLimitUnderPack,
	timerProtectsNothing,
	timerTooShort
];
