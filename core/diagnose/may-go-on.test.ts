/**
 * May charge go on: eye, nose, hand and polarity before any odds, then shares at their edges,
 * then a glance.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { ActionId } from './cause';
import type { ClueId } from './clue';
import type { Answered, Diagnosis } from './infer';
import { BURNS_AT_MOST, mayGoOn, NO_FROM } from './may-go-on';

const diagnosis = (change: Partial<Diagnosis> = {}): Diagnosis => ({
	causes: [],
	none: 0.01,
	two: 0,
	burns: 0.001,
	actions: [{ action: 'go on', p: 0.9 }],
	hypotheses: [],
	odd: null,
	...change
});
const said = (clue: ClueId, answer: string): Answered => ({
	clue,
	answer,
	sure: 'sure',
	from: 'person',
	detail: ''
});
const glance = said('eye', 'nothing odd');
const may = (change: Partial<Diagnosis> = {}, answers: Answered[] = [glance]) =>
	mayGoOn(diagnosis(change), answers);

test('what is swollen or smells is never charged again, whatever the odds', () => {
	assert.deepEqual(may({}, [said('eye', 'smells or hisses')]), {
		may: 'never',
		because: 'Smells or hisses: it is not charged again.',
		first: 'retire'
	});
	assert.equal(may({ burns: 0.9 }, [said('eye', 'swollen, dented or leaking')]).may, 'never');
});

test('hot, reversed, or a page that no cell can show: nothing flows before that is cleared', () => {
	for (const [clue, answer] of [
		['pack-warm', 'hot'],
		['plug-warm', 'hot'],
		['colours', 'reversed'],
		['cell-page', 'zero beside double'],
		['cell-page', 'an end cell zero']
	] as [ClueId, string][]) {
		const verdict = may({}, [glance, said(clue, answer)]);
		assert.deepEqual([verdict.may, verdict.first], ['no', 'go on'], answer);
		assert.equal(
			verdict.because,
			`${answer[0].toUpperCase()}${answer.slice(1)}: nothing flows before that is cleared.`
		);
	}
	assert.equal(may({ actions: [] }, [said('pack-warm', 'hot')]).first, null);
	assert.equal(may({}, [glance, said('pack-warm', 'warm')]).may, 'yes');
});

test('shares at their edges: half burns is no, a fiftieth is not yet, what nobody knows counts too', () => {
	const of = (change: Partial<Diagnosis>) => may(change).may;
	assert.equal(of({ burns: NO_FROM }), 'no');
	assert.equal(of({ burns: NO_FROM - 1e-9 }), 'not yet');
	assert.equal(of({ burns: BURNS_AT_MOST + 1e-9 }), 'not yet');
	assert.equal(of({ burns: BURNS_AT_MOST }), 'yes');
	assert.equal(of({ none: 0.12 }), 'yes');
	assert.equal(of({ none: 0.1201 }), 'not yet');
	assert.equal(BURNS_AT_MOST, 0.02);
	assert.equal(may({ burns: 0.6 }).because, '60 % of what is likely can burn.');
	assert.equal(may({ burns: 0.03 }).because, '3.0 % of what is likely can burn.');
	assert.equal(may({ burns: 0.1 }).because, '10 % of what is likely can burn.');
	assert.deepEqual([may({ burns: 0.7, actions: [] }).first, may({ burns: 0.7 }).first], [null, 'go on']);
});

test('nobody says yes without a glance, nor before something that must be done', () => {
	assert.deepEqual(may({}, []), {
		may: 'not yet',
		because: 'Nobody has looked at the pack itself yet.',
		first: null
	});
	const top = (action: ActionId) => {
		const verdict = may({ actions: [{ action, p: 0.9 }] });
		return [verdict.may, verdict.first];
	};
	for (const action of ['go on', 'wait and watch', 'stop by hand', 'balance it'] as const)
		assert.deepEqual(top(action), ['yes', null], action);
	for (const action of ['reseat', 'change held', 'warm it', 'measure tomorrow'] as const)
		assert.deepEqual(top(action), ['yes', action]);
	assert.deepEqual(top('retire'), ['not yet', 'retire']);
	assert.match(may({}).because, /^What can burn is at 0\.1 % together\.$/);
	assert.match(
		may({ actions: [{ action: 'reseat', p: 0.9 }] }).because,
		/0\.1 % together; first do what it needs\.$/
	);
});

test('what the state of the pack forbids is no, in its words, whatever the odds say', () => {
	const stop = { kind: 'end', why: 'Cell 2 ended at 4.310 V.', forGood: false } as const;
	const verdict = mayGoOn(diagnosis(), [glance], stop);
	assert.deepEqual([verdict.may, verdict.because], ['no', stop.why]);
	assert.equal(mayGoOn(diagnosis(), [glance]).may, 'yes');
	const swollen = { kind: 'condition', why: 'Marked swollen.', forGood: true } as const;
	assert.deepEqual(mayGoOn(diagnosis(), [glance], swollen), {
		may: 'never',
		because: 'Marked swollen.',
		first: 'retire'
	});
	assert.equal(mayGoOn(diagnosis(), [said('eye', 'smells or hisses')], stop).may, 'never');
});
