/** The catalogue of rules. Adding one is adding its file and a line here. */
import type { Rule } from '../rule';
import { alreadyFull } from './already-full';
import { balanceImpossible } from './balance-impossible';
import { balanceMissing } from './balance-missing';
import { boardsAllUsed } from './boards-all-used';
import { cannotDischarge } from './cannot-discharge';
import { capacityLimitProtectsNothing } from './capacity-limit-protects-nothing';
import { capacityLimitTooLow } from './capacity-limit-too-low';
import { capacitySetsCurrent } from './capacity-sets-current';
import { capacitySlip } from './capacity-slip';
import { capacityWorn } from './capacity-worn';
import { cellNeedsRecovery } from './cell-needs-recovery';
import { cellOverLimit } from './cell-over-limit';
import { cellUnderFloor } from './cell-under-floor';
import { cellsNotShown } from './cells-not-shown';
import { cellsSetDiffer } from './cells-set-differ';
import { chargeContradicted } from './charge-contradicted';
import { chargeFromFlatVolts } from './charge-from-flat-volts';
import { chargeGivenUp } from './charge-given-up';
import { chargerCannotBalance } from './charger-cannot-balance';
import { chargesSinceBalance } from './charges-since-balance';
import { chemistryNotOnChannel } from './chemistry-not-on-channel';
import { connectorTooSmall } from './connector-too-small';
import { containerSealed } from './container-sealed';
import { currentAboveChannel } from './current-above-channel';
import { currentAbovePack } from './current-above-pack';
import { currentAbovePurpose } from './current-above-purpose';
import { currentFalls } from './current-falls';
import { currentOffStep } from './current-off-step';
import { cycleRestShort } from './cycle-rest-short';
import { cycleWears } from './cycle-wears';
import { deltaVFalsePeak } from './delta-v-false-peak';
import { deltaVOutOfRange } from './delta-v-out-of-range';
import { dischargeAboveChannel } from './discharge-above-channel';
import { dischargeBelowFloor } from './discharge-below-floor';
import { dischargeFewWatts } from './discharge-few-watts';
import { dischargeTooFast } from './discharge-too-fast';
import { dischargesItself } from './discharges-itself';
import { endVoltageAboveChemistry } from './end-voltage-above-chemistry';
import { endVoltageInexactCharger } from './end-voltage-inexact-charger';
import { endVoltageNotOffered } from './end-voltage-not-offered';
import { endsEmpty } from './ends-empty';
import { fastNever } from './fast-never';
import { fastSkips } from './fast-skips';
import { forecastCellOverLimit } from './forecast-cell-over-limit';
import { forecastTooHot } from './forecast-too-hot';
import { forgetsAtRestart } from './forgets-at-restart';
import { heldDischargeEnd } from './held-discharge-end';
import { heldTrickle } from './held-trickle';
import { heldValueDiffers } from './held-value-differs';
import { heldValueWouldCut } from './held-value-would-cut';
import { hurryHard } from './hurry-hard';
import { inputFloorLow } from './input-floor-low';
import { labelSaysGentlerChemistry } from './label-says-gentler-chemistry';
import { labelVoltsContradict } from './label-volts-contradict';
import { leadCompensation } from './lead-compensation';
import { leadDropsVolts } from './lead-drops-volts';
import { leadFloat } from './lead-float';
import { leadShortedCell } from './lead-shorted-cell';
import { leadTooThin } from './lead-too-thin';
import { leadVentilate } from './lead-ventilate';
import { makerEndNotRead } from './maker-end-not-read';
import { nickelCellReversed } from './nickel-cell-reversed';
import { nickelHighVolts } from './nickel-high-volts';
import { nickelRestart } from './nickel-restart';
import { noChargeLead } from './no-charge-lead';
import { noLabelRate } from './no-label-rate';
import { noPowerLeft } from './no-power-left';
import { noProbe } from './no-probe';
import { noReading } from './no-reading';
import { nominalFamilyWrong } from './nominal-family-wrong';
import { ownBalancer } from './own-balancer';
import { packCold } from './pack-cold';
import { packHot } from './pack-hot';
import { packNotInService } from './pack-not-in-service';
import { pairPartner } from './pair-partner';
import { rateCapLowers } from './rate-cap-lowers';
import { readingBeforeRun } from './reading-before-run';
import { readingContradictsCells } from './reading-contradicts-cells';
import { readingNotRested } from './reading-not-rested';
import { readingOld } from './reading-old';
import { recoveryAgeUnknown } from './recovery-age-unknown';
import { recoveryNotNeeded } from './recovery-not-needed';
import { recoveryTooHard } from './recovery-too-hard';
import { sharedPowerInUse } from './shared-power-in-use';
import { slotHoldsOther } from './slot-holds-other';
import { slowNickelOnDip } from './slow-nickel-on-dip';
import { spreadLarge } from './spread-large';
import { startsByItself } from './starts-by-itself';
import { storageOutsideWindow } from './storage-outside-window';
import { storageReached } from './storage-reached';
import { supplyBatteryDrained } from './supply-battery-drained';
import { supplyOutsideInput } from './supply-outside-input';
import { supplyShared } from './supply-shared';
import { supplyTooWeak } from './supply-too-weak';
import { taskNotForChemistry } from './task-not-for-chemistry';
import { taskNotOnChannel } from './task-not-on-channel';
import { temperatureLimitLoose } from './temperature-limit-loose';
import { timerProtectsNothing } from './timer-protects-nothing';
import { timerTooShort } from './timer-too-short';
import { tooSlow } from './too-slow';
import { trickleNever } from './trickle-never';
import { trickleTooMuch } from './trickle-too-much';
import { vehicleBattery } from './vehicle-battery';

