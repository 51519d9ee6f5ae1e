/** Causes: settings. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { chemistryWrong } from './chemistry-wrong';
import { dischargeEndHeld } from './discharge-end-held';
import { keepsOwnValues } from './keeps-own-values';
import { leftOverSetting } from './left-over-setting';
import { lihvAsLipo } from './lihv-as-lipo';
import { limitHeld } from './limit-held';
import { lipoAsLihv } from './lipo-as-lihv';
import { notConfirmed } from './not-confirmed';
import { ownLimitMisread } from './own-limit-misread';
import { rateCap } from './rate-cap';
import { storageFixed } from './storage-fixed';
import { wrongPack } from './wrong-pack';

export const settings: readonly Cause[] = [
	chemistryWrong,
	dischargeEndHeld,
	keepsOwnValues,
	leftOverSetting,
	lihvAsLipo,
	limitHeld,
	lipoAsLihv,
	notConfirmed,
	ownLimitMisread,
	rateCap,
	storageFixed,
	wrongPack
];
