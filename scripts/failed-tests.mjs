/**
 * A reporter of Node's test runner: every test that failed, a line of JSON each: its file, its
 * name and what it said. Plain Node.
 */
export default async function* failedTests(events) {
	for await (const { type, data } of events) {
		if (type !== 'test:fail') continue;
		const { failureType, cause, message } = data.details.error;
		// A suite only repeats what its tests have said.
		if (failureType === 'subtestsFailed') continue;
		yield `${JSON.stringify({ file: data.file, name: data.name, said: cause?.message ?? message })}\n`;
	}
}
