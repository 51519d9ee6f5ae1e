/**
 * Answers of the charger that are lost or late: no charge goes on that the logbook does not know,
 * and none starts unasked.
 */
import { uniform } from '../../core/simulate/random';
import { SAMPLE_EVERY_S } from '../../stand-in/spec';
import { StandInLink } from '../../src/lib/server/link/stand-in-link';
import { startApp } from '../../tests/support/server';
import { brokenAt, DemoBench } from './bench';
import { sleep } from './client';
import { Report, type Figure } from './report';

export interface AnswersOptions {
	seed: number;
	starts: number;
}

export async function answers({ seed, starts }: AnswersOptions): Promise<Figure[]> {
	const report = new Report('lost answers');
	const random = uniform(seed);
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	const watcher = new StandInLink(app.standInPort);
	try {
		const bench = await DemoBench.at(app.base);
		let [unknown, unsettled, failed, broken, known, withdrawn, lateS] = [0, 0, 0, 0, 0, 0, 0];
		for (let n = 0; n < starts; n++) {
			const pack = bench.packs[n % 2];
			await bench.measure(pack);
			const { request } = await bench.ready(pack, 0);
			const pauseMs = random() < 0.7 ? 4500 + random() * 2500 : random() * 400;
			// Paused now, or a moment after the request has gone out; sometimes the application is killed
			// meanwhile.
			const afterMs = random() * 30;
			const killed = random() < 0.25;
			const pause = () => app.standIn.kill('SIGSTOP');
			if (random() < 0.6) pause();
			const asked = bench.client.call('POST', '/runs', request);
			await sleep(afterMs);
			pause();
			if (killed) {
				await sleep(random() * 300);
				await app.kill();
			}
			const since = Date.now();
			await sleep(pauseMs);
			app.standIn.kill('SIGCONT');
			const answer = await asked;
			if (killed) await app.start();
			if (answer.status >= 500 && answer.status !== 503) failed++;
			// What the charger does and what the logbook says must come to agree.
			const at = { chargerId: bench.linked.id, channelId: bench.linked.channels[0].id };
			let agreed = false;
			for (let i = 0; i < 120 && !agreed; i++) {
				const status = await watcher.status(at);
				const run = status.runId ? await bench.run(status.runId) : null;
				const open = await bench.client.get<{ runs: { run: { id: string } }[] }>('/runs?status=starting');
				if (status.state === 'running') agreed = run?.status === 'running';
				else agreed = open.runs.length === 0 && (status.runId === null || run?.status === 'ended');
				if (!agreed) await sleep(100);
			}
			const status = await watcher.status(at);
			if (!agreed) unsettled++;
			if (status.state === 'running') {
				const run = await bench.run(status.runId!);
				if (run) known++;
				else unknown++;
			} else withdrawn++;
			lateS = Math.max(lateS, (Date.now() - since - pauseMs) / 1000);
			await bench.stopAll();
			if (status.runId && (await bench.run(status.runId)))
				broken += brokenAt((await bench.samples(status.runId)).timeS, SAMPLE_EVERY_S);
		}
		report.least('starts with the charger paused', starts, starts);
		report.least('of them charging, and in the logbook', known, 1);
		report.tell('of them not begun, and taken back', withdrawn);
		report.most('charging, and not in the logbook', unknown, 0);
		report.most('still in doubt after 12 s', unsettled, 0);
		report.tell('longest until charger and logbook agreed, s', lateS.toFixed(1));
		report.most('answers of 500', failed, 0);
		report.most('places where samples are missing or doubled', broken, 0);
	} finally {
		watcher.close();
		app.standIn.kill('SIGCONT');
		await app.close();
	}
	return report.figures;
}
