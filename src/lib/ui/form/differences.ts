/** What two descriptions of the same thing differ in, as a person reads it. */
import { optionsOf, type Field, type Fields } from '$core/quantity/field';

export interface Difference {
	label: string;
	mine: string;
	theirs: string;
}

/** One value of a draft in words; lists by how many there are. */
function inWords(field: Field, value: unknown): string {
	if (field.kind === 'choice') return optionsOf(field).find(([v]) => v === value)?.[1] ?? String(value ?? '');
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (Array.isArray(value))
		return value.every((v) => typeof v === 'string') ? value.join(', ') : `${value.length}`;
	return typeof value === 'object' ? '' : String(value ?? '');
}

const unit = (field: Field): string => ('unit' in field && field.unit ? `, ${field.unit}` : '');

/** Fields of two drafts that are not alike, in the order of their description. */
export function differencesOf(
	fields: Fields,
	mine: Readonly<Record<string, unknown>>,
	theirs: Readonly<Record<string, unknown>>
): Difference[] {
	return Object.entries(fields)
		.filter(([key]) => JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
		.map(([key, field]) => {
			const words = [inWords(field, mine[key]), inWords(field, theirs[key])];
			// Parts that differ inside are said to differ; what they are stands in the form.
			const same = words[0] === words[1];
			return {
				label: `${field.label}${unit(field)}`,
				mine: same ? 'as typed here' : words[0],
				theirs: same ? 'otherwise' : words[1]
			};
		});
}
