import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { solve } from '$core/program/solve';
import type { Grade } from '../../../../../drill/drills';
import { askedOf, programBench } from '../../../../../drill/programs';
import { benchOf, decide, lookAt, progress } from './drills';
import { commitProgram, programDrill, programProgress } from './program-drills';

describe('drills', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());

	test('a bench says nothing of what is hidden; a look finds one thing; nonsense is refused', () => {
		const bench = benchOf(1, 2)!;
		assert.equal(bench.title, 'It counts other cells than are set');
		assert.ok(!JSON.stringify(bench).includes('dead-cell"]'), 'its cause is not named');
		assert.deepEqual(ok(lookAt(1, 2, { clue: 'meter-taps' })), { answer: 'one near nothing', detail: '' });
		assert.match(ok(lookAt(1, 2, { clue: 'count' })).detail, /^set \dS, read \dS$/);
		refused(lookAt(1, 2, { clue: 'tea leaves' }), 422, /no such look/);
		refused(lookAt(4, 2, { clue: 'count' }), 404, /no such drill/);
		for (const [grade, seed] of [
			[1, -1],
			[1, 1.5],
			[0, 1],
			[NaN, 1]
		])
			assert.equal(benchOf(grade, seed), null);
	});

	test('a bench that ran says for how many minutes, one before its start says none', () => {
		const benches = [1, 2, 3].flatMap((grade) => [1, 2, 3, 4, 5, 6].map((seed) => benchOf(grade, seed)!));
		const ran = benches.filter((b) => b.minutes !== null);
		assert.ok(ran.length > 3 && ran.length < benches.length);
		for (const { minutes, log } of ran) {
			const last = log.timeS.at(-1)! / 60;
			assert.ok(Math.abs(minutes! - last) < 0.2, `${minutes} min, its log ends at ${last}`);
		}
	});

	test('a decision is kept once, judged by its remedy and by whether what burns was let go on', async () => {
		const go = (causeId: string, goOn: boolean, id?: string) =>
			decide(shop.db, 1, 2, { causeId, goOn, looks: ['eye', 'meter-taps'] }, now(), id);
		const first = ok(await go('dead-cell', false, 'once'));
		ok(await go('dead-cell', false, 'once'));
		assert.deepEqual([first.right, first.safe, first.truth.id], [true, true, 'dead-cell']);
		assert.ok(Math.abs(first.minutes - 2.2) < 1e-9, 'a glance and the taps');
		assert.ok(first.expert.looks.length > 0 && first.expert.may !== 'yes');
		const burnt = ok(await go('left-over-setting', true));
		assert.deepEqual([burnt.right, burnt.safe], [false, false]);
		refused(await go('ghosts', true), 422, /no such cause/);
		const [grade] = await progress(shop.db);
		assert.deepEqual(grade, { grade: 1, done: 2, right: 1, unsafe: 1, nextSeed: 3 });
	});
});

describe('programs set up by hand', () => {
	let shop: Workshop;
	before(async () => (shop = await Workshop.open()));
	after(() => shop.close());
	const commit = (keyed: object | null, grade = 1, seed = 3, id?: string) =>
		commitProgram(shop.db, grade, seed, { keyed }, now(), id);
	/** What would be set there. */
	const ownOf = (grade: number, seed: number) => {
		const own = solve(programBench(grade as Grade, seed).context);
		return Object.fromEntries(askedOf(own).map((id) => [id, own.solved[id]]));
	};

	test('label, meter and channel are told, nothing of what would be set; there is no other grade', () => {
		const bench = programDrill(1, 3)!;
		assert.ok(programDrill(1, 0), 'the first seed there is');
		assert.match(bench.title, / on Jetty Nine$/);
		assert.deepEqual(bench.pack.map(([name]) => name).slice(0, 3), [
			'Label',
			'Printed volts',
			'Printed rate'
		]);
		assert.match(bench.pack.find(([name]) => name === 'Air and pack')![1], /^-?\d+ °C$/);
		const rates = Array.from({ length: 12 }, (_, seed) => {
			const told = programDrill(1, seed)?.pack.find(([name]) => name === 'Printed rate')![1];
			if (told === undefined) return 'none is drawn so';
			const printed = programBench(1, seed).context.pack.labelChargeRateC;
			assert.equal(told, printed === null ? 'none' : `${printed}C`);
			return told;
		});
		assert.ok(rates.includes('none') && rates.some((rate) => /^\d/.test(rate)), `${rates}`);
		const meters = [1, 2, 3].flatMap((grade) =>
			Array.from(
				{ length: 12 },
				(_, seed) => programDrill(grade, seed)?.pack.find(([name]) => name === 'Meter')?.[1] ?? []
			).flat()
		);
		for (const read of meters)
			assert.match(read, /^\d+ (min|h) ago, at rest: (\d\.\d{3}( \d\.\d{3})*|\d+\.\d\d V in all)$/);
		assert.ok(meters.some((m) => m.endsWith('in all')) && meters.some((m) => !m.endsWith('in all')));
		assert.ok(bench.asked.length >= 5);
		const unit = (id: string) => bench.asked.find((a) => a.id === id)?.unit;
		assert.deepEqual([unit('cells'), unit('currentA')], ['S', 'A']);
		assert.ok(!('own' in bench) && !JSON.stringify(bench).includes('why'));
		for (const [grade, seed] of [
			[0, 1],
			[4, 1],
			[1, -1],
			[1, 0.5]
		])
			assert.equal(programDrill(grade, seed), null);
	});

	test('what would be set is right; more is stopped; what is missing is asked for; each is kept once', async () => {
		const own = ownOf(1, 3);
		const right = ok(await commit(own, 1, 3, 'one'));
		ok(await commit(own, 1, 3, 'one'));
		assert.deepEqual([right.right, right.safe, right.refused], [true, true, false]);
		assert.equal(right.findings.filter((f) => f.severity === 'stop').length, 0);
		assert.ok(right.rows.every((row) => row.keyed === row.own && row.why.length > 10));
		assert.equal(right.minutes.keyed, right.minutes.own);
		const over = ok(await commit({ ...own, endVoltageV: (own.endVoltageV as number) + 0.1 }));
		assert.deepEqual([over.right, over.safe], [false, false]);
		assert.ok(over.findings.some((f) => f.severity === 'stop'));
		const { currentA: _, ...lacking } = own;
		refused(await commit(lacking), 422, /Key in current\./);
		refused(await commit({ ...own, currentA: -1 }), 422, /Current must be at least/);
		refused(await commit(own, 9), 404, /no such drill/);
		const left = ok(await commit(null));
		assert.deepEqual([left.right, left.safe, left.rows[0].keyed], [false, true, null]);
		const [first] = await programProgress(shop.db);
		assert.deepEqual(first, { grade: 1, done: 3, right: 1, unsafe: 1, nextSeed: 4 });
		assert.equal((await progress(shop.db))[0].done, 0, 'hidden faults are counted on their own');
	});

	test('what must not be charged is right to be refused, and is told why', async () => {
		const seed = Array.from({ length: 40 }, (_, n) => n).find(
			(n) => !solve(programBench(3, n).context).proposed
		)!;
		const judged = ok(await commit(null, 3, seed));
		assert.deepEqual([judged.right, judged.safe, judged.proposed], [true, true, false]);
		assert.ok(judged.trap !== null && judged.findings.some((f) => f.severity === 'stop'));
		const keyed = ok(await commit(ownOf(3, seed), 3, seed));
		assert.deepEqual([keyed.right, keyed.safe], [false, false]);
	});
});
