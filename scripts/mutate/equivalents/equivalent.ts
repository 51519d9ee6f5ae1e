/**
 * A mutant that changes nothing anybody could notice, with its reason. Matched by file, by the
 * line's text and by the change.
 */
export interface Equivalent {
	file: string;
	/** The line as it stands, without its indentation. */
	line: string;
	before: string;
	after: string;
	why: string;
}
