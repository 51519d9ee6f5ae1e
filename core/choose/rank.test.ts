/** Which channel: the order, and what is said of each place. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, held, NOW } from '../../tests/support/bench-chargers';
import { offerOf, rankOffers, type ChannelOffer } from './rank';
import { solve } from '../program/solve';

const calm = [held({ kind: 'safetyTimerMin', heldValue: 999 })];
const on = (
	name: string,
	channel: Record<string, unknown> = {},
	change: Record<string, unknown> = {},
	busyUntil: string | null = null
): ChannelOffer => {
	const charger = { ...aCharger({ name, held: calm, ...change }, channel), id: name };
	charger.channels = charger.channels.map((c) => ({ ...c, id: name }));
	return offerOf(
		solve(aContext({ charger, channelId: name, pack: aPack({ capacityAh: 4, measuredCapacityAh: 4 }) })),
		NOW,
		busyUntil
	);
};
const order = (...offers: ChannelOffer[]) => rankOffers(offers, NOW).map((o) => o.name);
const whys = (...offers: ChannelOffer[]) =>
	Object.fromEntries(rankOffers(offers, NOW).map((o) => [o.name, o.why]));
const strong = on('Strong', { powerW: 200 });
const weak = on('Weak', { powerW: 20 });

test('the one that is done first is first; a weaker one says how much later it ends', () => {
	assert.deepEqual(order(weak, strong), ['Strong', 'Weak']);
	assert.equal(whys(weak, strong).Strong, 'soonest with the least to look at');
	const later = Math.round(weak.minutes! - strong.minutes!);
	assert.ok(later > 30);
	assert.equal(whys(weak, strong).Weak, `ends ${later} min later`);
	assert.equal(strong.currentA, 4);
	assert.match(strong.decidedBy, /1C/);
	assert.equal(Date.parse(strong.endsAt!) - Date.parse(NOW), Math.floor(strong.minutes! * 60e3));
});

test('a Check counts as ten minutes, a value to key as two; each is said', () => {
	const looked: ChannelOffer = { ...strong, name: 'Looked', checks: strong.checks + 1 };
	const sooner = (by: number): ChannelOffer => ({
		...looked,
		endsAt: new Date(Date.parse(strong.endsAt!) - by * 60e3).toISOString()
	});
	assert.deepEqual(order(sooner(9), strong), ['Strong', 'Looked']);
	assert.deepEqual(order(strong, sooner(11)), ['Looked', 'Strong']);
	assert.equal(whys(strong, sooner(9)).Looked, 'ends 9 min sooner, 1 Check more');
	const keyed = {
		...strong,
		name: 'Keyed',
		keyFirst: [...strong.keyFirst, 'Safety timer 90 min', 'Trickle off']
	};
	assert.deepEqual(order(keyed, strong), ['Strong', 'Keyed']);
	assert.equal(whys(keyed, strong).Keyed, '2 values more to key first');
	assert.equal(whys({ ...strong, name: 'Same' }, strong).Strong, 'the same as the first');
});

test('one that is busy ends after its run; one that cannot stands last, with the reason', () => {
	const until = new Date(Date.parse(NOW) + 600 * 60e3).toISOString();
	const busy = on('Busy', { powerW: 200 }, {}, until);
	assert.equal(Date.parse(busy.endsAt!), Math.floor(Date.parse(until) + strong.minutes! * 60e3));
	const cannot = on('Cannot', { chemistries: [{ chemistry: 'life', minCells: 1, maxCells: 6 }] });
	assert.deepEqual(order(cannot, busy, weak, strong), ['Strong', 'Weak', 'Busy', 'Cannot']);
	assert.match(whys(cannot, busy, strong).Busy, /^in a run, ends 600 min later/);
	assert.equal(whys(cannot, strong).Cannot, 'Channel A of Cannot has no program for LiPo.');
	assert.deepEqual([cannot.currentA, cannot.minutes, cannot.endsAt, cannot.keyFirst], [null, null, null, []]);
	// A run over its time: nobody knows, so it counts from now.
	const late = on('Late', { powerW: 200 }, {}, '2026-05-02T10:00:00.000Z');
	assert.equal(late.endsAt, strong.endsAt);
});

test('what must be keyed first is named', () => {
	const holds = on('Holds', {}, { held: [held({ kind: 'safetyTimerMin', heldValue: 30 })] });
	assert.match(holds.keyFirst[0], /^Safety timer \d+ min$/);
});
