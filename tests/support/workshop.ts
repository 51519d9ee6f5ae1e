/**
 * A small workshop on a real database for tests of use cases: packs, linked chargers, and a
 * simulated bench in this process.
 */
import assert from 'node:assert/strict';
import pino from 'pino';
import type { Charger } from '../../core/charger/charger';
import type { Pack } from '../../core/pack/pack';
import { Follower } from '../../src/lib/server/services/runs/follow';
import { now } from '../../src/lib/server/clock';
import type { Result } from '../../src/lib/server/result';
import type { Database } from '../../src/lib/server/db/connect';
import { createCharger } from '../../src/lib/server/services/chargers/chargers';
import { addReading, createPack } from '../../src/lib/server/services/packs/packs';
import { saveProgram } from '../../src/lib/server/services/programs/programs';
import { checkOnLink, startRun, type Bench } from '../../src/lib/server/services/runs/runs';
import type { Run } from '../../core/log/run';
import { aCharger, aPack } from './bench-chargers';
import { aDatabase } from './database';
import { DirectLink } from './direct-link';

export { now };
const quiet = pino({ level: 'silent' });

export function ok<T>(result: Result<T>): T {
	assert.ok(result.ok, result.ok ? '' : result.message);
	return result.value;
}

export function refused(result: Result<unknown>, status: number, says: RegExp): void {
	assert.ok(!result.ok, 'it was not refused');
	assert.equal(result.status, status);
	assert.match(result.message, says);
}

export class Workshop {
	/** How far the follower's clock is ahead of the real one, ms. */
	aheadMs = 0;
	link = new DirectLink();
	follower: Follower;

	private constructor(readonly db: Database) {
		this.follower = this.aFollower();
	}

	static async open(): Promise<Workshop> {
		return new Workshop(await aDatabase());
	}

	/** A follower that knows nothing but what is stored, as after a restart. */
	aFollower(): Follower {
		this.follower = new Follower(this.db, this.link.asLinks(), quiet, () => Date.now() + this.aheadMs);
		return this.follower;
	}

	get bench(): Bench {
		return { db: this.db, links: this.link.asLinks(), follower: this.follower };
	}

	async pack(change: Record<string, unknown> = {}): Promise<Pack> {
		const { id: _id, ...fields } = aPack(change);
		const pack = ok(await createPack(this.db, fields));
		const cells = Array.from({ length: pack.cells }, () => 3.72);
		ok(
			await addReading(this.db, pack.id, { takenAt: now(), cellVoltagesV: cells, temperatureDegC: 21 }, now())
		);
		return pack;
	}

	/** What a linked charger's description is sent as. */
	chargerInput(change: Record<string, unknown> = {}): Record<string, unknown> {
		const { id: _id, ...whole } = aCharger({ link: 'stand-in', ...change });
		return { ...whole, channels: whole.channels.map(({ id: _channel, ...c }) => c) };
	}

	charger = async (change: Record<string, unknown> = {}): Promise<Charger> =>
		ok(await createCharger(this.db, this.chargerInput(change)));

	async program(pack: Pack, charger: Charger): Promise<string> {
		const request = { packId: pack.id, chargerId: charger.id, channelId: charger.channels[0].id };
		return ok(await saveProgram(this.db, request, now())).id;
	}

	/** Saves a program, connects the pack, and answers with what starts it. */
	async ready(pack: Pack, charger: Charger): Promise<{ programId: string; mode: 'link'; cellsRead: number }> {
		const programId = await this.program(pack, charger);
		ok(await checkOnLink(this.bench, programId, now()));
		return { programId, mode: 'link', cellsRead: pack.cells };
	}

	async started(pack: Pack, charger: Charger): Promise<Run> {
		return ok(await startRun(this.bench, await this.ready(pack, charger), now()));
	}

	/** A run keyed in by hand. */
	async byHand(pack: Pack, charger: Charger): Promise<Run> {
		const programId = await this.program(pack, charger);
		return ok(await startRun(this.bench, { programId, mode: 'by hand', cellsRead: pack.cells }, now()));
	}

	/**
	 * Rounds of the follower with `realSeconds` between them, which are simulated 600 times as long.
	 */
	async follow(rounds: number, realSeconds: number): Promise<void> {
		for (let i = 0; i < rounds; i++) {
			this.link.bench.tick(realSeconds);
			await this.follower.round();
		}
	}

	close = (): Promise<void> => this.db.close();
}
