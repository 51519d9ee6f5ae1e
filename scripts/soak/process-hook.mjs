/**
 * Loaded into the application under test: its machine's clock can be set and a collection forced.
 * The order stands in the file SOAK_ORDER as JSON; SIGUSR2 has it read. Threads and later starts
 * read it as they begin.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import v8 from 'node:v8';
import { runInNewContext } from 'node:vm';
import { isMainThread } from 'node:worker_threads';

const file = process.env.SOAK_ORDER;
const MachineDate = Date;
const machineNow = Date.now.bind(Date);
let clockByMs = 0;

/** What this machine's clock says, set by so much. */
const now = () => machineNow() + clockByMs;
globalThis.Date = new Proxy(MachineDate, {
	construct: (target, args, as) => Reflect.construct(target, args.length === 0 ? [now()] : args, as),
	apply: () => new MachineDate(now()).toString(),
	get: (target, key) => (key === 'now' ? now : Reflect.get(target, key))
});

function memoryAfterCollection() {
	v8.setFlagsFromString('--expose-gc');
	runInNewContext('gc')();
	runInNewContext('gc')();
	const { rss, heapUsed, external } = process.memoryUsage();
	const spaces = Object.fromEntries(
		v8.getHeapSpaceStatistics().map((space) => [space.space_name, space.space_used_size])
	);
	return { rss, heapUsed, external, spaces };
}

const order = () => JSON.parse(readFileSync(file, 'utf8'));
clockByMs = order().clockByMs;
if (isMainThread)
	process.on('SIGUSR2', () => {
		const { n, clockByMs: by, collect } = order();
		clockByMs = by;
		writeFileSync(`${file}.answer`, JSON.stringify({ n, memory: collect ? memoryAfterCollection() : null }));
	});
