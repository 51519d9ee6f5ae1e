/** What a use case answers: a value, or why not in words that can be shown, at the field where there is one. */
import { z } from 'zod';

export interface Refusal {
	ok: false;
	/** HTTP status that fits. */
	status: 400 | 404 | 409 | 422 | 503;
	message: string;
	/** Messages by field path, e.g. `channels.0.powerW`. */
	fields: Record<string, string>;
}
export type Result<T> = { ok: true; value: T } | Refusal;

export const done = <T>(value: T): Result<T> => ({ ok: true, value });

export const refuse = (
	status: Refusal['status'],
	message: string,
	fields: Record<string, string> = {}
): Refusal => ({
	ok: false,
	status,
	message,
	fields
});

export const missing = (what: string): Refusal => refuse(404, `There is no such ${what}.`);

/** The first message of each field of a Zod error. */
export function fieldsOf(error: z.ZodError): Record<string, string> {
	const fields: Record<string, string> = {};
	for (const issue of error.issues) fields[issue.path.join('.')] ??= issue.message;
	return fields;
}

/** Checks `input` against `schema`; a refusal names every field. */
export function checked<T extends z.ZodType>(schema: T, input: unknown): Result<z.output<T>> {
	const parsed = schema.safeParse(input);
	if (parsed.success) return done(parsed.data);
	const fields = fieldsOf(parsed.error);
	const [first] = Object.entries(fields);
	return refuse(422, first ? `${first[0] ? `${first[0]}: ` : ''}${first[1]}` : 'Not valid.', fields);
}
