/**
 * Follows every run that goes on over a link: fetches what the charger has kept since the last stored sample, stores it, and
 * notices the end. All it needs to know is in the database, so a server that was killed picks its runs up without a gap.
 */
import type { Logger } from 'pino';
import type { Telemetry } from '$core/log/telemetry';
import type { Run } from '$core/log/run';
import type { StatusAnswer } from '../../../../stand-in/protocol';
import type { Database } from '../db/connect';
import { LinkError } from '../link/charger-link';
import type { StandInLink } from '../link/stand-in-link';
import { live } from './live';
import { endRun } from './runs';
import { appendTelemetry, readTelemetry, storedSamples } from './telemetry';

const EVERY_MS = 500;

interface Followed {
	id: string;
	label: string;
	stored: number;
	peakDegC: number | null;
}

export class Follower {
	private readonly followed = new Map<string, Followed>();
	private timer: ReturnType<typeof setTimeout> | null = null;
	private stopped = false;

	constructor(
		private readonly db: Database,
		private readonly link: StandInLink,
		private readonly log: Logger
	) {}

	start(): void {
		const round = async () => {
			try {
				await this.round();
			} catch (error) {
				this.log.error({ err: error }, 'following runs failed; trying again');
			}
			if (!this.stopped) this.timer = setTimeout(round, EVERY_MS);
		};
		void round();
	}

	stop(): void {
		this.stopped = true;
		if (this.timer) clearTimeout(this.timer);
	}

	private async round(): Promise<void> {
		const rows = await this.db.models.Run.findAll({ where: { status: 'running', mode: 'link' } });
		for (const row of rows) {
			const id = row.get('id') as string;
			let entry = this.followed.get(id);
			if (!entry) {
				const channel = await this.db.models.Channel.findByPk(row.get('channelId') as string, {
					paranoid: false
				});
				const stored = await storedSamples(this.db, id);
				entry = { id, label: channel!.get('label') as string, stored, peakDegC: null };
				this.followed.set(id, entry);
				this.log.info({ run: id, stored }, 'following');
			}
			await this.fetch(entry);
		}
	}

	private async fetch(entry: Followed): Promise<void> {
		try {
			const status = await this.link.status(entry.label);
			if (status.runId !== entry.id) {
				// Started a moment ago and not told yet, or the charger was restarted and knows nothing of the run.
				if (await this.justWritten(entry.id)) return;
				await this.lost(entry);
				return;
			}
			let latest: Telemetry | null = null;
			for (let more = true; more;) {
				const part = await this.link.log(entry.label, entry.stored);
				await this.db.sequelize.transaction((t) => appendTelemetry(this.db, entry.id, part, t));
				entry.stored += part.timeS.length;
				if (part.timeS.length) latest = part;
				more = part.more;
			}
			if (latest) this.publish(entry, latest, status);
			if (status.state === 'ended' && entry.stored >= status.samples)
				await this.finish(entry, status.endReason as Run['endReason']);
		} catch (error) {
			if (!(error instanceof LinkError)) throw error;
			const before = live.get(entry.id);
			if (before?.reachable) live.set({ ...before, reachable: false });
		}
	}

	private publish(entry: Followed, part: Telemetry, status: StatusAnswer): void {
		const k = part.timeS.length - 1;
		entry.peakDegC = Math.max(entry.peakDegC ?? -Infinity, ...part.temperatureDegC);
		live.set({
			runId: entry.id,
			timeS: part.timeS[k],
			currentA: part.currentA[k],
			packV: part.packV[k],
			chargeAh: part.chargeAh[k],
			temperatureDegC: part.temperatureDegC[k],
			cellV: part.cellV.map((c) => c[k]),
			phase: status.phase,
			leg: status.leg,
			legs: status.legs,
			reachable: true
		});
	}

	private async justWritten(id: string): Promise<boolean> {
		const row = await this.db.models.Run.findByPk(id);
		return row !== null && Date.now() - (row.get('createdAt') as Date).getTime() < 5000;
	}

	private async finish(entry: Followed, endReason: Run['endReason']): Promise<void> {
		const all = await readTelemetry(this.db, entry.id);
		const k = all.timeS.length - 1;
		await endRun(
			this.db,
			entry.id,
			{
				endReason,
				durationS: all.timeS[k] ?? 0,
				chargeAh: all.chargeAh[k] ?? 0,
				peakTemperatureDegC: all.temperatureDegC.length ? Math.max(...all.temperatureDegC) : null,
				endCellVoltagesV: all.cellV.length ? all.cellV.map((c) => Math.round(c[k] * 1000) / 1000) : null,
				endPackVoltageV: k >= 0 ? Math.round(all.packV[k] * 1000) / 1000 : null
			},
			new Date().toISOString()
		);
		this.followed.delete(entry.id);
		this.log.info({ run: entry.id, endReason }, 'run ended');
	}

	private async lost(entry: Followed): Promise<void> {
		const all = await readTelemetry(this.db, entry.id);
		const k = all.timeS.length - 1;
		await endRun(
			this.db,
			entry.id,
			{
				endReason: 'link lost',
				durationS: all.timeS[k] ?? 0,
				chargeAh: all.chargeAh[k] ?? 0,
				peakTemperatureDegC: all.temperatureDegC.length ? Math.max(...all.temperatureDegC) : null,
				endCellVoltagesV: null,
				notes:
					'The charger no longer knows this run: it was restarted or lost power. Look at the pack before going on.'
			},
			new Date().toISOString()
		);
		this.followed.delete(entry.id);
		this.log.warn({ run: entry.id }, 'run lost');
	}
}