export const RULES: readonly Rule[] = [
	alreadyFull,
	balanceImpossible,
	balanceMissing,
	boardsAllUsed,
	cannotDischarge,
	capacityLimitProtectsNothing,
	capacityLimitTooLow,
	capacitySetsCurrent,
	capacitySlip,
	capacityWorn,
	cellNeedsRecovery,
	cellOverLimit,
	cellUnderFloor,
	cellsNotShown,
	cellsSetDiffer,
	chargeContradicted,
	chargeFromFlatVolts,
	chargeGivenUp,
	chargerCannotBalance,
	chargesSinceBalance,
	chemistryNotOnChannel,
	connectorTooSmall,
	containerSealed,
	currentAboveChannel,
	currentAbovePack,
	currentAbovePurpose,
	currentFalls,
	currentOffStep,
	cycleRestShort,
	cycleWears,
	deltaVFalsePeak,
	deltaVOutOfRange,
	dischargeAboveChannel,
	dischargeBelowFloor,
	dischargeFewWatts,
	dischargeTooFast,
	dischargesItself,
	endVoltageAboveChemistry,
	endVoltageInexactCharger,
	endVoltageNotOffered,
	endsEmpty,
	fastNever,
	fastSkips,
	forecastCellOverLimit,
	forecastTooHot,
	forgetsAtRestart,
	heldDischargeEnd,
	heldTrickle,
	heldValueDiffers,
	heldValueWouldCut,
	hurryHard,
	inputFloorLow,
	labelSaysGentlerChemistry,
	labelVoltsContradict,
	leadCompensation,
	leadDropsVolts,
	leadFloat,
	leadShortedCell,
	leadTooThin,
	leadVentilate,
	makerEndNotRead,
	nickelCellReversed,
	nickelHighVolts,
	nickelRestart,
	noChargeLead,
	noLabelRate,
	noPowerLeft,
	noProbe,
	noReading,
	nominalFamilyWrong,
	ownBalancer,
	packCold,
	packHot,
	packNotInService,
	pairPartner,
	rateCapLowers,
	readingBeforeRun,
	readingContradictsCells,
	readingNotRested,
	readingOld,
	recoveryAgeUnknown,
	recoveryNotNeeded,
	recoveryTooHard,
	sharedPowerInUse,
	slotHoldsOther,
	slowNickelOnDip,
	spreadLarge,
	startsByItself,
	storageOutsideWindow,
	storageReached,
	supplyBatteryDrained,
	supplyOutsideInput,
	supplyShared,
	supplyTooWeak,
	taskNotForChemistry,
	taskNotOnChannel,
	temperatureLimitLoose,
	timerProtectsNothing,
	timerTooShort,
	tooSlow,
	trickleNever,
	trickleTooMuch,
	vehicleBattery
];
