/** The demo tells its story, and everything in it follows from the core. */
import assert from 'node:assert/strict';
import { before, describe, test } from 'node:test';
import type { Database } from '../src/lib/server/db/connect';
import { aDatabase } from '../tests/support/database';
import { demoFile } from '../tests/support/demo-file';
import { listPacks, type PackOnShelf } from '../src/lib/server/services/packs/packs';
import { listRuns, type RunInBook } from '../src/lib/server/services/runs/logbook';
import { solveProgram } from '../src/lib/server/services/programs/programs';
import { listChargers } from '../src/lib/server/services/chargers/chargers';
import { readTelemetry } from '../src/lib/server/services/runs/telemetry';
import { chemistryOf } from '../core/chemistry/catalogue';
import { ordinaryTask } from '../core/request/task';
import { aCharger, aPack, aSupply } from '../tests/support/bench-chargers';
import { historyOf } from './history';
import { PACKS } from './packs';

describe('the demo harbour', () => {
	const nowMs = Date.parse('2026-06-13T16:00:00Z');
	const now = new Date(nowMs).toISOString();
	let db: Database;
	let shelf: PackOnShelf[];
	let book: RunInBook[];
	const named = (name: string) => shelf.find((p) => p.pack.name === name)!;

	before(async () => {
		db = await aDatabase((file) => demoFile(file, nowMs));
		shelf = await listPacks(db, now);
		book = (await listRuns(db, { limit: 2000 })).runs;
	});

	test('every pack is there, at least eight of them LiPo, and a year of runs', () => {
		assert.equal(shelf.length, PACKS.length);
		assert.ok(shelf.filter((p) => p.pack.chemistry === 'lipo').length >= 8);
		assert.ok(book.length > 200);
		const first = Math.min(...book.map((r) => Date.parse(r.run.startedAt)));
		assert.ok((nowMs - first) / 86400e3 > 340);
		assert.ok(book.every((r) => Date.parse(r.run.startedAt) < nowMs));
	});

	test('the drifting cell shows, the full pack was left full, the swollen one is out of service', () => {
		assert.match(named('Cormorant ferry').readiness.sentence, /cell 3 lowest/);
		assert.match(named('Heron inspection launch').readiness.sentence, /Full for 21 days/);
		assert.equal(named('Puffin spare').readiness.state, 'out of service');
		assert.equal(named('Razorbill workboat').readiness.state, 'not read');
		assert.equal(named('Skua cutter').readiness.state, 'low');
		assert.equal(named('Buoy lamp, north').readiness.state, 'ready');
	});

	test('the forgotten capacity limit cut charges short, and only those that needed more', () => {
		const cut = book.filter((r) => r.run.endReason === 'capacity limit');
		assert.ok(cut.length >= 2);
		for (const { run, chargerName } of cut) {
			assert.equal(chargerName, 'Pier Two');
			assert.ok(run.expectedAh! > 3 && Math.abs(run.chargeAh! - 3) < 0.02);
		}
	});

	test('runs agree with their telemetry and with what was expected of a healthy pack', async () => {
		for (const { run, packName } of book.filter((_, i) => i % 23 === 0)) {
			const t = await readTelemetry(db, run.id);
			assert.ok(Math.abs(t.timeS.at(-1)! - run.durationS!) < 1, packName);
			assert.ok(Math.abs(t.chargeAh.at(-1)! - run.chargeAh!) < 1e-3);
			if (run.endCellVoltagesV && run.task !== 'discharge')
				assert.ok(Math.max(...run.endCellVoltagesV) <= run.settings.endVoltageV + 0.001);
		}
		const winch = book.filter((r) => r.packName === 'Winch tug' && r.run.endReason === 'full');
		assert.ok(winch.every(({ run }) => Math.abs(run.chargeAh! / run.expectedAh! - 1) < 0.12));
	});

	test('the same moment gives the same history', () => {
		const charger = aCharger();
		const supply = aSupply();
		for (const [n, demo] of PACKS.slice(0, 3).entries()) {
			const history = () =>
				historyOf({ demo, pack: aPack(demo.pack), charger, supply, nowMs, seed: 1000 + n });
			const { runs } = history();
			assert.ok(runs.length > 3);
			assert.deepEqual(history().runs, runs);
		}
	});

	test('the mislabelled packs are caught: one asked about, one stopped', async () => {
		const pier = (await listChargers(db)).find((c) => c.name === 'Pier Two')!;
		const findings = async (name: string) => {
			const solved = await solveProgram(
				db,
				{ packId: named(name).pack.id, chargerId: pier.id, channelId: pier.channels[0].id },
				now
			);
			assert.ok(solved.ok);
			return solved.value.findings.map((f) => f.rule);
		};
		assert.ok((await findings('Petrel pilot boat')).includes('label-volts-contradict'));
		assert.ok((await findings('Sprint hydroplane, gift')).includes('label-says-gentler-chemistry'));
		assert.ok(!(await findings('Sprint hydroplane')).includes('label-volts-contradict'));
	});

	test('every pack in service has a proposal somewhere, or a reason on every channel', async () => {
		const chargers = await listChargers(db);
		for (const { pack } of shelf.filter((p) => p.pack.condition === 'in service')) {
			const answers = await Promise.all(
				chargers.map((c) =>
					solveProgram(
						db,
						{
							packId: pack.id,
							chargerId: c.id,
							channelId: c.channels[0].id,
							task: ordinaryTask(chemistryOf(pack.chemistry), pack.cells)
						},
						now
					)
				)
			);
			const proposed = answers.some((a) => a.ok && a.value.proposed);
			if (pack.name === 'Sprint hydroplane, gift') assert.equal(proposed, false);
			else assert.ok(proposed, `${pack.name} can be charged nowhere`);
		}
	});
});
