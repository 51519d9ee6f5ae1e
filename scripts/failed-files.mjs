/** A reporter of Node's test runner: the files in which something failed, one a line, each once. Plain Node. */
export default async function* failedFiles(events) {
	const said = new Set();
	for await (const { type, data } of events) {
		if (type !== 'test:fail' || !data.file || said.has(data.file)) continue;
		said.add(data.file);
		yield `${data.file}\n`;
	}
}
