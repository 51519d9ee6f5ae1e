/**
 * Starts the application: installs and builds what is missing, starts the simulated charger, then the server.
 *   --demo     with the demo harbour (its own data file)      --fresh    load the demo data anew
 *   --port N   another port than 5280
 */
import { spawn } from 'node:child_process';
import { closeSync, existsSync, mkdirSync, openSync, readSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { build, install, listening, needNode, root, run, say } from './steps.mjs';

const { values } = parseArgs({
	options: {
		demo: { type: 'boolean', default: false },
		fresh: { type: 'boolean', default: false },
		port: { type: 'string', default: '5280' }
	}
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
	console.error(`--port must be a whole number from 1 to 65535, not "${values.port}".`);
	process.exit(1);
}
if (values.fresh && !values.demo) {
	console.error('--fresh belongs to npm run demo: npm start never empties your own shelf.');
	process.exit(1);
}

const dataDir = process.env.STACK_TENDER_DIR ?? join(root, 'data');
const dataFile = join(dataDir, values.demo ? 'demo.sqlite' : 'stack-tender.sqlite');
const standInPort = Number(process.env.STAND_IN_PORT ?? 47650);

/** Whether a file begins as an SQLite database does; an empty one becomes one. */
function isDatabase(file) {
	const start = Buffer.alloc(16);
	const handle = openSync(file, 'r');
	const read = readSync(handle, start, 0, 16, 0);
	closeSync(handle);
	return read === 0 || start.toString('latin1') === 'SQLite format 3\0';
}

needNode();
if (existsSync(dataFile) && !values.fresh && !isDatabase(dataFile)) {
	console.error(
		`${dataFile} is not a database. It is left as it is: move it away, or put a backup in its place.`
	);
	process.exit(1);
}
if (await listening(port)) {
	console.error(
		`Something listens on port ${port} already. Stop it, or choose another: -- --port ${port + 1}`
	);
	process.exit(1);
}
await install();
await build();
mkdirSync(dataDir, { recursive: true });

if (values.demo) {
	say(values.fresh ? 'Loading the demo harbour anew.' : 'Looking after the demo data.');
	const args = ['--import', 'tsx', 'demo/load.ts', ...(values.fresh ? ['--fresh'] : [])];
	const code = await run('node', args, { env: { ...process.env, STACK_TENDER_DATA: dataFile } });
	if (code !== 0) process.exit(code);
}

/** The simulated charger outlives the application, as a real one would. */
async function startStandIn() {
	if (await listening(standInPort)) {
		say(`The simulated charger is on already (127.0.0.1:${standInPort}).`);
		return;
	}
	const out = openSync(join(dataDir, 'stand-in.log'), 'a');
	spawn('node', ['--import', 'tsx', 'stand-in/main.ts'], {
		cwd: root,
		detached: true,
		stdio: ['ignore', out, out],
		env: { ...process.env, STAND_IN_PORT: String(standInPort) }
	}).unref();
	for (let i = 0; i < 100 && !(await listening(standInPort)); i++)
		await new Promise((r) => setTimeout(r, 100));
}

/** Asks the simulated charger whether a charge is going on; null when it does not answer. */
function charging() {
	return new Promise((resolve) => {
		const socket = connect({ port: standInPort, host: '127.0.0.1' });
		let text = '';
		socket.setEncoding('utf8');
		socket.setTimeout(1500, () => (socket.destroy(), resolve(null)));
		socket.on('error', () => resolve(null));
		socket.on('connect', () => socket.write('STATUS A\nSTATUS B\n'));
		socket.on('data', (part) => {
			text += part;
			if (text.split('\n').length < 3) return;
			socket.destroy();
			resolve(text.includes('"state":"running"'));
		});
	});
}

await startStandIn();
const server = spawn('node', ['build/index.js'], {
	cwd: root,
	stdio: ['ignore', 'inherit', 'inherit'],
	env: {
		...process.env,
		HOST: '127.0.0.1',
		PORT: String(port),
		ORIGIN: `http://127.0.0.1:${port}`,
		BODY_SIZE_LIMIT: '2M',
		// Open event streams would hold the end up; they reconnect by themselves.
		SHUTDOWN_TIMEOUT: '1',
		STACK_TENDER_DATA: dataFile,
		STAND_IN_PORT: String(standInPort)
	}
});
for (let i = 0; i < 150 && server.exitCode === null && !(await listening(port)); i++)
	await new Promise((r) => setTimeout(r, 100));
if (server.exitCode === null) {
	say(`Stack Tender is at http://127.0.0.1:${port}`);
	console.log(`  Data: ${dataFile}`);
	console.log('  Stop with Ctrl-C; nothing is lost, start again with the same command.');
}

let stopping = false;
async function stop() {
	if (stopping) return;
	stopping = true;
	server.kill('SIGTERM');
	setTimeout(() => server.kill('SIGKILL'), 5000).unref();
	if (await charging())
		console.log(
			'The simulated charger goes on charging. Start again to pick the run up; left alone it switches itself off.'
		);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.on('exit', (code) => process.exit(stopping ? 0 : (code ?? 1)));
