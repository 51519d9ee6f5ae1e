/**
 * The simulated charger as the process it is, spoken to over its socket by the application's own
 * link and by strangers.
 */
import assert from 'node:assert/strict';
import { spawn, type ChildProcess } from 'node:child_process';
import { connect, createServer } from 'node:net';
import { after, before, describe, test } from 'node:test';
import { LinkError } from '../src/lib/server/link/charger-link';
import { StandInLink } from '../src/lib/server/link/stand-in-link';
import { PROTOCOL, type KeyedProgram, type PackTruth } from '../link/protocol';
import { freePort } from '../tests/support/free-port';
import { MOST_SAMPLES } from './spec';

const truth: PackTruth = {
	chemistry: 'lipo',
	capacityAh: [2, 2, 2],
	soc: [0.9, 0.9, 0.9],
	seriesOhm: [0.006, 0.006, 0.006],
	relaxOhm: [0.017, 0.017, 0.017],
	startDegC: 20,
	ambientDegC: 20,
	balanceLead: true,
	falsePeakV: 0,
	curveBend: 0,
	coolingFactor: 1,
	efficiencyFactor: 1,
	voltageErrorV: 0,
	currentFactor: 1,
	tag: 'a-pack'
};
const A = { chargerId: 'c', channelId: 'A' };
const B = { chargerId: 'c', channelId: 'B' };
const program: KeyedProgram = {
	runId: 'a-run',
	chemistry: 'lipo',
	cells: 3,
	legs: [
		{
			kind: 'charge',
			currentA: 2,
			endVoltageV: 4.2,
			balance: true,
			taperA: 0.2,
			deltaV: null,
			holdOffS: 0,
			riseKPerMin: null,
			timerMin: 60,
			capacityLimitAh: 1,
			temperatureLimitDegC: 45,
			reached: 'full',
			goesOnAnyway: false
		}
	]
};

function startProcess(port: number, env: Record<string, string> = {}): Promise<ChildProcess> {
	const child = spawn('node', ['--import', 'tsx', 'stand-in/main.ts'], {
		env: { ...process.env, STAND_IN_PORT: String(port), STAND_IN_SPEED: '600', ...env },
		stdio: ['ignore', 'pipe', 'ignore']
	});
	return new Promise((resolve) => child.stdout!.once('data', () => resolve(child)));
}

/** Sends raw text and resolves to what came back before the silence. */
function raw(port: number, text: string): Promise<string> {
	return new Promise((resolve) => {
		const socket = connect({ port, host: '127.0.0.1' });
		let got = '';
		socket.setEncoding('utf8');
		socket.setTimeout(400, () => socket.destroy());
		socket.on('data', (part) => (got += part));
		socket.on('error', () => resolve(got));
		socket.on('close', () => resolve(got));
		socket.write(text);
	});
}

