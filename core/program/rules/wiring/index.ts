/** Plugs, leads and what the pack lies in: one rule a file. */
import type { Rule } from '../../rule';
import { connectorTooSmall } from './connector-too-small';
import { containerSealed } from './container-sealed';
import { leadDropsVolts } from './lead-drops-volts';
import { leadTooThin } from './lead-too-thin';
import { noChargeLead } from './no-charge-lead';
import { noReverseProtection } from './no-reverse-protection';

export const wiringRules: readonly Rule[] = [
	connectorTooSmall,
	containerSealed,
	leadDropsVolts,
	leadTooThin,
	noChargeLead,
	noReverseProtection
];
