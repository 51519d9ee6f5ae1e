/**
 * What a followed run should read and what its looks teach, what is seen on linked ones, and
 * their logs read alone: as written down.
 */
import { test } from 'node:test';
import { analyseLog, phaseText } from '../../core/diagnose/log-phases';
import { wouldShow } from '../../core/diagnose/explain';
import { CAUSES } from '../../core/diagnose/causes';
import { Following } from '../../core/follow/following';
import { judgeLook } from '../../core/follow/judge-look';
import { mostChargeAh } from '../../core/follow/limits';
import { takenAs } from '../../core/follow/taken-as';
import { LOOK_KIND_IDS, type Look } from '../../core/log/look';
import { solve } from '../../core/program/solve';
import type { Fault } from '../../link/protocol';
import { programsFor, watchedRun } from '../../scripts/watch/case';
import { asWritten, line } from '../support/golden';
import { SCENES } from '../support/scenes';

/** A charge, a discharge, a dip, lead, a cycle: following is slow, so few of them. */
const FOLLOWED = [
	'lipo balance standard',
	'nimh charge standard',
	'lead charge gentle',
	'lipo discharge standard',
	'life storage standard'
];

test('what a screen should read, what looks teach, and how they are judged', () => {
	const lines = SCENES.filter(([name]) => FOLLOWED.includes(name)).flatMap(([name, context]) => {
		const { resolved: r, settings } = solve(context);
		const following = new Following(r, settings);
		const end = following.end(0).minute.median;
		const at = [0, 0.2 * end, 0.6 * end, 0.95 * end, 1.3 * end];
		const out = [
			`${name} expected: ${line([following.untilMin, at.map((m) => following.shouldRead(m)), following.end(0.3 * end), following.voltageFrom(), mostChargeAh(r, settings)])}`,
			`${name} band: ${line(following.band('packV'))}`
		];
		const looks: Look[] = [];
		for (const share of [0.25, 0.5]) {
			const minute = Math.round(share * end);
			const expected = following.shouldRead(minute);
			for (const what of LOOK_KIND_IDS)
				for (const times of [0.9, 0.99, 1, 1.01, 1.1, 1.5]) {
					const e = expected?.[what] ?? null;
					const look = { minute, what, value: (e?.median ?? 1) * times };
					out.push(`${name} ${minute} ${what} ${times}: ${line(judgeLook(r, settings, look, looks, e))}`);
				}
			if (expected) {
				out.push(
					`${name} ${minute} typed: ${line(['3.9', '15.4', '1200', '2.1', '0.5 A', '900 mAh', 'x'].map((t) => takenAs(t, expected, r.pack.cells)))}`
				);
				looks.push(
					{ minute, what: 'chargeAh', value: 1.05 * expected.chargeAh.median },
					{ minute, what: 'packV', value: 1.002 * expected.packV.median }
				);
				following.tell(looks);
				out.push(
					`${name} ${minute} learned: ${line([following.learnedOf(), following.end(minute), following.lastShown(minute), following.shouldRead(0.8 * end)])}`
				);
			}
		}
		const { timeS, packV, currentA } = following.course();
		out.push(
			`${name} course: ${line([timeS.length, [20, 60, 100].map((k) => [timeS[k], packV[k], currentA[k]])])}`
		);
		return out;
	});
	asWritten('followed', lines);
});

const FAULTS: readonly (readonly Fault[])[] = [
	[],
	[{ kind: 'weak cell', cell: 1, times: 6 }],
	[{ kind: 'leaking cell', cell: 1, leakA: 0.5 }],
	[{ kind: 'bad plug', ohm: 0.12 }],
	[{ kind: 'weak supply', watts: 6, trips: false, fromMin: 3 }],
	[{ kind: 'wrong end', byV: 0.06 }],
	[{ kind: 'drifting reading', cell: 1, mvPerHour: 120 }],
	[{ kind: 'main lead open', fromMin: 6 }],
	[{ kind: 'charger hot', fromMin: 5 }]
];

test('what is seen on linked runs with faults, and their logs read alone', () => {
	const lines = (['lipo', 'liion', 'nimh', 'lead'] as const).flatMap((chemistry) => {
		const [solution] = programsFor(chemistry, 3).slice(-1);
		return FAULTS.flatMap((faults, k) => {
			const run = watchedRun(solution, faults, 90 + k);
			if (!run) return [];
			const read = analyseLog(run.log);
			const said = `${chemistry} ${faults[0]?.kind ?? 'sound'}`;
			return [
				`${said}: ${line([run.endReason, run.message, run.minutes, run.watched])}`,
				`${said} read: ${line([read.phases.map((p) => phaseText(p)), read])}`
			];
		});
	});
	asWritten('watched', lines);
});

test('what the charger would have shown under each cause', () => {
	const [, context] = SCENES.find(([name]) => name === 'lipo balance standard')!;
	const { resolved: r, settings } = solve(context);
	const lines = CAUSES.flatMap(({ id }) => {
		const course = wouldShow(r, settings, id);
		if (!course) return [];
		const at = [10, 50, 90].map((k) => Math.min(k, course.timeMin.length - 1));
		return `${id}: ${line(at.map((k) => [course.timeMin[k], course.packV[k], course.currentA[k]]))}`;
	});
	asWritten('would-show', lines);
});
