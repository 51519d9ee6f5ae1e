/** The checks of described fields: Zod schemas, made from the plain descriptions of `field.ts`. */
import { z } from 'zod';
import { refusal, type Field, type Fields, type Figure, type ValueOf, type ValuesOf } from './field';

function figureSchema(field: Figure): z.ZodType<number> {
	// Range and whole number stand in the schema as well, for those who read the API's description.
	let base = z.number(`${field.label} must be a number.`);
	const say = { error: (issue: { input?: unknown }) => refusal(field, issue.input as number) ?? undefined };
	if (field.whole) base = base.int(say);
	return base.min(field.min, say).max(field.max, say);
}

const oneOf = (label: string, options: readonly string[]) =>
	`${label} must be one of: ${options.join(', ')}.`;

/**
 * Invisible characters: controls except tab and line end, and bidirectional controls (Unicode 15,
 * 23.2), with which one name can look like another.
 */
// eslint-disable-next-line no-control-regex -- the pattern matches them
const INVISIBLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g;

/** The text without invisible characters. */
const legible = (text: string): string => text.replace(INVISIBLE, '');

/** The same on one line. */
const oneLine = (text: string): string =>
	legible(text)
		.replace(/\s*[\t\n\r]\s*/g, ' ')
		.trim();

/** The schema of a value without regard to what may be left out. */
function valueSchema(field: Field): z.ZodType {
	switch (field.kind) {
		case 'figure':
			return figureSchema(field);
		case 'text': {
			const most = `${field.label}: at most ${field.most} characters.`;
			const written = field.lines ? z.string().overwrite(legible) : z.string().overwrite(oneLine);
			return written.min(field.least, field.missing ?? `${field.label} is missing.`).max(field.most, most);
		}
		case 'choice':
			return z.enum(field.options as [string, ...string[]], field.wrong ?? oneOf(field.label, field.options));
		case 'flag':
			return z.boolean();
		case 'choices': {
			const each = z.enum(field.options as [string, ...string[]], oneOf(field.label, field.options));
			return z.array(each).min(field.least, field.missing);
		}
		case 'day':
			return z.iso.date();
		case 'moment':
			return z.iso.datetime({ offset: true });
		case 'reference':
			return z.string().min(1).max(field.most);
		case 'references':
			return z.array(z.string().min(1).max(64)).max(field.most);
		case 'figures':
			return z.array(figureSchema(field.each)).min(field.least).max(field.most);
		case 'parts':
			return z.array(schemaOf(field.of)).min(field.least, field.missing).max(field.most);
		case 'layer':
			return layerOf(field.of);
		case 'group':
			return schemaOf(field.of);
	}
}

const mayBeNull = (field: Field): boolean => 'optional' in field && field.optional === true;

/** The schema of one field; what may be left out gets what the description says it starts with. */
export function fieldSchema<F extends Field>(field: F): z.ZodType<ValueOf<F>> {
	let schema = valueSchema(field);
	if (mayBeNull(field)) schema = schema.nullable();
	if (field.kind === 'layer') schema = schema.default({});
	else if ('start' in field && field.start !== undefined) {
		const { start } = field;
		schema = schema.default(Array.isArray(start) ? () => structuredClone(start) : (start as never));
	}
	return schema as unknown as z.ZodType<ValueOf<F>>;
}

export type SchemaOf<D extends Fields> = z.ZodObject<{ -readonly [K in keyof D]: z.ZodType<ValueOf<D[K]>> }>;

const shapeOf = (fields: Fields, of: (field: Field) => z.ZodType) =>
	Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, of(field)]));

/** The object that these fields describe. */
export const schemaOf = <D extends Fields>(fields: D): SchemaOf<D> =>
	z.object(shapeOf(fields, fieldSchema)) as unknown as SchemaOf<D>;

/** Some of these fields: what is absent stays absent, whatever it would start with. */
export const layerOf = <D extends Fields>(fields: D): z.ZodType<Partial<ValuesOf<D>>> =>
	z.object(
		shapeOf(fields, (field) => {
			const schema = valueSchema(field);
			return (mayBeNull(field) ? schema.nullable() : schema).optional();
		})
	) as unknown as z.ZodType<Partial<ValuesOf<D>>>;
