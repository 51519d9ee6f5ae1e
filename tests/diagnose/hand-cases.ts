/**
 * Benches worked out by hand: what shows, what is really behind it, and what a person would find
 * at each look. What is not written down is found as it usually is. Written from the trade, not
 * from the tables of the inference (common practice, no source).
 */
import type { AnswerOf, ClueId } from '../../core/diagnose/clue';
import type { SymptomId } from '../../core/diagnose/symptom';

type Sees = { [C in ClueId]?: AnswerOf<C> };
export interface HandCase {
	shows: SymptomId;
	family: 'lithium' | 'nickel' | 'lead';
	/** What it really is. */
	is: string;
	/** Known without being asked. */
	known?: Sees;
	sees: Sees;
}
const L = 'lithium' as const;
const N = 'nickel' as const;
const P = 'lead' as const;

const OPEN = { count: 'none', 'main-sum': 'main reads nothing' } as const;
const OFF_TABLE = { 'meter-plug': 'as expected' } as const;

export const HAND_CASES: readonly HandCase[] = [
	// No pack is seen.
	{
		shows: 'no-pack',
		family: L,
		is: 'plug-not-home',
		known: OPEN,
		sees: { ...OFF_TABLE, reseat: 'cured', 'meter-lead': 'nothing', 'other-lead': 'cured' }
	},
	{
		shows: 'no-pack',
		family: P,
		is: 'plug-not-home',
		known: { count: 'none' },
		sees: { ...OFF_TABLE, reseat: 'cured', 'meter-lead': 'nothing', 'other-lead': 'cured' }
	},
	{
		shows: 'no-pack',
		family: N,
		is: 'plug-not-home',
		known: { count: 'none' },
		sees: { ...OFF_TABLE, reseat: 'cured', 'meter-lead': 'nothing' }
	},
	{
		shows: 'no-pack',
		family: L,
		is: 'lead-wire-broken',
		known: OPEN,
		sees: {
			...OFF_TABLE,
			'meter-lead': 'nothing',
			'other-lead': 'cured',
			'other-pack': 'same trouble',
			'other-channel': 'same'
		}
	},
	{
		shows: 'no-pack',
		family: N,
		is: 'lead-wire-broken',
		known: { count: 'none' },
		sees: { ...OFF_TABLE, 'meter-lead': 'nothing', 'other-lead': 'cured', 'other-pack': 'same trouble' }
	},
	{
		shows: 'no-pack',
		family: L,
		is: 'pack-wire-broken',
		known: OPEN,
		sees: { 'meter-plug': 'nothing', 'meter-taps': 'level' }
	},
	{
		shows: 'no-pack',
		family: L,
		is: 'electronics-asleep',
		known: { count: 'none', 'cell-page': 'all zero', 'main-sum': 'main reads nothing' },
		sees: { 'meter-plug': 'nothing', emptied: 'empty for days' }
	},
	// Cells that read zero, or odd.
	{
		shows: 'cells-zero',
		family: L,
		is: 'balance-lead-out',
		known: { 'cell-page': 'all zero', count: 'as the pack has' },
		sees: { reseat: 'cured' }
	},
	{
		shows: 'cells-zero',
		family: L,
		is: 'balance-lead-out',
		known: { 'cell-page': 'all zero' },
		sees: { reseat: 'cured', 'pack-warm': 'warm' }
	},
	{
		shows: 'cells-zero',
		family: L,
		is: 'wrong-balance-port',
		known: { 'cell-page': 'all zero' },
		sees: { wires: 'wrong port or shifted' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'inner-wire-open',
		known: { 'cell-page': 'zero beside double', 'main-sum': 'agree' },
		sees: { 'meter-taps': 'a tap reads nothing' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'inner-wire-open',
		known: { 'cell-page': 'zero beside double', 'main-sum': 'agree', count: 'as the pack has' },
		sees: { 'meter-taps': 'a tap reads nothing', 'pack-warm': 'warm' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'outer-wire-open',
		known: { 'cell-page': 'an end cell zero', 'main-sum': 'main more by a cell' },
		sees: { 'meter-taps': 'a tap reads nothing' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'outer-wire-open',
		known: { 'cell-page': 'an end cell zero', 'main-sum': 'main more by a cell', count: 'as the pack has' },
		sees: { 'meter-taps': 'a tap reads nothing' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'wrong-balance-port',
		known: { 'cell-page': 'an end cell zero' },
		sees: { wires: 'wrong port or shifted', 'main-sum': 'main more by a cell' }
	},
	{
		shows: 'cell-odd',
		family: L,
		is: 'dead-cell',
		known: { 'cell-page': 'one low', 'main-sum': 'agree', count: 'one less' },
		sees: { 'meter-taps': 'one near nothing', 'meter-plug': 'a cell short' }
	},
	{
		shows: 'cell-low',
		family: L,
		is: 'cell-under-floor',
		known: { 'cell-page': 'one low', 'main-sum': 'agree' },
		sees: { 'meter-taps': 'one low', emptied: 'empty for days' }
	},
	{
		shows: 'cell-low',
		family: L,
		is: 'cell-under-floor',
		known: { 'cell-page': 'one low', 'main-sum': 'agree', count: 'as the pack has' },
		sees: { 'meter-taps': 'one low' }
	},
	{
		shows: 'cell-low',
		family: L,
		is: 'dead-cell',
		known: { 'cell-page': 'one low', 'main-sum': 'agree', count: 'one less' },
		sees: { 'meter-taps': 'one near nothing', 'meter-plug': 'a cell short', 'hour-later': 'one lower' }
	},
	{
		shows: 'cell-low',
		family: L,
		is: 'rarely-balanced',
		known: { 'cell-page': 'one low', 'main-sum': 'agree', balanced: 'long ago, or never' },
		sees: { 'meter-taps': 'one low', resistance: 'as ever' }
	},
	// The count.
	{
		shows: 'count-differs',
		family: L,
		is: 'left-over-setting',
		known: { count: 'another number' },
		sees: { label: 'something else' }
	},
	{
		shows: 'count-differs',
		family: L,
		is: 'left-over-setting',
		known: { count: 'one less', 'cell-page': 'level' },
		sees: { label: 'something else' }
	},
	{
		shows: 'count-differs',
		family: P,
		is: 'left-over-setting',
		known: { count: 'another number' },
		sees: { label: 'something else' }
	},
	{
		shows: 'count-differs',
		family: L,
		is: 'miscounted-used',
		known: { count: 'one less', 'cell-page': 'all low' },
		sees: { 'meter-taps': 'all low', 'meter-plug': 'a cell short' }
	},
	{
		shows: 'count-differs',
		family: L,
		is: 'dead-cell',
		known: { count: 'one less', 'cell-page': 'one low' },
		sees: { 'meter-taps': 'one near nothing', 'meter-plug': 'a cell short' }
	},
	{
		shows: 'count-differs',
		family: L,
		is: 'wrong-balance-port',
		known: { count: 'another number' },
		sees: { wires: 'wrong port or shifted' }
	},
	{
		shows: 'count-differs',
		family: L,
		is: 'full-other-count',
		known: { count: 'another number', 'cell-page': 'level' },
		sees: { 'meter-plug': 'another count', label: 'something else' }
	},
	// Volts that do not fit.
	{ shows: 'volts-odd', family: L, is: 'chemistry-wrong', sees: { label: 'something else' } },
	{
		shows: 'volts-odd',
		family: N,
		is: 'left-over-setting',
		known: { count: 'as the pack has' },
		sees: { label: 'something else' }
	},
	{
		shows: 'volts-odd',
		family: L,
		is: 'other-packs-lead',
		known: { 'main-sum': 'main more by a cell', 'cell-page': 'level' },
		sees: { wires: 'another pack’s' }
	},
	{
		shows: 'volts-odd',
		family: L,
		is: 'cell-under-floor',
		known: { 'cell-page': 'one low', 'main-sum': 'agree' },
		sees: { 'meter-taps': 'one low', 'meter-plug': 'as expected', emptied: 'empty for days' }
	},
	// Polarity.
	{ shows: 'polarity', family: L, is: 'reversed', known: { count: 'none' }, sees: { colours: 'reversed' } },
	{ shows: 'polarity', family: P, is: 'reversed', sees: { colours: 'reversed' } },
	{
		shows: 'polarity',
		family: L,
		is: 'wrong-balance-port',
		sees: { wires: 'wrong port or shifted', colours: 'right' }
	},
	// Its first screen, its settings.
	{
		shows: 'first-screen',
		family: L,
		is: 'not-confirmed',
		known: { input: 'steady' },
		sees: { pressed: 'yes' }
	},
	{ shows: 'first-screen', family: N, is: 'not-confirmed', sees: { pressed: 'yes' } },
	{
		shows: 'settings-changed',
		family: L,
		is: 'keeps-own-values',
		sees: { held: 'other values', label: 'as set' }
	},
	{
		shows: 'settings-changed',
		family: L,
		is: 'left-over-setting',
		sees: { held: 'other values', label: 'something else' }
	},
	// Supply.
	{
		shows: 'input',
		family: L,
		is: 'supply-off',
		known: { input: 'too low or none' },
		sees: { 'other-pack': 'same trouble' }
	},
	{
		shows: 'input',
		family: P,
		is: 'supply-off',
		known: { input: 'too low or none' },
		sees: { 'other-pack': 'same trouble' }
	},
	{ shows: 'input', family: L, is: 'supply-too-high', known: { input: 'too high' }, sees: {} },
	{
		shows: 'input',
		family: L,
		is: 'supply-limits',
		known: { input: 'sagging under load' },
		sees: { 'fewer-amps': 'it holds' }
	},
	{
		shows: 'restarts',
		family: L,
		is: 'supply-limits',
		sees: { input: 'sagging under load', 'fewer-amps': 'it holds' }
	},
	{
		shows: 'restarts',
		family: L,
		is: 'supply-limits',
		known: { input: 'sagging under load' },
		sees: { 'fewer-amps': 'it holds', 'other-pack': 'same trouble' }
	},
	{
		shows: 'restarts',
		family: P,
		is: 'supply-leads-sag',
		sees: { input: 'sagging under load', 'fewer-amps': 'it holds' }
	},
	{
		shows: 'restarts',
		family: N,
		is: 'supply-limits',
		sees: { input: 'sagging under load', 'fewer-amps': 'it holds' }
	},
	{
		shows: 'several-stop',
		family: L,
		is: 'breaker-shared',
		sees: { breaker: 'other chargers or heaters', input: 'too low or none' }
	},
	// Current.
	{
		shows: 'less-current',
		family: L,
		is: 'channel-watts',
		known: {
			watts: 'yes, just that',
			'near-end': 'no, well below',
			'others-run': 'no',
			input: 'steady',
			'main-sum': 'agree'
		},
		sees: {}
	},
	{
		shows: 'less-current',
		family: L,
		is: 'channel-watts',
		known: { watts: 'yes, just that', 'near-end': 'no, well below', 'others-run': 'no' },
		sees: { when: 'as volts rose' }
	},
	{
		shows: 'less-current',
		family: P,
		is: 'channel-watts',
		known: { watts: 'yes, just that', 'near-end': 'no, well below', 'others-run': 'no' },
		sees: { when: 'from the start' }
	},
	{
		shows: 'less-current',
		family: N,
		is: 'channel-watts',
		known: { watts: 'yes, just that', 'others-run': 'no' },
		sees: { when: 'from the start' }
	},
	{
		shows: 'less-current',
		family: L,
		is: 'taper',
		known: { watts: 'no', 'near-end': 'yes', 'others-run': 'no', 'cell-page': 'level', 'main-sum': 'agree' },
		sees: {}
	},
	{
		shows: 'less-current',
		family: P,
		is: 'taper',
		known: { watts: 'no', 'near-end': 'yes', 'others-run': 'no' },
		sees: { when: 'as volts rose' }
	},
	{
		shows: 'less-current',
		family: L,
		is: 'rate-cap',
		known: { watts: 'no', 'near-end': 'no, well below', 'others-run': 'no', 'main-sum': 'agree' },
		sees: { held: 'a limit or cap at just that figure', when: 'from the start' }
	},
	{
		shows: 'less-current',
		family: N,
		is: 'rate-cap',
		known: { watts: 'no', 'others-run': 'no' },
		sees: { held: 'a limit or cap at just that figure', when: 'from the start' }
	},
	{
		shows: 'less-current',
		family: L,
		is: 'shared-power',
		known: { watts: 'yes, just that', 'near-end': 'no, well below', 'others-run': 'yes' },
		sees: { when: 'when another began' }
	},
	{
		shows: 'less-current',
		family: L,
		is: 'hot-plug',
		known: { watts: 'no', 'near-end': 'yes', 'others-run': 'no', 'main-sum': 'main a little more' },
		sees: { 'plug-warm': 'hot', when: 'as volts rose', 'other-lead': 'cured' }
	},
	{
		shows: 'current-falls',
		family: L,
		is: 'hot-plug',
		known: {
			'near-end': 'yes',
			watts: 'no',
			'main-sum': 'main a little more',
			'cell-page': 'level',
			'others-run': 'no'
		},
		sees: { 'plug-warm': 'hot', 'across-plug': 'a tenth of a volt or more', 'other-lead': 'cured' }
	},
	{
		shows: 'current-falls',
		family: P,
		is: 'hot-plug',
		known: { 'near-end': 'yes', watts: 'no', 'others-run': 'no' },
		sees: {
			'plug-warm': 'hot',
			'across-plug': 'a tenth of a volt or more',
			'other-lead': 'cured',
			'rest-after': 'fall well below'
		}
	},
	{
		shows: 'current-falls',
		family: L,
		is: 'taper',
		known: {
			'near-end': 'yes',
			watts: 'no',
			'main-sum': 'agree',
			'cell-page': 'level',
			'charge-share': 'about what was missing',
			'others-run': 'no'
		},
		sees: { resistance: 'as ever', when: 'as volts rose' }
	},
	{
		shows: 'current-falls',
		family: L,
		is: 'cold',
		known: {
			'near-end': 'yes',
			watts: 'no',
			'main-sum': 'agree',
			'cell-page': 'level',
			air: 'cold',
			'others-run': 'no'
		},
		sees: { resistance: 'all higher', 'rest-after': 'fall well below' }
	},
	{
		shows: 'current-falls',
		family: L,
		is: 'all-resistance',
		known: {
			'near-end': 'yes',
			watts: 'no',
			'main-sum': 'agree',
			'cell-page': 'level',
			'pack-age': 'old or much used',
			air: 'as in a room',
			'others-run': 'no'
		},
		sees: { resistance: 'all higher', 'rest-after': 'fall well below' }
	},
	{
		shows: 'jumps',
		family: L,
		is: 'balancing',
		known: { 'balance-on': 'yes', 'near-end': 'yes', 'main-sum': 'agree', 'others-run': 'no' },
		sees: {}
	},
	{
		shows: 'jumps',
		family: L,
		is: 'balancing',
		known: { 'balance-on': 'yes', 'near-end': 'yes', 'main-sum': 'agree', 'cell-page': 'one high' },
		sees: {}
	},
	{
		shows: 'goes-on',
		family: L,
		is: 'small-balance-current',
		known: {
			'balance-on': 'yes',
			'near-end': 'yes',
			'cell-page': 'one high',
			'main-sum': 'agree',
			'charge-share': 'about what was missing'
		},
		sees: { balanced: 'long ago, or never' }
	},
	{
		shows: 'goes-on',
		family: P,
		is: 'taper',
		known: { 'near-end': 'yes', 'charge-share': 'about what was missing' },
		sees: {}
	},
	{
		shows: 'goes-on',
		family: L,
		is: 'taper',
		known: {
			'near-end': 'yes',
			'charge-share': 'about what was missing',
			'cell-page': 'level',
			'main-sum': 'agree',
			'balance-on': 'no'
		},
		sees: {}
	},
	// Cells apart.
	{
		shows: 'cells-part',
		family: L,
		is: 'weak-cell',
		known: {
			'cell-page': 'one high',
			'main-sum': 'agree',
			'pack-age': 'old or much used',
			balanced: 'lately'
		},
		sees: { resistance: 'one much higher', 'hour-later': 'level' }
	},
	{
		shows: 'cells-part',
		family: L,
		is: 'rarely-balanced',
		known: { 'cell-page': 'one low', 'main-sum': 'agree', balanced: 'long ago, or never' },
		sees: { 'meter-taps': 'one low', resistance: 'as ever', 'hour-later': 'level' }
	},
	{
		shows: 'cells-part',
		family: L,
		is: 'leaking-cell',
		known: {
			'cell-page': 'one low',
			'main-sum': 'agree',
			balanced: 'lately',
			'charge-share': 'more than it holds'
		},
		sees: {
			'meter-taps': 'one low',
			'day-later': 'one lower',
			'hour-later': 'one lower',
			'pack-warm': 'warm'
		}
	},
	{
		shows: 'took-more',
		family: L,
		is: 'leaking-cell',
		known: { 'charge-share': 'more than it holds', 'cell-page': 'one low' },
		sees: {
			'meter-taps': 'one low',
			'day-later': 'one lower',
			'hour-later': 'one lower',
			'pack-warm': 'warm'
		}
	},
	{
		shows: 'took-more',
		family: N,
		is: 'missed-dip',
		known: { 'charge-share': 'more than it holds', rate: 'slower' },
		sees: { 'pack-warm': 'hot' }
	},
	{
		shows: 'nickel-late',
		family: N,
		is: 'missed-dip',
		known: { 'charge-share': 'more than it holds', rate: 'slower' },
		sees: { 'pack-warm': 'warm' }
	},
	// Heat.
	{
		shows: 'hot-plug',
		family: L,
		is: 'hot-plug',
		sees: {
			'plug-warm': 'hot',
			'main-sum': 'main a little more',
			'across-plug': 'a tenth of a volt or more',
			'other-lead': 'cured'
		}
	},
	{
		shows: 'hot-pack',
		family: L,
		is: 'hot-after-use',
		known: { 'used-just-now': 'yes', 'charge-share': 'little' },
		sees: { 'pack-warm': 'hot' }
	},
	{
		shows: 'hot-pack',
		family: N,
		is: 'missed-dip',
		known: { 'charge-share': 'more than it holds', rate: 'slower', 'used-just-now': 'no' },
		sees: { 'pack-warm': 'hot' }
	},
	{
		shows: 'hot-charger',
		family: L,
		is: 'charger-hot',
		sees: { 'charger-warm': 'hot, or the fan still', vents: 'shut or in the sun' }
	},
	{
		shows: 'warm-balance',
		family: L,
		is: 'unplugged-in-group',
		known: { joined: 'joined' },
		sees: { 'plug-warm': 'warm' }
	},
	{ shows: 'swollen', family: L, is: 'swollen-pack', sees: { eye: 'swollen, dented or leaking' } },
	{ shows: 'swollen', family: P, is: 'swollen-pack', sees: { eye: 'smells or hisses' } },
	// Discharge and storage.
	{ shows: 'discharge-slow', family: L, is: 'discharge-watts', known: { watts: 'yes, just that' }, sees: {} },
	{ shows: 'discharge-slow', family: P, is: 'discharge-watts', known: { watts: 'yes, just that' }, sees: {} },
	{
		shows: 'discharge-early',
		family: L,
		is: 'discharge-end-held',
		sees: { held: 'a limit or cap at just that figure', 'meter-taps': 'level' }
	},
	{
		shows: 'discharge-early',
		family: L,
		is: 'worn',
		known: { 'pack-age': 'old or much used', held: 'as programmed', 'was-full': 'low' },
		sees: { 'capacity-check': 'much less', resistance: 'all higher' }
	},
	{
		shows: 'storage-past',
		family: L,
		is: 'storage-fixed',
		sees: { held: 'a limit or cap at just that figure' }
	},
	{ shows: 'input-amps', family: L, is: 'own-use', known: { input: 'steady' }, sees: {} },
	// How it ended.
	{
		shows: 'stopped-at-limit',
		family: L,
		is: 'limit-held',
		known: {
			held: 'a limit or cap at just that figure',
			'charge-share': 'little',
			'near-end': 'no, well below'
		},
		sees: {}
	},
	{
		shows: 'stopped-at-limit',
		family: N,
		is: 'limit-held',
		known: { held: 'a limit or cap at just that figure', 'charge-share': 'little' },
		sees: {}
	},
	{
		shows: 'stopped-at-limit',
		family: L,
		is: 'own-limit-misread',
		known: {
			held: 'as programmed',
			'reading-age': 'old, or used since',
			'near-end': 'no, well below',
			'cell-page': 'level'
		},
		sees: {}
	},
	{
		shows: 'stopped-at-limit',
		family: P,
		is: 'own-limit-misread',
		known: { held: 'as programmed', 'reading-age': 'old, or used since', 'near-end': 'no, well below' },
		sees: {}
	},
	{
		shows: 'few-mah',
		family: L,
		is: 'was-not-empty',
		known: {
			'was-full': 'nearly full',
			'charge-share': 'about what was missing',
			'cell-page': 'level',
			'pack-age': 'young or little used'
		},
		sees: { 'rest-after': 'stay near the end', emptied: 'full or part charged for weeks' }
	},
	{
		shows: 'few-mah',
		family: N,
		is: 'was-not-empty',
		known: { 'was-full': 'nearly full', 'charge-share': 'about what was missing' },
		sees: {
			'rest-after': 'stay near the end',
			'pack-warm': 'warm',
			emptied: 'full or part charged for weeks'
		}
	},
	{
		shows: 'few-mah',
		family: L,
		is: 'all-resistance',
		known: {
			'was-full': 'low',
			'charge-share': 'little',
			'near-end': 'yes',
			'cell-page': 'level',
			'pack-age': 'old or much used',
			air: 'as in a room',
			'main-sum': 'agree'
		},
		sees: { 'rest-after': 'fall well below', resistance: 'all higher' }
	},
	{
		shows: 'few-mah',
		family: L,
		is: 'cold',
		known: {
			'was-full': 'low',
			'charge-share': 'little',
			'near-end': 'yes',
			air: 'cold',
			'main-sum': 'agree'
		},
		sees: { 'rest-after': 'fall well below', resistance: 'all higher' }
	},
	{
		shows: 'few-mah',
		family: L,
		is: 'worn',
		known: {
			'was-full': 'low',
			'charge-share': 'little',
			'near-end': 'yes',
			'pack-age': 'old or much used',
			'cell-page': 'level',
			'main-sum': 'agree',
			air: 'as in a room'
		},
		sees: { 'rest-after': 'stay near the end', 'capacity-check': 'much less' }
	},
	{
		shows: 'nickel-early',
		family: N,
		is: 'false-dip',
		known: { 'charge-share': 'little', 'was-full': 'low' },
		sees: { 'pack-warm': 'cool', 'rest-after': 'low as before', emptied: 'full or part charged for weeks' }
	},
	{
		shows: 'nickel-early',
		family: N,
		is: 'false-dip',
		known: { 'charge-share': 'little' },
		sees: { 'pack-warm': 'cool', 'rest-after': 'low as before' }
	},
	{
		shows: 'nickel-early',
		family: N,
		is: 'was-not-empty',
		known: { 'was-full': 'nearly full', 'charge-share': 'about what was missing' },
		sees: { 'pack-warm': 'warm', 'rest-after': 'stay near the end' }
	},
	{
		shows: 'nickel-early',
		family: N,
		is: 'worn',
		known: { 'charge-share': 'little', 'was-full': 'low', 'pack-age': 'old or much used' },
		sees: {
			'pack-warm': 'warm',
			'rest-after': 'stay near the end',
			'capacity-check': 'much less',
			resistance: 'all higher'
		}
	},
	{
		shows: 'not-quite',
		family: L,
		is: 'ended-a-little-low',
		known: { 'cell-page': 'level' },
		sees: { 'charger-meter': 'agree', 'rest-after': 'stay near the end' }
	},
	{
		shows: 'not-quite',
		family: P,
		is: 'ended-a-little-low',
		sees: { 'charger-meter': 'agree', 'rest-after': 'stay near the end' }
	},
	{
		shows: 'not-quite',
		family: L,
		is: 'lihv-as-lipo',
		known: { 'cell-page': 'level' },
		sees: { label: 'something else', 'charger-meter': 'agree' }
	},
	{
		shows: 'ends-high',
		family: L,
		is: 'lipo-as-lihv',
		known: { 'cell-page': 'all high' },
		sees: { label: 'something else', 'meter-taps': 'all over', 'charger-meter': 'agree', 'pack-warm': 'warm' }
	},
	{
		shows: 'ends-high',
		family: L,
		is: 'one-over-unbalanced',
		known: { 'cell-page': 'one high', 'balance-on': 'no', 'main-sum': 'agree' },
		sees: { 'meter-taps': 'one over', balanced: 'long ago, or never' }
	},
	{
		shows: 'ends-high',
		family: L,
		is: 'charger-off',
		known: { 'cell-page': 'level' },
		sees: { 'charger-meter': 'charger reads lower', 'meter-taps': 'all over', 'other-pack': 'same trouble' }
	},
	{
		shows: 'disagree',
		family: L,
		is: 'charger-high',
		sees: { 'charger-meter': 'charger reads higher', 'other-pack': 'same trouble', 'other-channel': 'cured' }
	},
	{
		shows: 'disagree',
		family: P,
		is: 'charger-high',
		sees: { 'charger-meter': 'charger reads higher', 'other-pack': 'same trouble', 'other-channel': 'cured' }
	},
	{
		shows: 'not-quite',
		family: L,
		is: 'charger-high',
		known: { 'near-end': 'yes', 'cell-page': 'level', 'charge-share': 'about what was missing' },
		sees: { 'charger-meter': 'charger reads higher', 'other-pack': 'same trouble', 'other-channel': 'cured' }
	},
	// Iron phosphate at 3.5 V: 80 mV are two per cent of its charge, and it was balanced the last
	// time.
	{
		shows: 'cells-part',
		family: L,
		is: 'steep-end',
		known: {
			'cell-page': 'one high',
			'near-end': 'yes',
			'main-sum': 'agree',
			balanced: 'lately',
			'balance-on': 'yes',
			'charge-share': 'about what was missing'
		},
		sees: { paused: 'as far apart as before', resistance: 'as ever', 'meter-taps': 'level' }
	},
	// At 3.85 V a LiPo is half full: half of its label goes in, and that is all there was room for.
	{
		shows: 'few-mah',
		family: L,
		is: 'was-not-empty',
		known: {
			'was-full': 'part charged',
			'charge-share': 'about what was missing',
			'cell-page': 'level',
			'near-end': 'yes',
			'main-sum': 'agree'
		},
		sees: { 'rest-after': 'stay near the end', resistance: 'as ever' }
	},
	{
		shows: 'disagree',
		family: L,
		is: 'ended-a-little-low',
		sees: { 'charger-meter': 'agree', 'meter-taps': 'level' }
	},
	{
		shows: 'full-on-empty',
		family: N,
		is: 'false-dip',
		known: { 'charge-share': 'little', 'was-full': 'low' },
		sees: { 'pack-warm': 'cool', 'rest-after': 'low as before' }
	},
	{
		shows: 'full-on-empty',
		family: L,
		is: 'limit-held',
		known: { held: 'a limit or cap at just that figure', 'charge-share': 'little' },
		sees: { 'rest-after': 'low as before' }
	},
	// Afterwards.
	{
		shows: 'cell-falls',
		family: L,
		is: 'soft-short',
		sees: {
			'hour-later': 'one lower',
			'day-later': 'one lower',
			'meter-taps': 'one low',
			resistance: 'as ever'
		}
	},
	{
		shows: 'cell-falls',
		family: L,
		is: 'soft-short',
		known: { balanced: 'lately' },
		sees: { 'hour-later': 'level', 'day-later': 'one lower', 'meter-taps': 'one low' }
	},
	{
		shows: 'all-fall',
		family: L,
		is: 'self-discharge',
		sees: { 'day-later': 'all lower', 'meter-taps': 'level' }
	},
	{ shows: 'all-fall', family: N, is: 'self-discharge', sees: { emptied: 'full or part charged for weeks' } },
	{
		shows: 'cuts-early',
		family: L,
		is: 'weak-cell',
		known: { 'pack-age': 'old or much used', balanced: 'lately' },
		sees: {
			resistance: 'one much higher',
			'meter-taps': 'one low',
			'capacity-check': 'much less',
			'cell-page': 'one low'
		}
	},
	{
		shows: 'cuts-early',
		family: N,
		is: 'worn',
		known: { 'pack-age': 'old or much used' },
		sees: { 'capacity-check': 'much less', resistance: 'all higher' }
	},
	{
		shows: 'drift-apart',
		family: L,
		is: 'rarely-balanced',
		known: { balanced: 'long ago, or never' },
		sees: { 'cell-page': 'one low', 'meter-taps': 'one low', 'day-later': 'level', resistance: 'as ever' }
	},
	{
		shows: 'drift-apart',
		family: L,
		is: 'leaking-cell',
		known: { balanced: 'lately' },
		sees: {
			'cell-page': 'one low',
			'meter-taps': 'one low',
			'day-later': 'one lower',
			'hour-later': 'one lower',
			'charge-share': 'more than it holds',
			'pack-warm': 'warm'
		}
	}
];
