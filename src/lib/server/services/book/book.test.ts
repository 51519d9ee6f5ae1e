/**
 * A book out and in again: nothing is lost, what would change is said first, and what is wrong
 * leaves everything as it was.
 */
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import Papa from 'papaparse';
import { aDatabase } from '../../../../../tests/support/database';
import { demoFile } from '../../../../../tests/support/demo-file';
import { openDatabase, type Database } from '../../db/connect';
import { parseJson } from '../../body-text';
import { deletePack } from '../packs/packs';
import { bringIn } from './bring-in';
import { checkBook, checkCsv, type Checked } from './check-book';
import { eventsIn } from './book-events';
import { compareBook } from './compare-book';
import { bookJsonSchema, BookSchema, fileName, ORDER } from './book';
import { bookPieces, csvPieces, streamOf, unguarded } from './take-out';

const NOW = '2026-06-13T16:00:00.000Z';
const text = async (pieces: AsyncGenerator<string>): Promise<string> => {
	let out = '';
	for await (const piece of pieces) out += piece;
	return out;
};
const book = async (db: Database) =>
	JSON.parse(await text(bookPieces(db, NOW))) as {
		tables: Record<string, ({ id: string } & Record<string, unknown>)[]>;
		samples: Record<string, { timeS: number[] }>;
		events: unknown[];
	} & Record<string, unknown>;
const good = (of: ReturnType<typeof checkBook>): Checked => {
	assert.ok(of.ok, of.ok ? '' : of.message);
	assert.deepEqual(of.value.problems, []);
	return of.value;
};

