/**
 * Starts the application: installs and builds what is missing, then starts the server, which
 * starts the simulated charger.
 *   --demo     with the demo harbour (its own data file)      --fresh    load the demo data anew
 *   --port N   another port than 5280
 *   --lan      also for the local network, behind a passphrase; --address A names the one address to listen on
 *   --cert FILE --key FILE   a certificate of your own for the local network: encrypted, and a phone can be called
 *   --new-passphrase         asks for another passphrase
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync } from 'node:fs';
import { connect } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join, resolve as full } from 'node:path';
import { parseArgs } from 'node:util';
import { build, install, listening, needNode, root, run, say } from './steps.mjs';

const { values } = parseArgs({
	options: {
		demo: { type: 'boolean', default: false },
		fresh: { type: 'boolean', default: false },
		port: { type: 'string', default: '5280' },
		lan: { type: 'boolean', default: false },
		address: { type: 'string', multiple: true },
		cert: { type: 'string' },
		key: { type: 'string' },
		'new-passphrase': { type: 'boolean', default: false }
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

if (!values.lan && (values.cert || values.key || values.address || values['new-passphrase'])) {
	console.error(
		'--address, --cert, --key and --new-passphrase are for --lan: this machine alone needs none.'
	);
	process.exit(1);
}
if (!values.cert !== !values.key) {
	console.error('A certificate and its key belong together: --cert FILE --key FILE.');
	process.exit(1);
}
/** Addresses of this machine in the local network. */
const lan = values.lan
	? (values.address ??
		Object.values(networkInterfaces())
			.flat()
			.filter((a) => a && a.family === 'IPv4' && !a.internal && !a.address.startsWith('169.254.'))
			.map((a) => a.address))
	: [];
if (values.lan && lan.length === 0) {
	console.error('This machine has no address in a local network. Connect it, or name one with --address.');
	process.exit(1);
}

const dataDir = process.env.STACK_TENDER_DIR ?? join(root, 'data');
const dataFile = join(dataDir, values.demo ? 'demo.sqlite' : 'stack-tender.sqlite');
const standInPort = Number(process.env.STAND_IN_PORT ?? 47651);

needNode();
if (await listening(port)) {
	console.error(
		`Something listens on port ${port} already. Stop it, or choose another: -- --port ${port + 1}`
	);
	process.exit(1);
}
await install();
const built = await build();
if (built !== 0) process.exit(built);
try {
	mkdirSync(dataDir, { recursive: true });
} catch (error) {
	console.error(`${dataDir} cannot be made: ${error.message}. Choose another folder with STACK_TENDER_DIR.`);
	process.exit(1);
}

if (values.demo) {
	say(values.fresh ? 'Loading the demo harbour anew.' : 'Looking after the demo data.');
	const args = ['--import', 'tsx', 'demo/load.ts', ...(values.fresh ? ['--fresh'] : [])];
	const code = await run('node', args, { env: { ...process.env, STACK_TENDER_DATA: dataFile } });
	if (code !== 0) process.exit(code);
}

const passphraseFile = join(dataDir, 'passphrase.json');
if (
	values.lan &&
	(values['new-passphrase'] || process.env.STACK_TENDER_PASSPHRASE || !existsSync(passphraseFile))
) {
	const code = await run('node', ['--import', 'tsx', 'scripts/passphrase.ts', passphraseFile], {
		stdio: 'inherit',
		note: 'the passphrase'
	});
	if (code !== 0) process.exit(code);
}

/** Asks the simulated charger whether a charge is going on; null when it does not answer. */
function charging() {
	return new Promise((resolve) => {
		const socket = connect({ port: standInPort, host: '127.0.0.1' });
		let text = '';
		socket.setEncoding('utf8');
		socket.setTimeout(1500, () => (socket.destroy(), resolve(null)));
		socket.on('error', () => resolve(null));
		socket.on('connect', () => socket.write('HELLO\n'));
		socket.on('data', (part) => {
			text += part;
			if (!text.includes('\n')) return;
			socket.destroy();
			resolve(/"running":[1-9]/.test(text));
		});
	});
}

const server = spawn('node', ['build/serve.js'], {
	cwd: root,
	stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
	env: {
		...process.env,
		HOST: '127.0.0.1',
		PORT: String(port),
		ORIGIN: `http://127.0.0.1:${port}`,
		// Each address has its own limit; a backup that is brought back is as large as it is.
		BODY_SIZE_LIMIT: 'Infinity',
		...(values.lan
			? {
					STACK_TENDER_LAN: lan.join(','),
					STACK_TENDER_PASSPHRASE_FILE: passphraseFile,
					STACK_TENDER_CERT: values.cert ? full(values.cert) : '',
					STACK_TENDER_KEY: values.key ? full(values.key) : ''
				}
			: {}),
		STACK_TENDER_DATA: dataFile,
		STAND_IN_PORT: String(standInPort),
		STAND_IN_COMMAND: JSON.stringify(['node', join(root, 'build', 'stand-in.js')])
	}
});
server.on('message', async () => {
	say(`Stack Tender is at http://127.0.0.1:${port}`);
	for (const address of lan) {
		const url = `${values.cert ? 'https' : 'http'}://${address}:${port}`;
		console.log(`  On the local network, behind the passphrase: ${url}`);
		await run('node', ['--import', 'tsx', 'scripts/say-address.ts', url]);
	}
	if (lan.length && !values.cert)
		console.log('  It is not encrypted there: whoever listens on that network can read the passphrase.');
	console.log(`  Data: ${dataFile}`);
	console.log('  Stop with Ctrl-C; nothing is lost, start again with the same command.');
});

let stopping = false;
async function stop() {
	if (stopping) return;
	stopping = true;
	server.kill('SIGTERM');
	setTimeout(() => server.kill('SIGKILL'), 8000).unref();
	if (await charging())
		console.log(
			'The simulated charger goes on charging. Start again to pick the run up; left alone it switches itself off.'
		);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.on('exit', (code) => process.exit(stopping ? 0 : code || 1));
