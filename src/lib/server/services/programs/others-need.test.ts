/** Two channels of one charger that holds one value for both. */
import assert from 'node:assert/strict';
import { after, describe, test } from 'node:test';
import type { Charger } from '$core/charger/charger';
import { held } from '../../../../../tests/support/bench-chargers';
import { now, ok, Workshop } from '../../../../../tests/support/workshop';
import { solveProgram } from './programs';

describe('one value for two channels', async () => {
	const shop = await Workshop.open();
	after(() => shop.close());

	const twoChannels = async (name: string, link: string): Promise<Charger> => {
		const input = shop.chargerInput() as { channels: Record<string, unknown>[] };
		return shop.charger({
			name,
			link,
			channels: ['A', 'B'].map((label) => ({ ...input.channels[0], label })),
			held: [
				held({ kind: 'capacityLimitAh', heldValue: 5, min: 0.1, max: 50, step: 0.01 }),
				held({ kind: 'safetyTimerMin', heldValue: 150 })
			]
		});
	};
	const limitOn = async (charger: Charger, packId: string, channel: number) => {
		const solved = ok(
			await solveProgram(
				shop.db,
				{
					packId,
					chargerId: charger.id,
					channelId: charger.channels[channel].id,
					task: 'balance',
					purpose: 'standard'
				},
				now()
			)
		);
		return { ...solved, decision: solved.decisions.capacityLimitAh };
	};

	test('a smaller pack beside a run is given what that run needs, until it ends', async () => {
		const charger = await twoChannels('Basin', 'none');
		const [large, small] = [
			await shop.pack({ name: 'Large', capacityAh: 5 }),
			await shop.pack({ name: 'Small', capacityAh: 2.6 })
		];
		const before = await limitOn(charger, small.id, 1);
		assert.ok(before.decision.value! <= 1.15 * 2.6 + 0.01, `${before.decision.value}`);
		const run = await shop.byHand(large, charger);
		assert.equal(run.channelId, charger.channels[0].id);
		const beside = await limitOn(charger, small.id, 1);
		assert.equal(beside.decision.decidedBy, 'other channel');
		assert.ok(beside.decision.value! > 4 && beside.decision.value! <= 5, `${beside.decision.value}`);
		const found = beside.findings.find((f) => f.rule === 'shared-value');
		assert.equal(found?.severity, 'check');
		assert.match(found!.sentence, /Large on Basin, channel A needs 4\d\d\d mAh/);
	});

	test('each channel of a linked charger has its own', async () => {
		const charger = await twoChannels('Linked', 'stand-in');
		const solved = await limitOn(charger, (await shop.pack({ name: 'Other' })).id, 1);
		assert.deepEqual(solved.resolved.around.othersNeed, { safetyTimerMin: null, capacityLimitAh: null });
	});
});
