import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { now, ok, refused, Workshop } from '../../../../../tests/support/workshop';
import { benchOf, decide, lookAt, progress } from './drills';

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
