/**
 * What a person sees that is not as it should be: one line each, with other words for it, and
 * when it shows.
 */

/** Before plugging, at the check, while it goes on, at its end, afterwards. */
export const PHASES = ['before', 'check', 'going', 'end', 'afterwards'] as const;
export type SymptomPhase = (typeof PHASES)[number];
export const PHASE_WORDS: Record<SymptomPhase, string> = {
	before: 'before plugging',
	check: 'at the check',
	going: 'while it goes on',
	end: 'at its end',
	afterwards: 'afterwards'
};

export interface Symptom {
	name: string;
	phase: SymptomPhase;
	/** Other words that people and screens have for it. */
	words: string;
	/** Only these families show it; all where it is absent. */
	families?: readonly ('lithium' | 'nickel' | 'lead')[];
}

export const SYMPTOMS = {
	'no-pack': {
		name: 'No pack is seen',
		phase: 'check',
		words: 'no battery not connected connection break main lead open nothing zero volts not detected'
	},
	'cells-zero': {
		name: 'Every cell reads zero',
		phase: 'check',
		words: 'no balance lead balance port not connected cells missing 0.00 no cells shown balancer',
		families: ['lithium']
	},
	'cell-odd': {
		name: 'A cell reads nothing, or far too much',
		phase: 'check',
		words: 'cell voltage invalid zero double 8.4 cell error over high cell abnormal wire tap',
		families: ['lithium']
	},
	'cell-low': {
		name: 'One cell reads low',
		phase: 'check',
		words: 'low voltage cell under weak one cell lower cell low error difference',
		families: ['lithium']
	},
	'count-differs': {
		name: 'It counts other cells than are set',
		phase: 'check',
		words: 'cell count wrong number of cells 3S 4S cell number error mismatch cells differ detect'
	},
	'volts-odd': {
		name: 'The volts do not fit what is set',
		phase: 'check',
		words: 'voltage error high volts low volts battery voltage wrong type too high too low'
	},
	polarity: {
		name: 'A spark, or a message about polarity',
		phase: 'check',
		words: 'reversed reverse polarity spark dead charger plus minus wrong way'
	},
	'first-screen': {
		name: 'It goes back to its first screen, or starts by itself',
		phase: 'check',
		words: 'cancelled stopped without message menu does nothing starts by itself confirm timeout'
	},
	'settings-changed': {
		name: 'Settings are not what was keyed',
		phase: 'check',
		words: 'settings changed by themselves reset default restart lost memory other values'
	},
	input: {
		name: 'A message about its input',
		phase: 'check',
		words: 'input voltage low high dc in supply power source error low input cutoff'
	},
	restarts: {
		name: 'It restarts, or cuts out, as the amps climb',
		phase: 'going',
		words: 'reboot restarts resets turns off switches off supply trips black screen ramp'
	},
	'several-stop': {
		name: 'Several chargers stop together',
		phase: 'going',
		words: 'all stop breaker trips socket fuse power out'
	},
	'less-current': {
		name: 'Less current than was set',
		phase: 'going',
		words: 'low amps current lower slow not reaching set current limited only amps fewer cannot set button'
	},
	'current-falls': {
		name: 'The current falls far too early',
		phase: 'going',
		words: 'early taper amps drop current drops after minutes constant voltage too soon'
	},
	jumps: {
		name: 'The current jumps about, the volts pulse',
		phase: 'going',
		words: 'amps jump up and down pulsing fluctuates unstable volts change swings'
	},
	'goes-on': {
		name: 'It goes on and on near the end',
		phase: 'going',
		words: 'takes so long never finishes endless balancing hours stuck 99 percent cv long'
	},
	'cells-part': {
		name: 'Cells part while it charges',
		phase: 'going',
		words: 'cells apart spread difference one cell ahead cell lags behind imbalance unbalanced',
		families: ['lithium']
	},
	'took-more': {
		name: 'More went in than it holds',
		phase: 'going',
		words: 'too many mah over capacity more than label overcharge 120 percent'
	},
	'hot-pack': {
		name: 'The pack is hot',
		phase: 'going',
		words: 'battery temperature warm hot pack overheats'
	},
	'hot-plug': {
		name: 'A plug or lead is hot',
		phase: 'going',
		words: 'connector warm wire hot melted plug cable solder'
	},
	'hot-charger': {
		name: 'The charger is hot, or slows down',
		phase: 'going',
		words: 'charger temperature internal temp fan throttle overheats'
	},
	'warm-balance': {
		name: 'A balance lead is warm',
		phase: 'going',
		words: 'balance wires warm hot thin wires parallel board',
		families: ['lithium']
	},
	'input-amps': {
		name: 'More amps in than out',
		phase: 'going',
		words: 'input current higher than output current efficiency draws more supply amps'
	},
	'discharge-slow': {
		name: 'It discharges so slowly',
		phase: 'going',
		words: 'discharge slow low discharge current hours watts'
	},
	'storage-past': {
		name: 'Storage goes past the volts that were wished',
		phase: 'going',
		words: 'storage voltage lower higher than wanted fixed storage',
		families: ['lithium']
	},
	'stopped-at-limit': {
		name: 'It stopped at a limit before it was done',
		phase: 'end',
		words: 'timer safety timer capacity limit cut off time limit exceeded max mah temperature limit'
	},
	'few-mah': {
		name: 'Full after few mAh, or few minutes',
		phase: 'end',
		words: 'so few mah finished early done too soon full quickly little charge ended early'
	},
	'nickel-early': {
		name: 'A nickel pack ended within minutes',
		phase: 'end',
		words: 'nimh nicd stopped early delta peak false peak after minutes',
		families: ['nickel']
	},
	'nickel-late': {
		name: 'A nickel pack goes on although it should be full',
		phase: 'going',
		words: 'nimh nicd does not stop missed peak warm overcharge',
		families: ['nickel']
	},
	'not-quite': {
		name: 'It ended a little low',
		phase: 'end',
		words: 'not quite 4.20 4.19 4.18 not full short of end volts below full'
	},
	'ends-high': {
		name: 'Cells ended too high',
		phase: 'end',
		words: 'over 4.2 4.25 4.3 overcharged above end voltage too high cells'
	},
	'discharge-early': {
		name: 'A discharge ended early',
		phase: 'end',
		words: 'discharge stopped few mah out ends at 3.8 early cutoff',
		families: ['lithium', 'nickel', 'lead']
	},
	'full-on-empty': {
		name: 'It says full and the pack is empty',
		phase: 'end',
		words: 'full on empty pack says done but flat not charged'
	},
	'drift-apart': {
		name: 'Cells are further apart each time',
		phase: 'end',
		words: 'cells drift apart every charge out of balance again',
		families: ['lithium']
	},
	'cell-falls': {
		name: 'One cell is lower after hours or days',
		phase: 'afterwards',
		words: 'one cell drops self discharge cell lower next day loses charge resting',
		families: ['lithium']
	},
	'all-fall': {
		name: 'All cells are lower after some days',
		phase: 'afterwards',
		words: 'loses charge self discharge lower after days storage voltage drops warm by itself'
	},
	'cuts-early': {
		name: 'The model cuts out early',
		phase: 'afterwards',
		words: 'model stops early low run time esc cutoff no power short time weak'
	},
	disagree: {
		name: 'Charger and meter disagree',
		phase: 'afterwards',
		words: 'charger reads different multimeter differs checker calibration voltage wrong shown'
	},
	swollen: {
		name: 'Swollen, leaking, hissing or smelling',
		phase: 'before',
		words: 'puffed puffy bulging smell hiss smoke leak acid dent'
	}
} as const satisfies Record<string, Symptom>;
export type SymptomId = keyof typeof SYMPTOMS;
export const SYMPTOM_IDS = Object.keys(SYMPTOMS) as SymptomId[];
export const symptomOf = (id: SymptomId): Symptom => SYMPTOMS[id];
