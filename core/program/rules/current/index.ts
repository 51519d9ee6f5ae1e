/** How much current, and what it does: one rule a file. */
import type { Rule } from '../../rule';
import { capacitySetsCurrent } from './capacity-sets-current';
import { currentAboveChannel } from './current-above-channel';
import { currentAbovePack } from './current-above-pack';
import { currentAbovePurpose } from './current-above-purpose';
import { currentFalls } from './current-falls';
import { currentOffStep } from './current-off-step';
import { fastNever } from './fast-never';
import { fastSkips } from './fast-skips';
import { forecastTooHot } from './forecast-too-hot';
import { hurryBelowLabel } from './hurry-below-label';
import { hurryHard } from './hurry-hard';
import { noPowerLeft } from './no-power-left';
import { rateCapLowers } from './rate-cap-lowers';
import { sharedPowerInUse } from './shared-power-in-use';
import { tooSlow } from './too-slow';

export const currentRules: readonly Rule[] = [
	capacitySetsCurrent,
	currentAboveChannel,
	currentAbovePack,
	currentAbovePurpose,
	currentFalls,
	currentOffStep,
	fastNever,
	fastSkips,
	forecastTooHot,
	hurryBelowLabel,
	hurryHard,
	noPowerLeft,
	rateCapLowers,
	sharedPowerInUse,
	tooSlow
];
