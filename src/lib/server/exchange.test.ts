/**
 * Another data file in the place of the one in use: what is no backup is refused, what is one is
 * told, put in place, and can be put back.
 */
import assert from 'node:assert/strict';
import { readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, describe, test } from 'node:test';
import { Sequelize } from 'sequelize';
import { aDatabase, aFolder } from '../../../tests/support/database';
import { aCharger, aPack } from '../../../tests/support/bench-chargers';
import { OPEN_READWRITE, withHandle } from './db/sqlite';
import { now, ok, refused } from '../../../tests/support/workshop';
import { createCharger } from './services/chargers/chargers';
import { addReading, createPack } from './services/packs/packs';
import { saveProgram } from './services/programs/programs';
import { startRun } from './services/runs/runs';

const { dir, remove } = aFolder('exchange');
// The application is one in a process, and reads its data file's name when it is opened.
process.env.STACK_TENDER_DATA = join(dir, 'shelf.sqlite');
process.env.STAND_IN_PORT = '1';

const asked = (body: Uint8Array | null): Request =>
	new Request('http://127.0.0.1/', { method: 'POST', body: body as never });
const named = (name: string) => {
	const { id: _id, ...fields } = aPack({ name });
	return fields;
};

describe('another data file', async () => {
	const { app, exchangeApp } = await import('./app');
	const { cancelExchange, dropKept, exchange, exchangeProgress, keptAside, takeUpload } =
		await import('./exchange');
	const { db } = await app();
	ok(await createPack(db, named('From before')));
	after(async () => {
		await (await app()).close();
		remove();
	});
	const packs = async () => (await (await app()).db.models.Pack.findAll()).map((p) => p.get().name);

	/** The bytes of a data file with one pack in it. */
	async function backupWith(name: string): Promise<Buffer> {
		const other = await aDatabase();
		ok(await createPack(other, named(name)));
		const file = join(dir, `backup of ${name}`);
		await other.copyTo(file);
		await other.close();
		return readFileSync(file);
	}
	const beside = () => readdirSync(dir).filter((name) => /uploaded|copy/.test(name));

	test('nothing, words, half a backup and a database of something else are refused, and leave nothing behind', async () => {
		refused(await takeUpload(asked(null)), 422, /This file is empty/);
		refused(await takeUpload(asked(new Uint8Array())), 422, /This file is empty/);
		refused(await takeUpload(asked(Buffer.from('my packs'))), 422, /no backup: a backup is one SQLite file/);
		const other = join(dir, 'other.sqlite');
		const foreign = new Sequelize({ dialect: 'sqlite', storage: other, logging: false });
		await foreign.query('CREATE TABLE stamps (name TEXT)');
		await foreign.close();
		refused(await takeUpload(asked(readFileSync(other))), 422, /a database, but not one of Stack Tender/);
		const whole = await backupWith('Cut off');
		refused(
			await takeUpload(asked(whole.subarray(0, 5000))),
			422,
			/not one of Stack Tender, or it is damaged/
		);
		assert.deepEqual(beside(), []);
	});

	test('an upload that breaks off, before its first byte or after it, is refused in words and leaves nothing', async () => {
		for (const first of [[], [new Uint8Array(70_000)]]) {
			const body = new ReadableStream({
				pull(to) {
					const piece = first.shift();
					if (piece) to.enqueue(piece);
					else to.error(new Error('the line went dead'));
				}
			});
			const request = new Request('http://127.0.0.1/', { method: 'POST', body, duplex: 'half' } as never);
			refused(await takeUpload(request), 400, /broke off before its end: nothing was kept/);
			assert.deepEqual(beside(), []);
		}
	});

	test('a backup is told, put in place, and what was there before can be put back', async () => {
		const told = ok(await takeUpload(asked(await backupWith('From elsewhere'))));
		assert.deepEqual(
			[told.kind, told.packs, told.chargers, told.runs, told.lastRunAt],
			['uploaded', 1, 0, 0, null]
		);
		assert.equal(told.bytes, readFileSync(join(dir, told.name)).length);
		assert.deepEqual(
			(await keptAside()).map((c) => c.name),
			[told.name]
		);
		assert.deepEqual(await packs(), ['From before'], 'not before it is asked for');

		const { keptAs } = ok(await exchange(told.name));
		assert.deepEqual(await packs(), ['From elsewhere']);
		const [kept, ...more] = await keptAside();
		assert.deepEqual([kept.name, kept.kind, kept.packs, more.length], [keptAs, 'replaced', 1, 0]);
		assert.deepEqual(beside(), [], 'what was uploaded is in place now');

		ok(await exchange(kept.name));
		assert.deepEqual(await packs(), ['From before']);
		assert.ok(
			(await keptAside()).some((c) => c.name === kept.name),
			'what was kept aside stays'
		);
	});

	/** A backup in which somebody has done something, uploaded. */
	async function hostile(sql: string): Promise<string> {
		const told = ok(await takeUpload(asked(await backupWith('Hostile'))));
		await withHandle(join(dir, told.name), OPEN_READWRITE, (handle) => handle.run(sql));
		return told.name;
	}

	test('a backup that somebody has prepared is refused with its reason, without a path, and nothing has moved', async () => {
		for (const [sql, says] of [
			[
				"CREATE TRIGGER t AFTER INSERT ON events BEGIN UPDATE packs SET condition = 'in use'; END",
				/trigger t/
			],
			['DROP TABLE looks', /looks|brought up to date/],
			["INSERT INTO migrations VALUES ('9999-later')", /a later release/]
		] as const) {
			const name = await hostile(sql);
			const refusal = await exchange(name);
			refused(refusal, 422, says);
			assert.ok(!refusal.ok && !refusal.message.includes(dir), JSON.stringify(refusal));
			assert.deepEqual(await packs(), ['From before']);
			ok(await dropKept(name));
		}
		assert.deepEqual(beside(), []);
	});

	test('four restores at once: one is done, three are told to wait', async () => {
		const names = await Promise.all(
			['a', 'b', 'c', 'd'].map(async (name) => ok(await takeUpload(asked(await backupWith(name)))).name)
		);
		const answers = await Promise.all(names.map((name) => exchange(name)));
		assert.deepEqual(answers.map((a) => (a.ok ? 200 : a.status)).sort(), [200, 409, 409, 409]);
		const done = answers.findIndex((a) => a.ok);
		assert.deepEqual(await packs(), ['abcd'[done]]);
		const back = answers[done];
		ok(await exchange((back.ok && back.value.keptAs) || ''));
		assert.deepEqual(await packs(), ['From before']);
		for (const { name } of await keptAside()) ok(await dropKept(name));
	});

	test('left while its file is looked at, nothing is put in place', async () => {
		refused(cancelExchange(), 404, /Nothing is being put in place/);
		const { name } = ok(await takeUpload(asked(await backupWith('Left'))));
		const going = exchange(name);
		assert.equal(exchangeProgress().share, 0);
		ok(cancelExchange());
		refused(await going, 422, /Cancelled: nothing was put in place/);
		assert.equal(exchangeProgress().share, null);
		assert.deepEqual(await packs(), ['From before']);
		ok(await dropKept(name));
		assert.deepEqual(beside(), []);
	});

	test('a file that cannot be opened once it is in place is taken back', async () => {
		const before = readdirSync(dir).sort();
		await assert.rejects(
			exchangeApp({
				put: async (file) => {
					renameSync(file, `${file}.away`);
					writeFileSync(file, 'spoilt');
				},
				takeBack: (file) => {
					rmSync(file);
					renameSync(`${file}.away`, file);
				}
			}),
			/could not be opened in its place: what was here before is back/
		);
		assert.deepEqual(await packs(), ['From before']);
		assert.deepEqual(readdirSync(dir).sort(), before);
	});

	test('where nothing can be opened the next request tries again', async () => {
		const { db } = await app();
		const spoil = async (file: string) => {
			renameSync(file, `${file}.away`);
			writeFileSync(file, 'spoilt');
		};
		await assert.rejects(exchangeApp({ put: spoil, takeBack: () => undefined }), /is not a database/);
		await assert.rejects(app(), /is not a database/);
		rmSync(db.file);
		renameSync(`${db.file}.away`, db.file);
		assert.deepEqual(await packs(), ['From before']);
	});

	test('only what belongs to the data may be put in place or removed, by its bare name', async () => {
		writeFileSync(join(dir, 'elsewhere.sqlite.replaced-x'), await backupWith('Elsewhere'));
		for (const name of [
			'elsewhere.sqlite.replaced-x',
			'shelf.sqlite',
			'../shelf.sqlite.replaced-x',
			'shelf.sqlite.replaced-none'
		]) {
			refused(await exchange(name), 404, /file/);
			refused(await dropKept(name), 404, /file/);
		}
		for (const { name } of await keptAside()) ok(await dropKept(name));
		assert.deepEqual(await keptAside(), []);
	});

	test('while a run goes on the data stays', async () => {
		const told = ok(await takeUpload(asked(await backupWith('Too soon'))));
		const bench = await app();
		const [{ id }] = await bench.db.models.Pack.findAll().then((rows) => rows.map((row) => row.get()));
		const { id: _id, ...description } = aCharger();
		const charger = ok(
			await createCharger(bench.db, {
				...description,
				channels: description.channels.map(({ id: _channel, ...channel }) => channel)
			})
		);
		const cellVoltagesV = new Array<number>(aPack().cells).fill(3.8);
		ok(await addReading(bench.db, id, { takenAt: now(), cellVoltagesV, temperatureDegC: 21 }, now()));
		const request = { packId: id, chargerId: charger.id, channelId: charger.channels[0].id };
		const { id: programId } = ok(await saveProgram(bench.db, request, now()));
		ok(await startRun(bench, { programId, mode: 'by hand', cellsRead: aPack().cells }, now()));
		refused(await exchange(told.name), 409, /A run is going on/);
		assert.deepEqual(await packs(), ['From before']);
	});
});
