/**
 * What a use case answers: a value, or why not in words that can be shown, at the field where
 * there is one.
 */
import { z } from 'zod';

export interface Refusal {
	ok: false;
	/** HTTP status that fits. */
	status: 400 | 404 | 409 | 413 | 415 | 422 | 503;
	message: string;
	/** Messages by field path, e.g. `channels.0.powerW`. */
	fields: Record<string, string>;
	/** What is there now, where something else was changed meanwhile. */
	current?: unknown;
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

const KINDS: Record<string, string> = {
	string: 'a text',
	number: 'a number',
	int: 'a whole number',
	boolean: 'true or false',
	array: 'a list',
	object: 'an object',
	null: 'null'
};

/** Where a description gives no words of its own, the library's are replaced by ours. */
function wordsOf(issue: z.core.$ZodIssue): string {
	if (!/^(Invalid|Too|Unrecognized)/.test(issue.message)) return issue.message;
	switch (issue.code) {
		case 'invalid_type':
			return `This must be ${KINDS[issue.expected] ?? `a ${issue.expected}`}.`;
		case 'invalid_value':
			return `This must be one of ${issue.values.map(String).join(', ')}.`;
		case 'too_small':
			return `This must be at least ${issue.minimum}${issue.origin === 'string' ? ' characters long' : ''}.`;
		case 'too_big':
			return `This must be at most ${issue.maximum}${issue.origin === 'string' ? ' characters long' : ''}.`;
		default:
			return 'This is not what belongs here.';
	}
}

/** The first message of each field of a Zod error. */
export function fieldsOf(error: z.ZodError): Record<string, string> {
	const fields: Record<string, string> = {};
	for (const issue of error.issues) fields[issue.path.join('.')] ??= wordsOf(issue);
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