describe('the simulated charger', () => {
	let port: number;
	let child: ChildProcess;
	let link: StandInLink;

	before(async () => {
		port = await freePort();
		child = await startProcess(port);
		link = new StandInLink(port);
	});
	after(() => {
		link.close();
		child.kill('SIGKILL');
	});

	test('says who it is and takes another speed', async () => {
		const hello = await link.hello();
		assert.equal(hello.speed, 600);
		await link.setSpeed(60);
		assert.equal(link.speed, 60, 'known without asking');
		assert.equal((await link.hello()).speed, 60);
		await assert.rejects(link.setSpeed(7), (e: LinkError) => e.code === 'range' && !e.unreachable);
		await link.setSpeed(600);
	});

	test('charges a pack to its end by its own clock, and keeps the log for whoever asks', async () => {
		await link.pose(A, truth);
		assert.equal((await link.check(A)).cells, 3);
		await link.start(A, program);
		let status = await link.status(A);
		assert.equal(status.state, 'running');
		for (let i = 0; i < 100 && status.state === 'running'; i++) {
			await new Promise((r) => setTimeout(r, 100));
			status = await link.status(A);
		}
		assert.equal(status.endReason, 'full');
		const log = await link.log(A, 'a-run', 0);
		assert.equal(log.timeS.length, Math.min(MOST_SAMPLES, status.samples));
		assert.equal(log.cellV.length, 3);
		assert.ok(Math.max(...log.cellV.flat()) <= 4.2 + 1e-6);
	});

	test('answers many requests on one line at a time, in order', async () => {
		const answers = await Promise.all([link.hello(), link.status(A), link.status(B), link.hello()]);
		assert.equal((answers[1] as { state: string }).state, 'ended');
		assert.equal((answers[2] as { state: string }).state, 'empty');
	});

	test('strangers get words, and do not disturb the others', async () => {
		assert.match(await raw(port, 'nonsense\n'), /^ERR syntax/);
		assert.match(await raw(port, 'STATUS c/A\nSTATUS\n'), /^OK .*\nERR channel/);
		assert.match(await raw(port, 'STATUS c/A'), /^$/, 'half a line is not a request');
		assert.match(await raw(port, 'x'.repeat(120_000)), /ERR length/);
		assert.equal((await link.hello()).protocol, PROTOCOL);
	});

	test('a web page that posts to it is hung up on, and no line of its body is obeyed', async () => {
		await link.pose(B, truth);
		const body = `SPEED 1\nUNPLUG c/B\nPOSE c/B ${JSON.stringify(truth)}\n`;
		const answer = await raw(
			port,
			`POST / HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Length: ${body.length}\r\n\r\n${body}`
		);
		assert.match(answer, /^ERR syntax[^\n]*\n$/, 'one answer, and no more');
		assert.equal((await link.hello()).speed, 600);
		assert.equal((await link.status(B)).state, 'plugged');
	});

	test('it is there while the application is: connected and idle, it does not leave', async () => {
		const own = await freePort();
		const idle = await startProcess(own, { STAND_IN_ALONE_MS: '200' });
		const its = new StandInLink(own);
		await its.hello();
		await new Promise((r) => setTimeout(r, 700));
		assert.equal(idle.exitCode, null);
		its.close();
		await new Promise((resolve) => idle.once('exit', resolve));
	});

	test('a start that hangs may have been done; one that nobody could hear was not', async () => {
		const own = await freePort();
		const hanging = await startProcess(own);
		const its = new StandInLink(own);
		await its.pose(A, truth);
		hanging.kill('SIGSTOP');
		const start = its.start(A, program);
		await assert.rejects(start, (e: LinkError) => e.unreachable && e.maybeDone);
		hanging.kill('SIGCONT');
		assert.equal((await its.status(A)).runId, 'a-run', 'it had arrived');
		hanging.kill('SIGKILL');
		await new Promise((resolve) => hanging.once('exit', resolve));
		await new Promise((r) => setTimeout(r, 50));
		await assert.rejects(its.start(A, program), (e: LinkError) => e.unreachable && !e.maybeDone);
		its.close();
	});

	test('one of another release is told apart', async () => {
		const own = await freePort();
		const old = createServer((socket) => {
			socket.on('data', () => socket.write('OK {"name":"Stand-in","protocol":1,"speed":60,"running":0}\n'));
		}).listen(own, '127.0.0.1');
		const its = new StandInLink(own);
		await assert.rejects(
			its.hello(),
			(e: LinkError) => e.code === 'protocol' && /another release/.test(e.message)
		);
		its.close();
		old.close();
	});

	test('a link to nobody says so, and works once somebody is there', async () => {
		const later = await freePort();
		const lonely = new StandInLink(later);
		assert.equal(lonely.speed, null);
		await assert.rejects(lonely.hello(), (e: LinkError) => e.unreachable);
		const second = await startProcess(later);
		assert.equal((await lonely.hello()).name, 'Stand-in');
		lonely.close();
		second.kill('SIGKILL');
	});

	test('alone and idle it leaves by itself; charging it stays', async () => {
		const own = await freePort();
		const short = await startProcess(own, { STAND_IN_ALONE_MS: '300', STAND_IN_SPEED: '1' });
		const its = new StandInLink(own);
		await its.pose(A, { ...truth, soc: [0.2, 0.2, 0.2] });
		await its.start(A, program);
		its.close();
		await new Promise((r) => setTimeout(r, 900));
		assert.equal(short.exitCode, null, 'a charge goes on without anybody listening');
		const again = new StandInLink(own);
		await again.stop(A, 'a-run');
		again.close();
		await new Promise((resolve) => short.once('exit', resolve));
		assert.equal(short.exitCode, 0);
	});
});