describe('the book', () => {
	let demo: Database;
	let whole: Awaited<ReturnType<typeof book>>;
	before(async () => {
		demo = await aDatabase((file) => demoFile(file, Date.parse(NOW)));
		const [pack] = await demo.models.Pack.findAll({ order: [['name', 'ASC']] });
		const { id } = pack.get();
		await demo.write((tx) =>
			tx.models.Pack.update(
				{ notes: '=1+1\n"quoted", and a comma;\t–ü', usedIn: "'=twice" },
				{ where: { id } }
			)
		);
		assert.ok((await deletePack(demo, id)).ok);
		// A run that is in the bin has its samples still.
		const [run] = await demo.models.Run.findAll({ order: [['startedAt', 'ASC']], limit: 1 });
		await demo.write((tx) => tx.models.Run.destroy({ where: { id: run.get('id') } }));
		whole = await book(demo);
	});
	after(() => demo.close());

	test('the whole demo through JSON into an empty file, and out again: the same', async () => {
		const empty = await aDatabase();
		const first = whole;
		assert.ok(first.tables.runs.length > 300 && first.tables.packs.length >= 24);
		assert.equal(Object.keys(first.samples).length, first.tables.runs.length);
		const checked = good(checkBook(first));
		const coming = await compareBook(empty, checked);
		assert.equal(coming.tables.find((t) => t.table === 'runs')!.fresh, first.tables.runs.length);
		const acts = eventsIn(first.events).length;
		assert.ok(acts > 0 && coming.acts > 0 && coming.acts <= acts, `${coming.acts} of ${acts}`);
		assert.equal(
			coming.choices,
			Object.keys(first.preferences as object).filter((key) => key !== 'clock').length
		);
		const done = await bringIn(empty, checked, false);
		assert.ok(done.ok, done.ok ? '' : done.message);
		assert.deepEqual(await book(empty), first);
		// Once more nothing is new, and nothing is doubled.
		const again = await compareBook(empty, checked);
		assert.ok(again.tables.every((t) => t.fresh === 0 && t.differs === 0));
		assert.deepEqual([again.acts, again.choices], [0, 0]);
		const twice = await bringIn(empty, checked, true);
		assert.ok(twice.ok && twice.value.fresh === 0 && twice.value.replaced === 0 && twice.value.samples === 0);
		assert.deepEqual(await book(empty), first);
		await empty.close();
	});

	test('table by table through CSV: the same rows', async () => {
		const empty = await aDatabase();
		const first = whole;
		for (const name of ORDER) {
			const csv = await text(csvPieces(demo, name));
			assert.ok(csv.endsWith('\r\n'));
			const rows = first.tables[fileName(name)];
			if (rows.length === 0) continue;
			const done = await bringIn(empty, good(checkCsv(csv)), false);
			assert.ok(
				done.ok && done.value.fresh === rows.length,
				`${name}: ${done.ok ? done.value.fresh : done.message}`
			);
		}
		assert.deepEqual((await book(empty)).tables, first.tables);
		await empty.close();
	});

	test('no cell of a CSV begins a formula', async () => {
		for (const name of ORDER) {
			const csv = await text(csvPieces(demo, name));
			for (const [, cell] of csv.matchAll(/(?:^|,|\r\n)"?([=+@\t][^,"]*|-(?!\d)[^,"]*)/g))
				assert.fail(`${name}: a cell begins ${cell.slice(0, 20)}`);
		}
		assert.equal(unguarded("'=1+1"), '=1+1');
		assert.equal(unguarded("''=1+1"), "'=1+1");
		assert.equal(unguarded("'tis"), "'tis");
	});

	test('it keeps to its own published schema, which stands in the documents as it is', async () => {
		assert.ok(BookSchema.safeParse(whole).success);
		const published = JSON.parse(readFileSync('docs/formats/book.schema.json', 'utf8')) as unknown;
		assert.deepEqual(
			JSON.parse(JSON.stringify(bookJsonSchema())),
			published,
			'npm run formats writes it anew'
		);
	});

	test('what differs is said by its fields, and is taken only where it was asked for', async () => {
		const empty = await aDatabase();
		const first = few();
		assert.ok((await bringIn(empty, good(checkBook(first)), false)).ok);
		const changed = structuredClone(first);
		const pack = changed.tables.packs[3];
		pack.name = 'Renamed elsewhere';
		pack.capacityAh = 9.9;
		const checked = good(checkBook(changed));
		const packs = (await compareBook(empty, checked)).tables.find((t) => t.table === 'packs')!;
		assert.deepEqual(
			[packs.fresh, packs.same, packs.differs, packs.examples],
			[
				0,
				first.tables.packs.length - 1,
				1,
				[{ id: pack.id, name: 'Renamed elsewhere', fields: ['name', 'capacityAh'] }]
			]
		);
		const kept = await bringIn(empty, checked, false);
		assert.ok(kept.ok && kept.value.replaced === 0);
		assert.equal(kept.value.keptAs, null, 'what changed nothing leaves no copy');
		const copies = readdirSync(dirname(empty.file)).filter((name) => name.includes('before-import'));
		assert.equal(copies.length, 1, 'that of the first alone');
		assert.deepEqual(await book(empty), first);
		const taken = await bringIn(empty, checked, true);
		assert.ok(taken.ok && taken.value.replaced === 1);
		assert.deepEqual(await book(empty), changed);
		// What was there before stands beside the data, whole.
		const beside = await openDatabase(join(dirname(empty.file), taken.value.keptAs!));
		assert.deepEqual(await book(beside), first);
		await beside.close();
		assert.match(taken.value.keptAs!, /\.before-import-/);
		await empty.close();
	});

	test('a run that was going on is left out with all that is its own', async () => {
		const open = structuredClone(whole);
		const [run] = open.tables.runs;
		Object.assign(run, { status: 'running', endedAt: null, endReason: null });
		const checked = good(checkBook(open));
		assert.equal(checked.rows.get('Run')!.length, open.tables.runs.length - 1);
		assert.ok(!checked.samples.has(run.id));
		assert.match(checked.leftOut[0], /^1 run that had not ended/);
	});

	test('nor is one brought in by a table alone', async () => {
		const { data } = Papa.parse<string[]>(await text(csvPieces(demo, 'Run')), { skipEmptyLines: true });
		const head = data.findIndex((row) => row.includes('status'));
		const status = data[head].indexOf('status');
		data[head + 1][status] = 'running';
		const checked = good(checkCsv(Papa.unparse(data, { newline: '\r\n' })));
		assert.equal(checked.rows.get('Run')!.length, whole.tables.runs.length - 1);
		assert.match(checked.leftOut[0], /^1 run that had not ended/);
	});

	/** The first runs alone, so that a dozen of books are written in no time. */
	const few = (): typeof whole => {
		const runs = whole.tables.runs.slice(0, 6);
		const of = new Set(runs.map((r) => r.id));
		return structuredClone({
			...whole,
			tables: { ...whole.tables, runs },
			samples: Object.fromEntries(Object.entries(whole.samples).filter(([id]) => of.has(id)))
		});
	};
	const refusedBy = async (change: (b: Awaited<ReturnType<typeof book>>) => void): Promise<string> => {
		const wrong = few();
		change(wrong);
		const checked = checkBook(wrong);
		if (!checked.ok) return checked.message;
		const empty = await aDatabase();
		const before = await book(empty);
		const done = await bringIn(empty, checked.value, true);
		assert.deepEqual(await book(empty), before, 'nothing of it was written');
		await empty.close();
		return done.ok ? '' : done.message;
	};
	test('what is wrong is said at its place, and nothing is written', async () => {
		const says = refusedBy;
		assert.match(await says((b) => (b.tables.packs[1].cells = -3)), /packs, row 2, cells \(-3\)/);
		assert.match(await says((b) => (b.tables.packs[1].cells = '4' as never)), /packs, row 2, cells \(4\)/);
		assert.match(
			await says((b) => (b.tables.packs[1].id = b.tables.packs[0].id)),
			/row 2: its id stands there twice/
		);
		assert.match(await says((b) => (b.tables.packs[1].extra = 1)), /packs, row 2/);
		assert.match(await says((b) => (b.tables.nonsense = [])), /there is no table nonsense/);
		assert.match(
			await says((b) => b.tables.packs.splice(0, 5)),
			/refers to something that is neither here nor in the file/
		);
		assert.match(await says((b) => b.samples[b.tables.runs[0].id].timeS.pop()), /columns of one length/);
		assert.match(
			await says((b) => (b.samples['no run'] = b.samples[b.tables.runs[0].id])),
			/samples of a run that is neither/
		);
		assert.match(await says((b) => (b.version = 2)), /a later release/);
		assert.match(await says((b) => (b.format = 'another')), /no book of Stack Tender/);
		assert.match(
			await says((b) => b.tables.memory_slots.push({ ...b.tables.memory_slots[0], id: 'other' })),
			/taken here/
		);
	});
	test('what is no book at all is said to be none', () => {
		for (const what of [[], null, 1, 'x', {}, { format: 'x' }, { tables: {} }]) {
			const no = checkBook(what);
			assert.ok(!no.ok && /no book of Stack Tender/.test(no.message), JSON.stringify(what));
		}
	});
	test('hostile tables end in a sentence: other columns, lines that are too long or too short, quotes that do not close, ten megabytes', async () => {
		const csv = await text(csvPieces(demo, 'Supply'));
		const [header, line] = csv.split('\r\n');
		const problem = (of: string): string => {
			const checked = checkCsv(of);
			return checked.ok ? (checked.value.problems[0] ?? '') : checked.message;
		};
		assert.match(problem(''), /empty/);
		assert.match(problem('a,b\r\n1,2\r\n'), /no table of Stack Tender/);
		assert.match(problem(`${header}\r\n${line},more\r\n`), /line 2: \d+ cells, the header has \d+/);
		assert.match(problem(`${header}\r\n${line.slice(0, 20)}`), /line 2/);
		assert.match(problem(`${header}\r\n"${line}`), /line \d/);
		assert.match(problem(`${header}\r\n${'x'.repeat(10_000_000)}`), /line 2: 1 cells/);
		assert.match(problem(`${header}\r\n${line.replace(/\d+/, 'Infinity')}`), /^$|line 2/);
		const many = problem(`${header}\r\n${`${line},x\r\n`.repeat(5000)}`);
		assert.match(many, /line 2/);
	});
	test('JSON that is nested a hundred thousand deep, or breaks off, is no book', () => {
		for (const what of [
			`${'['.repeat(100_000)}${']'.repeat(100_000)}`,
			'{"format":"stack-tender book"',
			'{"a":'.repeat(1e5)
		]) {
			const parsed = parseJson(what);
			assert.ok(!parsed.ok || !checkBook(parsed.value).ok);
		}
	});
	test('of many that differ five are shown', async () => {
		const empty = await aDatabase();
		const first = few();
		assert.ok((await bringIn(empty, good(checkBook(first)), false)).ok);
		const changed = structuredClone(first);
		for (const pack of changed.tables.packs.slice(0, 7)) pack.name = `${String(pack.name)} II`;
		const packs = (await compareBook(empty, good(checkBook(changed)))).tables.find(
			(t) => t.table === 'packs'
		)!;
		assert.deepEqual([packs.differs, packs.examples.length], [7, 5]);
		await empty.close();
	});
	test('what is streamed out is done with at its end, when nobody wants the rest, and when it fails', async () => {
		let done = 0;
		const end = async () => void done++;
		async function* pieces(fail: boolean): AsyncGenerator<string> {
			yield 'a';
			if (fail) throw new Error('broken');
			yield 'b';
		}
		assert.equal(await new Response(streamOf(pieces(false), end)).text(), 'ab');
		assert.equal(done, 1);
		const reader = streamOf(pieces(false), end).getReader();
		await reader.read();
		await reader.cancel();
		assert.equal(done, 2);
		await assert.rejects(new Response(streamOf(pieces(true), end)).text());
		assert.equal(done, 3);
	});
	test('a copy to read from leaves nothing behind', async () => {
		const copy = await demo.snapshot();
		assert.equal(await copy.models.Pack.count(), await demo.models.Pack.count());
		await copy.close();
		assert.deepEqual(
			readdirSync(dirname(demo.file)).filter((f) => f.includes('-copy-')),
			[]
		);
	});
});
