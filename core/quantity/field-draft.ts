/**
 * Fields as they are being typed: strings in the units people read. What is typed is read into
 * the shape that core checks, or into one sentence for each wrong field. Nothing here throws.
 */
import { shown, stored, type Field, type Fields, type Figure, type ValuesOf } from './field';
import { parseFigure } from './parse';

/** What a form holds while a field is typed. */
export type DraftOf<F> = F extends { kind: 'figure' | 'text' | 'day' | 'moment' | 'reference' }
	? string
	: F extends { kind: 'choice'; options: readonly (infer O)[] }
		? F extends { optional: true }
			? O | ''
			: O
		: F extends { kind: 'flag' }
			? boolean
			: F extends { kind: 'choices'; options: readonly (infer O)[] }
				? O[]
				: F extends { kind: 'figures' | 'references' }
					? string[]
					: F extends { kind: 'parts'; of: infer Of }
						? Draft<Of>[]
						: F extends { kind: 'layer'; of: infer Of }
							? Partial<ValuesOf<Of>>
							: F extends { kind: 'group'; of: infer Of }
								? Draft<Of>
								: never;
export type Draft<D> = { -readonly [K in keyof D]: DraftOf<D[K]> };

/**
 * A figure as it would be typed, in the unit people read: plain digits, since nobody types powers
 * of ten.
 */
export function figureText(field: Pick<Figure, 'per'>, value: number | null | undefined): string {
	if (value == null) return '';
	const read = shown(field, value);
	const text = String(read);
	return text.includes('e') ? read.toFixed(12).replace(/\.?0+$/, '') : text;
}

function draftOfField(field: Field, value: unknown): unknown {
	switch (field.kind) {
		case 'figure':
			return figureText(field, value as number | null);
		case 'choices':
		case 'references':
			return [...((value as string[]) ?? [])];
		case 'figures':
			return ((value as number[]) ?? []).map((v) => figureText(field.each, v));
		case 'parts':
			return ((value as Record<string, unknown>[]) ?? []).map((part) => draftOf(field.of, part));
		case 'layer':
			return { ...(value as object) };
		case 'group':
			return draftOf(field.of, value as object | null);
		case 'flag':
			return value === true;
		default:
			return value ?? '';
	}
}

/** What a new form begins with. */
const beginning = (field: Field): unknown =>
	('offer' in field ? field.offer : undefined) ??
	('start' in field ? field.start : undefined) ??
	(field.kind === 'choice' && !field.optional ? field.options[0] : null);

/** A draft of `values`, or of a new thing when there are none. */
export const draftOf = <D extends Fields>(fields: D, values: object | null): Draft<D> =>
	Object.fromEntries(
		Object.entries(fields).map(([key, field]) => [
			key,
			draftOfField(field, values ? (values as Record<string, unknown>)[key] : beginning(field))
		])
	) as Draft<D>;

/**
 * Reads a figure as it was typed; the value is in the stored unit, null for an empty field that
 * may be empty.
 */
export function readFigure(
	field: Figure,
	typed: string
): { ok: true; value: number | null } | { ok: false; message: string } {
	if (field.optional && typed.trim() === '') return { ok: true, value: null };
	const { label, unit, whole } = field;
	const parsed = parseFigure(typed, {
		label,
		unit,
		whole,
		min: shown(field, field.min),
		max: shown(field, field.max)
	});
	return parsed.ok ? { ok: true, value: stored(field, parsed.value) } : parsed;
}

/** Errors by path, e.g. `channels.0.powerW`. */
export type FieldErrors = Record<string, string>;

function readField(field: Field, typed: unknown, path: string, errors: FieldErrors): unknown {
	switch (field.kind) {
		case 'figure': {
			const read = readFigure(field, String(typed));
			if (read.ok) return read.value;
			errors[path] = read.message;
			return NaN;
		}
		case 'figures':
			// A row of which nothing was typed is not known.
			if (field.optional && (typed as string[]).every((t) => t.trim() === '')) return null;
			return (typed as string[]).map((t, i) => readField(field.each, t, `${path}.${i}`, errors));
		case 'parts':
			return (typed as Record<string, unknown>[]).map((part, i) =>
				readDraft(field.of, part as never, errors, `${path}.${i}.`)
			);
		case 'group':
			return readDraft(field.of, typed as never, errors, `${path}.`);
		case 'choice':
		case 'day':
		case 'moment':
		case 'reference':
			return typed === '' ? null : typed;
		default:
			return typed;
	}
}

/**
 * Reads a draft. What could not be read is in `errors` under its path and NaN in the values; what
 * is read still has to pass the schema, which knows what fields say of each other.
 */
export const readDraft = <D extends Fields>(
	fields: D,
	draft: Draft<D>,
	errors: FieldErrors,
	at = ''
): Record<string, unknown> =>
	Object.fromEntries(
		Object.entries(fields).map(([key, field]) => [
			key,
			readField(field, (draft as Record<string, unknown>)[key], `${at}${key}`, errors)
		])
	);

interface Schema<Value> {
	safeParse(
		input: unknown
	):
		| { success: true; data: Value }
		| { success: false; error: { issues: readonly { path: readonly PropertyKey[]; message: string }[] } };
}

export type Read<Value> = { ok: true; input: Value } | { ok: false; errors: FieldErrors };

/** What was read and how it went, after the schema has had its say. */
export function checkedDraft<Value>(
	schema: Schema<Value>,
	values: unknown,
	errors: FieldErrors
): Read<Value> {
	if (Object.keys(errors).length) return { ok: false, errors };
	const parsed = schema.safeParse(values);
	if (parsed.success) return { ok: true, input: parsed.data };
	for (const issue of parsed.error.issues) errors[issue.path.map(String).join('.')] ??= issue.message;
	return { ok: false, errors };
}
