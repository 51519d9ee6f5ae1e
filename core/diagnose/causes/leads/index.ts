/** Causes: leads. All of them common practice, no source. */
import type { Cause } from '../../cause';
import { balanceLeadOut } from './balance-lead-out';
import { electronicsAsleep } from './electronics-asleep';
import { hotPlug } from './hot-plug';
import { innerWireOpen } from './inner-wire-open';
import { leadWireBroken } from './lead-wire-broken';
import { otherPacksLead } from './other-packs-lead';
import { outerWireOpen } from './outer-wire-open';
import { packWireBroken } from './pack-wire-broken';
import { plugNotHome } from './plug-not-home';
import { reversed } from './reversed';
import { unpluggedInGroup } from './unplugged-in-group';
import { wrongBalancePort } from './wrong-balance-port';

export const leads: readonly Cause[] = [
	balanceLeadOut,
	electronicsAsleep,
	hotPlug,
	innerWireOpen,
	leadWireBroken,
	otherPacksLead,
	outerWireOpen,
	packWireBroken,
	plugNotHome,
	reversed,
	unpluggedInGroup,
	wrongBalancePort
];
