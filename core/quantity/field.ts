/**
 * What a field is, as plain data: its name, unit, range and what it starts with. Drafts, forms,
 * columns, the API and every message about a wrong value are made from these descriptions, so a
 * field is described once. No Zod here: a page that only shows a label does not load it
 * (`field-schema.ts` makes the checks).
 */

interface Described {
	label: string;
	/** A few words for the form: what it means to leave it empty, or where to find it. */
	help?: string;
	/** Where in its form it stands, for forms that are made from their description. */
	part?: string;
}

/** A number. `min` and `max` are in the stored unit, both allowed. */
export interface Figure extends Described {
	kind: 'figure';
	/** The unit people read and type; '' for a bare count. */
	unit: string;
	/** Read × stored: 1000 for a field stored in Ah and read in mAh; 1 when absent. */
	per?: number;
	min: number;
	max: number;
	whole?: true;
	/** Said in place of the usual sentence about a figure out of range, where there is more to say. */
	tooLow?: string;
	tooHigh?: string;
	/** May be null: not known, not set, off. */
	optional?: true;
	/** Value of a request that leaves it out; a field without one must be given. */
	start?: number | null;
	/** What a new form begins with, where that is not `start`. */
	offer?: number;
	/** By how much a stepper moves it, in the stored unit, and decimals it is read with. */
	step?: number;
	decimals?: number;
}

export interface Text extends Described {
	kind: 'text';
	/** Least letters after trimming; 0 lets it be empty. */
	least: number;
	most: number;
	/** Said when it is empty and must not be. */
	missing?: string;
	/** Several lines: kept as typed, not trimmed. */
	lines?: true;
	/** May be null: it has none. */
	optional?: true;
	start?: string | null;
}

/** One of a few words. `words` says how each is written where the bare word would not do. */
export interface Choice<Option extends string = string> extends Described {
	kind: 'choice';
	options: readonly Option[];
	words?: Partial<Record<Option, string>>;
	optional?: true;
	start?: Option | null;
	/** What a new form begins with, where that is not `start`. */
	offer?: Option;
	/**
	 * The words are a list that grows with the program (chemistries, tasks): the database does not
	 * close it.
	 */
	open?: true;
	/** Said for any other word. */
	wrong?: string;
}

export interface Flag extends Described {
	kind: 'flag';
	start?: boolean;
}

/** Several of a few words, in an order. */
export interface Choices<Option extends string = string> extends Described {
	kind: 'choices';
	options: readonly Option[];
	least: number;
	/** Said when there are fewer. */
	missing?: string;
	start?: readonly Option[];
}

/** A day, as `2026-03-31`, or null. */
export interface Day extends Described {
	kind: 'day';
	optional: true;
	start?: null;
}

/** A moment, ISO 8601 with zone. */
export interface Moment extends Described {
	kind: 'moment';
	optional?: true;
}

/** The id of something else that is kept. */
export interface Reference extends Described {
	kind: 'reference';
	most: number;
	optional?: true;
	start?: null;
}

/** A row of figures, such as the volts of each cell. */
export interface FigureRow extends Described {
	kind: 'figures';
	each: Figure;
	least: number;
	most: number;
	optional?: true;
	start?: null;
}

/** Ids of several other things that are kept; none when it is left out. */
export interface References extends Described {
	kind: 'references';
	most: number;
	start: readonly [];
}

/** A list of things that have fields of their own. */
export interface Parts<Of extends Fields = Fields> extends Described {
	kind: 'parts';
	of: Of;
	least: number;
	most: number;
	missing?: string;
	start?: readonly ValuesOf<Of>[];
}

/** Some of the fields of `of`; what is absent is left to somebody else. */
export interface Layer<Of extends Fields = Fields> extends Described {
	kind: 'layer';
	of: Of;
}

/** One thing with fields of its own. */
export interface Group<Of extends Fields = Fields> extends Described {
	kind: 'group';
	of: Of;
}

export type Field =
	| Figure
	| Text
	| Choice
	| Flag
	| Choices
	| Day
	| Moment
	| Reference
	| FigureRow
	| References
	| {
			kind: 'parts';
			label: string;
			help?: string;
			part?: string;
			of: Fields;
			least: number;
			most: number;
			missing?: string;
			start?: readonly unknown[];
	  }
	| { kind: 'layer' | 'group'; label: string; help?: string; part?: string; of: Fields };
export interface Fields {
	readonly [key: string]: Field;
}

type OrNull<F> = F extends { optional: true } ? null : never;

/** The value that a field holds. */
export type ValueOf<F> = F extends { kind: 'figure' }
	? number | OrNull<F>
	: F extends { kind: 'text' }
		? string | OrNull<F>
		: F extends { kind: 'choice'; options: readonly (infer O)[] }
			? O | OrNull<F>
			: F extends { kind: 'flag' }
				? boolean
				: F extends { kind: 'choices'; options: readonly (infer O)[] }
					? O[]
					: F extends { kind: 'references' }
						? string[]
						: F extends { kind: 'day' | 'moment' | 'reference' }
							? string | OrNull<F>
							: F extends { kind: 'figures' }
								? number[] | OrNull<F>
								: F extends { kind: 'parts'; of: infer Of }
									? ValuesOf<Of>[]
									: F extends { kind: 'layer'; of: infer Of }
										? Partial<ValuesOf<Of>>
										: F extends { kind: 'group'; of: infer Of }
											? ValuesOf<Of>
											: never;
