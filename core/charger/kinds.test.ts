/**
 * The kinds to begin a description with: each is a whole charger once it has a name, and no two
 * are alike.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack } from '../../tests/support/bench-chargers';
import { nimhPack } from '../../tests/support/rule-cases';
import { solve } from '../program/solve';
import { ChargerInputSchema } from './charger-schema';
import { CHARGER_KINDS } from './kinds';

const named = (id: string) => {
	const kind = CHARGER_KINDS.find((k) => k.id === id)!;
	const input = ChargerInputSchema.parse({ ...kind.charger, name: kind.name });
	return { ...input, id, channels: input.channels.map((c, i) => ({ ...c, id: `ch${i + 1}` })) };
};

test('each kind is a charger that only lacks its name', () => {
	for (const { id, charger } of CHARGER_KINDS) {
		assert.equal(charger.name, '');
		assert.ok(!ChargerInputSchema.safeParse(charger).success, `${id} without a name`);
		assert.ok(named(id).channels.length > 0);
	}
	assert.equal(new Set(CHARGER_KINDS.map((k) => k.id)).size, CHARGER_KINDS.length);
});

test('what each is known by holds in a program', () => {
	const verdict = (id: string, change = {}) => solve(aContext({ charger: named(id), ...change }));
	for (const id of ['small', 'mains', 'two', 'four']) assert.notEqual(verdict(id).verdict, 'stop', id);
	const nickel = {
		pack: nimhPack(),
		task: 'charge' as const,
		reading: { ...aContext({}).reading!, cellVoltagesV: null, packVoltageV: 7.3 }
	};
	assert.ok(verdict('nickel', nickel).findings.every((f) => f.rule !== 'chemistry-not-on-channel'));
	assert.ok(verdict('nickel').findings.some((f) => f.rule === 'chemistry-not-on-channel'));
	assert.ok(verdict('plain', { task: 'charge' }).findings.some((f) => f.rule === 'charger-cannot-balance'));
	for (const { id, charger } of CHARGER_KINDS)
		for (const c of charger.channels)
			assert.equal(
				c.balancePortCells > 0,
				c.balanceCurrentA > 0,
				`${id}: a port where it bleeds, and none where it does not`
			);
	assert.equal(named('two').sharedPowerW, 200);
	assert.equal(named('four').channels.length, 4);
	assert.ok(verdict('small', { pack: aPack({ cells: 6 }), reading: null }).resolved.channel.powerW === 65);
});
