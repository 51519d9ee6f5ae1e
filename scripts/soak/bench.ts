/**
 * The bench of the demo harbour as the soak uses it: a linked charger, packs that may be charged
 * on it, programs that start.
 */
import type { Charger } from '../../core/charger/charger';
import type { Run } from '../../core/log/run';
import type { Pack } from '../../core/pack/pack';
import type { Finding } from '../../core/program/rule';
import type { Telemetry } from '../../core/simulate/telemetry';
import { Client, type Answer } from './client';

export class DemoBench {
	private constructor(
		readonly client: Client,
		readonly linked: Charger,
		readonly packs: Pack[],
		/** One without a link, for runs by hand. */
		readonly plain: Charger
	) {}

	static async at(base: string): Promise<DemoBench> {
		const client = new Client(base);
		const chargers = await client.get<Charger[]>('/chargers');
		const linked = chargers.find((c) => c.link === 'stand-in')!;
		const shelf = await client.get<{ pack: Pack }[]>('/packs');
		const packs = shelf
			.map((p) => p.pack)
			.filter((p) => p.chemistry === 'lipo' && p.condition === 'in service');
		return new DemoBench(
			client,
			linked,
			packs,
			chargers.find((c) => c.link === 'none')!
		);
	}

	/** Measures a pack so that it may be charged: rested, a good third full. */
	async measure(pack: Pack): Promise<void> {
		await this.client.until('POST', `/packs/${pack.id}/readings`, {
			takenAt: new Date().toISOString(),
			cellVoltagesV: Array.from({ length: pack.cells }, () => 3.77),
			temperatureDegC: 20,
			usedSince: 'not used'
		});
	}

	/**
	 * A program for a pack on a channel of the linked charger, connected, and the request that
	 * starts it.
	 */
	async ready(
		pack: Pack,
		channel: number,
		charger = this.linked
	): Promise<{ programId: string; request: object }> {
		const at = { packId: pack.id, chargerId: charger.id, channelId: charger.channels[channel].id };
		const kept = await this.client.until('POST', '/programs', at);
		const program = kept.body as { id: string; settings: { cells: number } };
		if (kept.status !== 201) throw new Error(`no program: ${JSON.stringify(kept.body)}`);
		const { findings } = (await this.client.until('POST', '/check', at)).body as { findings: Finding[] };
		const connected = await this.client.call('POST', `/programs/${program.id}/connect`);
		if (connected.status !== 200) throw new Error(`not connected: ${JSON.stringify(connected.body)}`);
		const overridden = findings
			.filter((f) => f.severity !== 'note' && f.overridable)
			.map((f) => ({ rule: f.rule, reason: 'part of a soak' }));
		return {
			programId: program.id,
			request: { programId: program.id, mode: 'link', cellsRead: program.settings.cells, overridden }
		};
	}

	/** Starts a run over the link and answers with it. */
	async start(pack: Pack, channel: number, charger = this.linked): Promise<Run> {
		await this.measure(pack);
		const { request } = await this.ready(pack, channel, charger);
		const started = await this.client.until('POST', '/runs', request);
		if (started.status !== 201) throw new Error(`not started: ${JSON.stringify(started.body)}`);
		return started.body as Run;
	}

	/** Starts a run that is keyed in by hand, on the charger without a link. */
	async byHand(pack: Pack): Promise<Run> {
		await this.measure(pack);
		const at = { packId: pack.id, chargerId: this.plain.id, channelId: this.plain.channels[0].id };
		const kept = await this.client.until('POST', '/programs', at);
		const { findings } = (await this.client.until('POST', '/check', at)).body as { findings: Finding[] };
		const started = await this.client.until('POST', '/runs', {
			programId: (kept.body as { id: string }).id,
			mode: 'by hand',
			cellsRead: pack.cells,
			overridden: findings
				.filter((f) => f.severity !== 'note' && f.overridable)
				.map((f) => ({ rule: f.rule, reason: 'part of a soak' }))
		});
		if (started.status !== 201) throw new Error(`not started by hand: ${JSON.stringify(started.body)}`);
		return started.body as Run;
	}

	run = async (id: string): Promise<Run | null> => {
		const { status, body } = await this.client.until('GET', `/runs/${id}`, undefined);
		return status === 200 ? (body as { run: Run }).run : null;
	};

	samples = (id: string): Promise<Telemetry> =>
		this.client.get<Telemetry>(`/runs/${id}/telemetry?most=10000000`);

	/** Ends whatever runs on the linked charger, and waits for it. */
	async stopAll(): Promise<void> {
		for (let i = 0; i < 200; i++) {
			const open = await this.client.get<{ runs: { run: Run }[] }>(
				'/runs?limit=20&chargerId=' + this.linked.id
			);
			const running = open.runs.map((r) => r.run).filter((r) => r.status !== 'ended');
			if (running.length === 0) return;
			for (const run of running) await this.client.call('POST', `/runs/${run.id}/stop`);
			await new Promise((r) => setTimeout(r, 150));
		}
	}
}

/** Places where time does not go forward, or jumps over samples that are `everyS` apart. */
export function brokenAt(timeS: readonly number[], everyS: number): number {
	let broken = 0;
	for (let k = 1; k < timeS.length - 1; k++) if (Math.abs(timeS[k] - timeS[k - 1] - everyS) > 0.01) broken++;
	if (timeS.length > 1 && timeS[timeS.length - 1] <= timeS[timeS.length - 2]) broken++;
	if (timeS.length > 0 && timeS[0] > everyS) broken++;
	return broken;
}

/** An answer that says what went wrong in a sentence. */
export const inWords = (answer: Answer): boolean => {
	const message = (answer.body as { error?: { message?: unknown } } | null)?.error?.message;
	return typeof message === 'string' && /^\S.{5,}[.:]/su.test(message);
};
