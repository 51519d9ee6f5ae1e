/** The catalogue of rules. Adding one is adding its file and a line here. */
import type { Rule } from '../rule';
import { alreadyFull } from './already-full';
import { balanceImpossible } from './balance-impossible';
import { balanceMissing } from './balance-missing';
import { capacityLimitProtectsNothing } from './capacity-limit-protects-nothing';
import { capacityLimitTooLow } from './capacity-limit-too-low';
import { capacitySlip } from './capacity-slip';
import { cellNeedsRecovery } from './cell-needs-recovery';
import { cellOverLimit } from './cell-over-limit';
import { cellUnderFloor } from './cell-under-floor';
import { cellsSetDiffer } from './cells-set-differ';
import { chemistryNotOnChannel } from './chemistry-not-on-channel';
import { connectorTooSmall } from './connector-too-small';
import { currentAboveChannel } from './current-above-channel';
import { currentAbovePack } from './current-above-pack';
import { currentAbovePurpose } from './current-above-purpose';
import { currentFalls } from './current-falls';
import { currentOffStep } from './current-off-step';
import { endVoltageAboveChemistry } from './end-voltage-above-chemistry';
import { endVoltageInexactCharger } from './end-voltage-inexact-charger';
import { endVoltageNotOffered } from './end-voltage-not-offered';
import { forecastCellOverLimit } from './forecast-cell-over-limit';
import { forecastTooHot } from './forecast-too-hot';
import { heldValueDiffers } from './held-value-differs';
import { heldValueWouldCut } from './held-value-would-cut';
import { labelSaysGentlerChemistry } from './label-says-gentler-chemistry';
import { labelVoltsContradict } from './label-volts-contradict';
import { noLabelRate } from './no-label-rate';
import { noPowerLeft } from './no-power-left';
import { noProbe } from './no-probe';
import { noReading } from './no-reading';
import { packCold } from './pack-cold';
import { packHot } from './pack-hot';
import { packNotInService } from './pack-not-in-service';
import { rateCapLowers } from './rate-cap-lowers';
import { readingContradictsCells } from './reading-contradicts-cells';
import { readingNotRested } from './reading-not-rested';
import { readingOld } from './reading-old';
import { sharedPowerInUse } from './shared-power-in-use';
import { spreadLarge } from './spread-large';
import { supplyOutsideInput } from './supply-outside-input';
import { supplyTooWeak } from './supply-too-weak';
import { timerProtectsNothing } from './timer-protects-nothing';
import { timerTooShort } from './timer-too-short';
import { tooSlow } from './too-slow';

export const RULES: readonly Rule[] = [
	alreadyFull,
	balanceImpossible,
	balanceMissing,
	capacityLimitProtectsNothing,
	capacityLimitTooLow,
	capacitySlip,
	cellNeedsRecovery,
	cellOverLimit,
	cellUnderFloor,
	cellsSetDiffer,
	chemistryNotOnChannel,
	connectorTooSmall,
	currentAboveChannel,
	currentAbovePack,
	currentAbovePurpose,
	currentFalls,
	currentOffStep,
	endVoltageAboveChemistry,
	endVoltageInexactCharger,
	endVoltageNotOffered,
	forecastCellOverLimit,
	forecastTooHot,
	heldValueDiffers,
	heldValueWouldCut,
	labelSaysGentlerChemistry,
	labelVoltsContradict,
	noLabelRate,
	noPowerLeft,
	noProbe,
	noReading,
	packCold,
	packHot,
	packNotInService,
	rateCapLowers,
	readingContradictsCells,
	readingNotRested,
	readingOld,
	sharedPowerInUse,
	spreadLarge,
	supplyOutsideInput,
	supplyTooWeak,
	timerProtectsNothing,
	timerTooShort,
	tooSlow
];
