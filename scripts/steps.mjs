/** Steps that start and test share. Plain Node: they run before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, realpathSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

export const say = (text) => console.log(`\x1b[1m> ${text}\x1b[0m`);

/**
 * Runs a command to its end with its output shown (`whole`: at its end, for commands that run
 * beside one another); says every half minute that it still goes on. Resolves to its exit code.
 */
export function run(command, args, { whole = false, ...options } = {}) {
	return new Promise((resolve) => {
		const started = Date.now();
		const out = whole ? 'pipe' : 'inherit';
		const child = spawn(command, args, { cwd: root, stdio: ['ignore', out, out], ...options });
		const said = [];
		for (const stream of [child.stdout, child.stderr]) stream?.on('data', (part) => said.push(part));
		const tick = setInterval(() => {
			console.log(
				`  … ${Math.round((Date.now() - started) / 1000)} s, still going on (${options.note ?? command})`
			);
		}, 30_000);
		child.on('error', (error) => {
			clearInterval(tick);
			console.error(error.message);
			resolve(127);
		});
		child.on('close', (code) => {
			clearInterval(tick);
			if (whole) process.stdout.write(Buffer.concat(said));
			resolve(code ?? 1);
		});
	});
}

/** Ends the process with a sentence when Node is too old. */
export function needNode() {
	const [major, minor] = process.versions.node.split('.').map(Number);
	if (major > 20 || (major === 20 && minor >= 19)) return;
	console.error(`Node ${process.versions.node} is too old: version 20.19 or later is needed.`);
	process.exit(1);
}

/**
 * The environment in which a native module is compiled: against the headers that came with this
 * Node, where they stand beside it, so that nothing has to be downloaded but the packages. A
 * setting of one's own (`npm_config_nodedir`) is left alone.
 */
function withHeaders(env) {
	const nodedir = dirname(dirname(realpathSync(process.execPath)));
	const headers = join(nodedir, 'include', 'node', 'node_api.h');
	return env.npm_config_nodedir || !existsSync(headers) ? env : { ...env, npm_config_nodedir: nodedir };
}

/** Installs the packages of the lock file unless that very lock file is installed already. */
export async function install() {
	const lock = join(root, 'package-lock.json');
	const installed = join(root, 'node_modules', '.package-lock.json');
	const built = join(root, 'node_modules', 'sqlite3', 'build', 'Release', 'node_sqlite3.node');
	if (existsSync(installed) && existsSync(built) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs)
		return;
	say('Installing packages. The database module is compiled here: about three minutes, once.');
	const code = await run('npm', ['ci', '--no-audit', '--no-fund'], {
		note: 'installing and compiling',
		env: withHeaders(process.env)
	});
	if (code !== 0) {
		console.error(
			'The packages could not be installed; see above. A C++ compiler, make and Python 3 are needed for sqlite3.'
		);
		process.exit(code);
	}
}

function newest(path) {
	const stat = statSync(path);
	if (!stat.isDirectory()) return stat.mtimeMs;
	return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/**
 * Builds the application unless the build is newer than every source; resolves to the exit code.
 * `whole` as for {@link run}.
 */
export async function build(whole = false) {
	const made = join(root, 'build', 'stand-in.js');
	const sources = [
		'src',
		'core',
		'static',
		'stand-in',
		'link',
		'scripts/serve.ts',
		'scripts/bundle.mjs',
		'svelte.config.js',
		'vite.config.ts',
		'package-lock.json'
	];
	if (existsSync(made) && statSync(made).mtimeMs > Math.max(...sources.map((s) => newest(join(root, s)))))
		return 0;
	say('Building the application.');
	return run('npm', ['run', '--silent', 'build'], { note: 'building', whole });
}

/** Whether something listens on this loopback port. */
export function listening(port) {
	return new Promise((resolve) => {
		const socket = connect({ port, host: '127.0.0.1' });
		socket.on('connect', () => (socket.destroy(), resolve(true)));
		socket.on('error', () => resolve(false));
	});
}

/**
 * Whether a test file, by its text, sets something up for its whole file or its whole process: it
 * would hold for others beside it too.
 */
export const needsOwnProcess = (text) => /^(before|after)(Each)?\(|process\.env/m.test(text);

/** Whether a command exists. */
export const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;
