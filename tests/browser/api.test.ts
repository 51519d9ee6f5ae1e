/** The HTTP API of the real server: good input, bad input and what is left behind by each. */
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { aCharger } from '../support/bench-chargers';
import { startApp, type TestApp } from '../support/server';

type Answer = {
	status: number;
	body: Record<string, never> & { error?: { message: string; fields: Record<string, string> } };
};

describe('HTTP API', () => {
	let app: TestApp;
	const call = async (method: string, path: string, body?: unknown, raw?: string): Promise<Answer> => {
		const response = await fetch(`${app.base}/api/v1${path}`, {
			method,
			headers: { 'content-type': 'application/json' },
			body: raw ?? (body === undefined ? undefined : JSON.stringify(body))
		});
		return { status: response.status, body: await response.json() };
	};
	const pack = { name: 'Test', chemistry: 'lipo', cells: 3, capacityAh: 2.6, labelChargeRateC: 2 };
	const { id: _id, ...charger } = aCharger();
	const chargerInput = { ...charger, channels: charger.channels.map(({ id: _channel, ...c }) => c) };
	const value = <T>(answer: Answer) => answer.body as unknown as T;

	before(async () => (app = await startApp()));
	after(() => app.close());

	test('a shelf starts empty', async () => assert.deepEqual((await call('GET', '/packs')).body, []));

	for (const [what, body, field, says] of [
		['negative cells', { ...pack, cells: -3 }, 'cells', /at least 1 S/],
		['40S', { ...pack, cells: 40 }, 'cells', /24/],
		['20S of LiPo', { ...pack, cells: 20 }, 'cells', /1S to 14S/],
		['0 mAh', { ...pack, capacityAh: 0 }, 'capacityAh', /at least 10 mAh/],
		['text for a number', { ...pack, capacityAh: 'a lot' }, 'capacityAh', /number/],
		['a decimal comma', { ...pack, capacityAh: '2,6' }, 'capacityAh', /number/],
		['no name', { ...pack, name: '  ' }, 'name', /needs a name/],
		['an unknown chemistry', { ...pack, chemistry: 'moonstone' }, 'chemistry', /must be one of/]
	] as const)
		test(`${what} is refused at its field and nothing is written`, async () => {
			const answer = await call('POST', '/packs', body);
			assert.equal(answer.status, 422);
			assert.match(answer.body.error!.fields[field], says);
			assert.deepEqual((await call('GET', '/packs')).body, []);
		});

	test('broken JSON and a 20 MB body are refused in words', async () => {
		const broken = await call('POST', '/packs', undefined, '{"name": ');
		assert.equal(broken.status, 400);
		assert.match(broken.body.error!.message, /not JSON/);
		const large = await call(
			'POST',
			'/packs',
			undefined,
			JSON.stringify({ ...pack, notes: 'x'.repeat(20_000_000) })
		);
		assert.ok(large.status === 413 || large.status === 422, `${large.status}`);
		assert.deepEqual((await call('GET', '/packs')).body, []);
	});

	test('a charger with a step larger than its current is refused at the step', async () => {
		const wrong = {
			...chargerInput,
			channels: [{ ...chargerInput.channels[0], maxCurrentA: 1, currentStepA: 2 }]
		};
		const answer = await call('POST', '/chargers', wrong);
		assert.equal(answer.status, 422);
		assert.match(answer.body.error!.fields['channels.0.currentStepA'], /larger than the greatest current/);
		assert.deepEqual((await call('GET', '/chargers')).body, []);
	});

	test('solve, check and simulate answer from one request; a Stop proposes nothing', async () => {
		const made = value<{ id: string }>(await call('POST', '/packs', pack));
		const bench = value<{ id: string; channels: { id: string }[] }>(
			await call('POST', '/chargers', chargerInput)
		);
		const request = { packId: made.id, chargerId: bench.id, channelId: bench.channels[0].id };
		await call('POST', `/packs/${made.id}/readings`, {
			takenAt: new Date().toISOString(),
			cellVoltagesV: [3.72, 3.72, 3.73],
			temperatureDegC: 21
		});
		const solved = value<{
			proposed: boolean;
			settings: { currentA: number };
			decisions: { currentA: { decidedBy: string } };
		}>(await call('POST', '/solve', request));
		assert.equal(solved.settings.currentA, 2.6);
		assert.equal(solved.decisions.currentA.decidedBy, 'purpose rate');
		const checked = value<{ verdict: string; findings: { rule: string }[] }>(
			await call('POST', '/check', { ...request, overrides: { endVoltageV: 4.26 } })
		);
		assert.equal(checked.verdict, 'stop');
		assert.equal(checked.findings[0].rule, 'end-voltage-above-chemistry');
		const simulated = value<{ trace: { timeS: number[] }; endReason: string }>(
			await call('POST', '/simulate', request)
		);
		assert.equal(simulated.endReason, 'full');
		assert.ok(simulated.trace.timeS.length > 50);
		const none = value<{ proposed: boolean; settings: null }>(
			await call('POST', '/solve', { ...request, overrides: { cells: 4 } })
		);
		assert.equal(none.proposed, false);
		assert.equal(none.settings, null);
		assert.equal(
			(await call('POST', '/programs', { ...request, overrides: { cells: 4 } })).status,
			409,
			'a fire Stop is not even kept'
		);
		assert.equal((await call('POST', '/solve', { ...request, packId: 'nobody' })).status, 404);
	});

	test('a run by hand: wrong count refused, findings must be decided, one run a pack, looks judged and mended, ended once', async () => {
		const [{ pack: p }] = value<{ pack: { id: string } }[]>(await call('GET', '/packs'));
		const [bench] = value<{ id: string; channels: { id: string }[] }[]>(await call('GET', '/chargers'));
		const program = value<{ id: string }>(
			await call('POST', '/programs', {
				packId: p.id,
				chargerId: bench.id,
				channelId: bench.channels[0].id,
				overrides: { currentA: 3 }
			})
		);
		const start = (change: object) =>
			call('POST', '/runs', { programId: program.id, mode: 'by hand', cellsRead: 3, ...change });
		assert.match((await start({})).body.error!.message, /Decide about this first: 3.0 A is 1.2C/);
		const decided = { overridden: [{ rule: 'current-above-purpose', reason: 'only today' }] };
		assert.match(
			(await start({ ...decided, cellsRead: 2 })).body.error!.message,
			/reads 2S and the pack is 3S/
		);
		assert.match(
			(await start({ overridden: [{ rule: 'current-above-purpose', reason: 'x' }] })).body.error!.message,
			/few words/
		);
		assert.match((await start({ ...decided, mode: 'link' })).body.error!.message, /no data link/);
		const run = value<{ id: string; overridden: { reason: string }[] }>(await start(decided));
		assert.equal(run.overridden[0].reason, 'only today');
		assert.match((await start(decided)).body.error!.message, /already in a run/);
		assert.match((await call('DELETE', `/packs/${p.id}`)).body.error!.message, /is in a run/);
		const look = (value: number) =>
			call('POST', `/runs/${run.id}/looks`, { minute: 10, what: 'packV', value });
		const sound = await look(11.9);
		assert.equal(sound.status, 201);
		assert.equal(value<{ stop: string | null }>(sound).stop, null);
		assert.match(value<{ stop: string }>(await look(17.6)).stop, /17\.60 V is above the end/);
		const looks = value<{ id: string; value: number }[]>(await call('GET', `/runs/${run.id}/looks`));
		assert.deepEqual(
			looks.map((l) => l.value),
			[11.9, 17.6]
		);
		const mended = { minute: 10, what: 'packV', value: 12.1 };
		assert.equal(value<{ stop: null }>(await call('PUT', `/looks/${looks[1].id}`, mended)).stop, null);
		assert.equal((await call('DELETE', `/looks/${looks[1].id}`)).status, 200);
		assert.equal((await call('POST', `/looks/${looks[1].id}/restore`)).status, 200);
		const end = {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 58,
			chargeAh: 2.1,
			endCellVoltagesV: [4.2, 4.2, 4.19]
		};
		assert.match(
			(await call('POST', `/runs/${run.id}/end`, { ...end, endCellVoltagesV: [4.2] })).body.error!.message,
			/Give 3 voltages/
		);
		assert.equal((await call('POST', `/runs/${run.id}/end`, end)).status, 200);
		assert.equal(
			(await call('POST', `/runs/${run.id}/end`, end)).status,
			200,
			'said again, it is answered alike'
		);
		const other = await call('POST', `/runs/${run.id}/end`, { ...end, chargeAh: 9 });
		assert.equal(other.status, 409);
		assert.match(other.body.error!.message, /closed already, with other figures/);
		const ended = value<{ run: { chargeAh: number } }>(await call('GET', `/runs/${run.id}`));
		assert.equal(ended.run.chargeAh, 2.1, 'an ended run stays as it was written');
		const [last] = value<{ cellVoltagesV: number[]; state: string }[]>(
			await call('GET', `/packs/${p.id}/readings`)
		);
		assert.deepEqual(last.cellVoltagesV, [4.2, 4.2, 4.19]);
		assert.equal(last.state, 'just used');
	});

	test('what is deleted can be brought back', async () => {
		const [{ pack: p }] = value<{ pack: { id: string } }[]>(await call('GET', '/packs'));
		await call('DELETE', `/packs/${p.id}`);
		assert.deepEqual((await call('GET', '/packs')).body, []);
		assert.equal((await call('GET', `/packs/${p.id}`)).status, 404);
		await call('POST', `/packs/${p.id}/restore`);
		const [back] = value<{ pack: { id: string }; runs: number }[]>(await call('GET', '/packs'));
		assert.equal(back.pack.id, p.id);
		assert.equal(back.runs, 1);
	});

	test('a held value is noted within the charger’s range, and recorded', async () => {
		const [bench] = value<{ id: string }[]>(await call('GET', '/chargers'));
		const hold = (v: unknown) =>
			call('PATCH', `/chargers/${bench.id}/held`, { kind: 'safetyTimerMin', value: v });
		assert.match((await hold(5000)).body.error!.message, /takes 1 min to 999 min/);
		assert.equal((await hold('soon')).status, 422);
		const changed = value<{ held: { kind: string; heldValue: number }[] }>(await hold(200));
		assert.equal(changed.held.find((h) => h.kind === 'safetyTimerMin')!.heldValue, 200);
	});

	test('the OpenAPI document names every route that the server has', async () => {
		const document = value<{
			openapi: string;
			paths: Record<string, object>;
			components: { schemas: object };
		}>(await call('GET', '/openapi.json'));
		assert.equal(document.openapi, '3.1.0');
		assert.ok(Object.keys(document.components.schemas).length >= 12);
		const { readdirSync } = await import('node:fs');
		const routes = (readdirSync('src/routes/api/v1', { recursive: true }) as string[])
			.filter((f) => f.endsWith('+server.ts'))
			.map((f) => '/' + f.replace(/\/\+server\.ts$/, '').replace(/\[(\w+)\]/g, '{$1}'))
			.filter((r) => r !== '/openapi.json');
		assert.deepEqual(
			routes.filter((r) => !document.paths[r]),
			[]
		);
	});

	test('a backup is a whole SQLite file; live values come as server-sent events', async () => {
		const backup = await fetch(`${app.base}/api/v1/backup`);
		const bytes = Buffer.from(await backup.arrayBuffer());
		assert.equal(bytes.subarray(0, 15).toString(), 'SQLite format 3');
		const live = await fetch(`${app.base}/api/v1/live`);
		assert.match(live.headers.get('content-type')!, /text\/event-stream/);
		await live.body!.cancel();
	});

	test('an address that is not there says so', async () => {
		const response = await fetch(`${app.base}/packs/nobody`);
		assert.equal(response.status, 404);
		assert.match(await response.text(), /There is no such pack/);
	});
});
