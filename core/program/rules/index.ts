/**
 * The catalogue of rules, by subject. Adding one is adding its file and a line in the index of
 * its subject.
 */
import type { Rule } from '../rule';
import { balanceRules } from './balance';
import { chargerRules } from './charger';
import { currentRules } from './current';
import { dischargeRules } from './discharge';
import { endRules } from './end';
import { guardsRules } from './guards';
import { joinedRules } from './joined';
import { labelRules } from './label';
import { leadAcidRules } from './lead-acid';
import { nickelRules } from './nickel';
import { readingRules } from './reading';
import { recoveryRules } from './recovery';
import { storageRules } from './storage';
import { supplyRules } from './supply';
import { wiringRules } from './wiring';

/** Every rule, in the order of their ids: findings that weigh alike are shown in this order. */
export const RULES: readonly Rule[] = [
	...balanceRules,
	...chargerRules,
	...currentRules,
	...dischargeRules,
	...endRules,
	...guardsRules,
	...joinedRules,
	...labelRules,
	...leadAcidRules,
	...nickelRules,
	...readingRules,
	...recoveryRules,
	...storageRules,
	...supplyRules,
	...wiringRules
].sort((a, b) => (a.id < b.id ? -1 : 1));
