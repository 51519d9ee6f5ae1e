/**
 * Packs that age in a known way, and what their book makes of them: does the band cover the truth
 * as often as it says, is a pack that must go named in time, and none that need not.
 *   npm run ageing            400 packs of two years
 *   npm run ageing -- 100 1   so many, of so many years
 */
import { runAgeing } from '../tests/support/ageing-figures';

const [packs = 400, years = 2] = process.argv.slice(2).map(Number);
const f = runAgeing(packs, years);
const share = (n: number, of: number) => `${n} of ${of} (${((100 * n) / Math.max(1, of)).toFixed(1)} %)`;
console.log(
	`capacity now within its band (90 %): ${share(f.capacityCovered, f.capacities)}, half width ${(100 * f.capacityWidth).toFixed(1)} %`
);
console.log(
	`capacity a year before: ${share(f.pastCovered, f.pasts)}; half a year ahead: ${share(f.aheadCovered, f.aheads)}`
);
console.log(`resistance now within its band: ${share(f.ohmCovered, f.ohms)}`);
console.log(`leak within its band: ${share(f.leakCovered, f.leaks)}`);
console.log(
	`worn packs (under the limit at some time): ${f.worn}, named before another tenth was lost: ${share(f.namedInTime, f.wornAndThrough)}`
);
console.log(
	`told to go though still above their limit, by more than 2 %: ${share(f.falseGo, f.packs)}; at all: ${share(f.falseGoAtAll, f.packs)}`
);
console.log(
	`soft shorts (10 mV a day and more): named ${share(f.shortsNamed, f.shorts)}; sound packs so named: ${share(f.falseShorts, f.sound)}`
);
