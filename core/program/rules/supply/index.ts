/** What feeds the charger: one rule a file. */
import type { Rule } from '../../rule';
import { inputFloorLow } from './input-floor-low';
import { supplyBatteryDrained } from './supply-battery-drained';
import { supplyOutsideInput } from './supply-outside-input';
import { supplyShared } from './supply-shared';
import { supplyTooWeak } from './supply-too-weak';
import { vehicleBattery } from './vehicle-battery';

export const supplyRules: readonly Rule[] = [
	inputFloorLow,
	supplyBatteryDrained,
	supplyOutsideInput,
	supplyShared,
	supplyTooWeak,
	vehicleBattery
];