export type ValuesOf<D> = { -readonly [K in keyof D]: ValueOf<D[K]> };

/** What may be given for these fields: those that start with something may be left out. */
export type GivenOf<D> = {
	-readonly [K in keyof D as D[K] extends { start: unknown } | { kind: 'layer' } ? never : K]: GivenValue<
		D[K]
	>;
} & {
	-readonly [K in keyof D as D[K] extends { start: unknown } | { kind: 'layer' } ? K : never]?: GivenValue<
		D[K]
	>;
};
type GivenValue<F> = F extends { kind: 'parts'; of: infer Of } ? GivenOf<Of>[] : ValueOf<F>;

type Given<F> = Omit<F, 'kind'>;
type Of<Kind extends string, D> = { readonly kind: Kind } & Readonly<D>;

export const figure = <const D extends Given<Figure>>(d: D): Of<'figure', D> => ({ kind: 'figure', ...d });
export const text = <const D extends Given<Text>>(d: D): Of<'text', D> => ({ kind: 'text', ...d });
export const choice = <const O extends string, const D extends Given<Choice<O>> & { options: readonly O[] }>(
	d: D
): Of<'choice', D> => ({ kind: 'choice', ...d });
export const flag = <const D extends Given<Flag>>(d: D): Of<'flag', D> => ({ kind: 'flag', ...d });
export const choices = <
	const O extends string,
	const D extends Given<Choices<O>> & { options: readonly O[] }
>(
	d: D
): Of<'choices', D> => ({ kind: 'choices', ...d });
export const day = <const D extends Omit<Given<Day>, 'optional'>>(
	d: D
): Of<'day', D & { optional: true; start: null }> => ({
	kind: 'day',
	optional: true,
	start: null,
	...d
});
export const moment = <const D extends Given<Moment>>(d: D): Of<'moment', D> => ({ kind: 'moment', ...d });
export const reference = <const D extends Given<Reference>>(d: D): Of<'reference', D> => ({
	kind: 'reference',
	...d
});
export const ids = <const D extends Omit<Given<References>, 'start'>>(
	d: D
): Of<'references', D & { start: readonly [] }> => ({ kind: 'references', start: [], ...d });
export const figures = <const D extends Given<FigureRow>>(d: D): Of<'figures', D> => ({
	kind: 'figures',
	...d
});
export const parts = <const D extends Fields, const P extends Omit<Given<Parts<D>>, 'of'>>(
	of: D,
	d: P
): Of<'parts', P & { of: D }> => ({ kind: 'parts', of, ...d });
export const layer = <const D extends Fields>(
	of: D,
	d: { label: string }
): Of<'layer', { of: D; label: string }> => ({
	kind: 'layer',
	of,
	...d
});

export const group = <const D extends Fields>(
	of: D,
	d: { label: string }
): Of<'group', { of: D; label: string }> => ({ kind: 'group', of, ...d });

/** Stored to read: 2.6 Ah is 2600. */
export const shown = (field: Pick<Figure, 'per'>, stored: number): number =>
	Number((stored * (field.per ?? 1)).toPrecision(8));

/** Read to stored: 2600 mAh is 2.6. */
export const stored = (field: Pick<Figure, 'per'>, read: number): number =>
	Number((read / (field.per ?? 1)).toPrecision(12));

/** How an option of a choice is written. */
export const wordsOf = (field: Pick<Choice, 'words'>, option: string): string =>
	field.words?.[option] ?? option;

/** Options of a choice with how each is written, for a list to choose from. */
export const optionsOf = <O extends string>(field: {
	options: readonly O[];
	words?: Partial<Record<O, string>>;
}): (readonly [O, string])[] => field.options.map((o) => [o, field.words?.[o] ?? o] as const);

/** Why a figure is not taken, in one sentence in the unit people read; null when it is in range. */
export function refusal(field: Given<Figure>, value: number): string | null {
	const withUnit = (v: number) => `${shown(field, v)} ${field.unit}`.trim();
	const { label } = field;
	if (field.whole && !Number.isInteger(value))
		return `${label} must be a whole number, not ${shown(field, value)}.`;
	if (value < field.min)
		return (
			field.tooLow ?? `${label} must be at least ${withUnit(field.min)}; ${withUnit(value)} is below it.`
		);
	if (value > field.max)
		return (
			field.tooHigh ?? `${label} must be at most ${withUnit(field.max)}; ${withUnit(value)} is above it.`
		);
	return null;
}

/** The fields of a description that stand in this part of its form, in order. */
export const keysIn = <D extends Fields>(fields: D, part: string): (keyof D & string)[] =>
	Object.keys(fields).filter((key) => fields[key].part === part);
