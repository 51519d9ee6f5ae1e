import assert from 'node:assert/strict';
import { test } from 'node:test';
import { causeOf } from '../core/diagnose/causes';
import { CLUE_IDS, clueOf } from '../core/diagnose/clue';
import { DRILLS, GRADES } from './drills';
import { expertPath } from './expert';
import { finding, worldOf } from './world';

test('every grade has drills, every cause is known, and every look finds one of its answers', () => {
	for (const grade of GRADES) assert.ok(DRILLS.filter((d) => d.grade === grade).length >= 5);
	assert.equal(new Set(DRILLS.map((d) => d.id)).size, DRILLS.length);
	for (const drill of DRILLS) {
		const cause = causeOf(drill.causeId);
		assert.ok(cause?.odds[drill.shows], `${drill.id}: ${drill.causeId} is behind ${drill.shows}`);
		const world = worldOf(drill, 3);
		for (const clue of CLUE_IDS)
			assert.ok(finding(drill, world, clue).answer in clueOf(clue).usual, `${drill.id} ${clue}`);
	}
});

test('the same seed is the same bench, another one another', () => {
	for (const drill of DRILLS.slice(0, 6)) {
		assert.deepEqual(worldOf(drill, 5), worldOf(drill, 5));
		assert.notDeepEqual(worldOf(drill, 5).pack, worldOf(drill, 6).pack);
	}
});

test('whoever goes by the looks finds what is hidden, or what has the same remedy, in nearly every drill', () => {
	const missed: string[] = [];
	let played = 0;
	for (const drill of DRILLS)
		for (const seed of [1, 2]) {
			played++;
			const { diagnosis, looks, verdict } = expertPath(drill, worldOf(drill, seed));
			const truth = causeOf(drill.causeId)!;
			const [top] = diagnosis.causes;
			if (top.cause.action !== truth.action)
				missed.push(
					`${drill.id} ${seed}: ${top.cause.id} ${top.now.toFixed(2)}, asked ${looks.map((l) => l.clue).join(' ')}`
				);
			if (truth.burns) assert.notEqual(verdict.may, 'yes', drill.id);
		}
	assert.ok(missed.length <= played / 10, missed.join('\n'));
});
