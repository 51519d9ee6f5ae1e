/**
 * A log that is put into the book: what it becomes, and what is refused because it cannot be of
 * this pack.
 */
import assert from 'node:assert/strict';
import { randomUUID } from 'node:crypto';
import { after, before, describe, test } from 'node:test';
import { aPack } from '../../../../../tests/support/bench-chargers';
import { aDatabase, chargerIn } from '../../../../../tests/support/database';
import type { Database } from '../../db/connect';
import { importLog, putLog } from './import-log';
import { readLogBeside } from './log-beside';
import { readTelemetry } from './telemetry';

const NOW = '2026-05-02T18:00:00.000Z';
const meaning = [
	{ role: 'time', unit: 'min' },
	{ role: 'volts', unit: 'V' },
	{ role: 'current', unit: 'A' },
	{ role: 'cell', unit: 'V', cell: 1 },
	{ role: 'cell', unit: 'V', cell: 2 },
	{ role: 'cell', unit: 'V', cell: 3 }
];
const lines = (cell: (k: number) => number, amps: (k: number) => number) =>
	[
		'min,V,A,c1,c2,c3',
		...Array.from({ length: 61 }, (_, k) => {
			const v = cell(k).toFixed(3);
			return `${k},${(3 * cell(k)).toFixed(2)},${amps(k).toFixed(2)},${v},${v},${v}`;
		})
	].join('\n');
const charge = lines(
	(k) => Math.min(4.2, 3.7 + k / 80),
	(k) => (k < 40 ? 2 : 2 * Math.exp((40 - k) / 6))
);

describe('a log', () => {
	let db: Database;
	let body: Record<string, unknown>;
	before(async () => {
		db = await aDatabase();
		const { channelId } = await chargerIn(db);
		const { id: _pack, ...pack } = aPack({ cells: 3, capacityAh: 2 });
		const packId = randomUUID();
		await db.write((tx) => tx.models.Pack.create({ ...pack, id: packId, name: 'Little auk' }));
		body = {
			...{ packId, channelId, task: 'balance', endReason: 'full' },
			...{ startedAt: '2026-05-01T10:00:00.000Z', text: charge, meaning }
		};
	});
	after(() => db.close());
	const refusal = async (change: Record<string, unknown>): Promise<string> => {
		const before = await db.models.Run.count();
		const got = await importLog(db, { ...body, ...change }, NOW);
		assert.equal(await db.models.Run.count(), before);
		return got.ok ? 'it was taken' : got.message;
	};

	test('what cannot be of this pack is refused, and nothing is written', async () => {
		const high = lines(
			() => 4.9,
			() => 2
		);
		assert.match(await refusal({ text: high }), /At 14\.70 V it would be 4\.90 V a cell of Little auk/);
		assert.match(
			await refusal({ meaning: meaning.map((m) => (m.role === 'volts' ? { ...m, unit: 'mV' } : m)) }),
			/volts in another unit/
		);
		assert.match(await refusal({ meaning: meaning.slice(0, 5) }), /The log has 2 cells, Little auk has 3/);
		assert.match(await refusal({ meaning: meaning.slice(1) }), /No column is the time/);
		assert.match(await refusal({ startedAt: '2026-05-02T17:30:00.000Z' }), /end in the future/);
		assert.match(await refusal({ text: 'a,b\nc,d' }), /no lines of figures/);
		assert.match(await refusal({ text: charge.split('\n').slice(0, 2).join('\n') }), /Fewer than two/);
		assert.match(await refusal({ packId: 'nobody' }), /no such pack/);
		assert.match(await refusal({ channelId: 'nowhere' }), /no such channel/);
		assert.match(await refusal({ task: 'nonsense' }), /task/);
	});
	test('it becomes a run that has ended, with its figures, its samples and a reading of its end; once', async () => {
		const id = randomUUID();
		const got = await importLog(db, body, NOW, id);
		assert.ok(got.ok, got.ok ? '' : got.message);
		const { value: run } = got;
		assert.deepEqual(
			[
				run.id,
				run.status,
				run.mode,
				run.endReason,
				run.settings.currentA,
				run.settings.endVoltageV,
				run.endCellVoltagesV
			],
			[id, 'ended', 'by hand', 'full', 2, 4.2, [4.2, 4.2, 4.2]]
		);
		// 2 A for 40 min, then fading: 1.33 Ah and 2·6/60·(1 − e^(−20/6)) by the closed form, the
		// trapezoid within a hundredth.
		assert.ok(
			Math.abs(run.chargeAh! - (80 / 60 + (12 / 60) * (1 - Math.exp(-20 / 6)))) < 0.01,
			`${run.chargeAh}`
		);
		const samples = await readTelemetry(db, id);
		assert.deepEqual([samples.timeS.length, samples.timeS[1], samples.cellV.length], [61, 60, 3]);
		const readings = await db.models.Reading.findAll({ where: { packId: String(body.packId) } });
		assert.deepEqual([readings.length, readings[0].get('cellVoltagesV')], [1, [4.2, 4.2, 4.2]]);
		const again = await importLog(db, body, NOW, id);
		assert.ok(again.ok && again.value.id === id);
		const twin = await importLog(db, { ...body, startedAt: '2026-05-01T10:00:50.000Z' }, NOW);
		assert.ok(!twin.ok && twin.status === 409);
		assert.equal(await db.models.Run.count(), 1);
	});
	test('read in another process it becomes the same samples, and what is wrong is said in the same words', async () => {
		const bytes = (of: object) => Buffer.from(JSON.stringify(of));
		const stays = new AbortController().signal;
		const read = await readLogBeside(bytes({ ...body, startedAt: '2026-03-01T10:00:00.000Z' }), stays);
		assert.ok(read.ok, read.ok ? '' : read.message);
		const got = await putLog(db, read.value, NOW);
		assert.ok(got.ok, got.ok ? '' : got.message);
		const [first] = await db.models.Run.findAll({ where: { startedAt: '2026-05-01T10:00:00.000Z' } });
		assert.deepEqual(await readTelemetry(db, got.value.id), await readTelemetry(db, first.get('id')));
		for (const [of, words] of [
			[bytes({ ...body, text: 'a,b' }), /no lines of figures/],
			[Buffer.from('{'), /not JSON/],
			[Buffer.from([0xc3, 0x28]), /not UTF-8/]
		] as const) {
			const no = await readLogBeside(of, stays);
			assert.match(no.ok ? 'taken' : no.message, words);
		}
		const left = await readLogBeside(bytes(body), AbortSignal.abort());
		assert.ok(!left.ok && left.status === 409);
	});
	test('a discharge keeps its current and the volts at which it ended, to the hundredth', async () => {
		const out = lines(
			(k) => 4.103 - k / 80,
			() => -1.5
		);
		const got = await importLog(
			db,
			{
				...body,
				text: out,
				task: 'discharge',
				endReason: 'end voltage',
				startedAt: '2026-04-01T10:00:00.000Z'
			},
			NOW
		);
		assert.ok(got.ok, got.ok ? '' : got.message);
		assert.deepEqual(
			[
				got.value.settings.dischargeA,
				got.value.settings.dischargeEndV,
				Number(got.value.chargeAh!.toFixed(3))
			],
			[1.5, 3.35, 1.5]
		);
	});
});
