import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack } from '../../tests/support/rule-cases';
import type { PracticeLayer } from '../practice/practice';
import { connectSteps, leadsInOrder } from './connect';
import { resolve } from '../request/context';

const at = (person: PracticeLayer, pack = aPack()) =>
	resolve(aContext({ charger: aMultiCharger(), pack, around: { practice: { person, program: {} } } }));

test('the usual order is main lead first, unplugging the reverse, and both say why', () => {
	const r = at({});
	const plug = connectSteps(r)[2];
	assert.match(plug.text, /^Main lead .*; then this pack’s balance lead into the 3S port/);
	assert.match(plug.why, /^by the usual practice: main lead first, so that no charge/);
	assert.equal(leadsInOrder(r, 'unplugOrder').text, 'the balance lead, then the main lead');
});

test('another order is the person’s, and is said to be', () => {
	const r = at({ plugOrder: 'balance lead first', unplugOrder: 'main lead first' });
	assert.match(connectSteps(r)[2].text, /^This pack’s balance lead .*; then the main lead/);
	assert.equal(connectSteps(r)[2].why, 'by your practice');
	assert.deepEqual(leadsInOrder(r, 'unplugOrder'), {
		text: 'the main lead, then the balance lead',
		why: 'by your practice'
	});
	assert.match(connectSteps(at({ plugOrder: 'either' }))[2].text, /in either order/);
});

test('without a balance lead there is no order to speak of', () => {
	const r = at({}, aPack({ balanceLead: false }));
	assert.equal(connectSteps(r)[2].text, 'Main lead to the pack, red to red.');
	assert.deepEqual(leadsInOrder(r, 'plugOrder'), { text: 'the main lead', why: '' });
});

test('where the pack lies follows the container; a lead battery wants air', () => {
	const places = (['vented box', 'bag', 'bricks', 'metal box'] as const).map(
		(container) => connectSteps(at({ container }))[3].text
	);
	assert.equal(new Set(places).size, 4);
	assert.match(places[1], /a bag slows a fire, it does not hold one/);
	assert.match(places[3], /lid ajar/);
	const lead = connectSteps(at({ container: 'bag' }, leadPack()))[3];
	assert.match(lead.text, /aired, no sparks/);
	assert.equal(lead.why, '');
});

test('of two equal main leads one is used; a charger that does not survive a reversed pack is said to be one', () => {
	const texts = (pack = aPack(), charger = aMultiCharger()) =>
		connectSteps(resolve(aContext({ pack, charger }))).map((s) => s.text);
	const usual = texts();
	const two = texts(aPack({ mainLeads: 'two equal' }));
	assert.equal(two.length, usual.length + 1);
	assert.match(two[2], /^Of its two equal main leads one is used; the other is live too/);
	const bare = texts(aPack(), aMultiCharger({ protections: ['timer'] }));
	assert.match(bare[3], /^Both colours looked at twice/);
	assert.equal(bare.length, usual.length + 1);
});
