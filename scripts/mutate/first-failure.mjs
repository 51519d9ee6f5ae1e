/**
 * A reporter that reports nothing: the first test that fails ends the process, so that a mutant
 * is not tried on the rest.
 */
export default async function* firstFailure(source) {
	for await (const event of source) if (event.type === 'test:fail') process.exit(1);
	yield '';
}
