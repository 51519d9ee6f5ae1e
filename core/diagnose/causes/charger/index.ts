/** Causes: charger. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { balancing } from './balancing';
import { channelWatts } from './channel-watts';
import { chargerHigh } from './charger-high';
import { chargerHot } from './charger-hot';
import { chargerOff } from './charger-off';
import { dischargeWatts } from './discharge-watts';
import { inputFault } from './input-fault';
import { leftOn } from './left-on';
import { ownUse } from './own-use';
import { rarelyBalanced } from './rarely-balanced';
import { sharedPower } from './shared-power';
import { smallBalanceCurrent } from './small-balance-current';
import { taper } from './taper';

export const charger: readonly Cause[] = [
	balancing,
	channelWatts,
	chargerHot,
	chargerOff,
	chargerHigh,
	dischargeWatts,
	inputFault,
	leftOn,
	ownUse,
	rarelyBalanced,
	sharedPower,
	smallBalanceCurrent,
	taper
];
