/**
 * Benches worked out by hand, played to their end: the true cause, what is asked on the way, and
 * whether anything that burns may go on.
 */
import assert from 'node:assert/strict';
import { before, describe, test } from 'node:test';
import { CAUSES, causeOf, causesIn } from '../../core/diagnose/causes';
import { CLUE_IDS, clueOf, type ClueId } from '../../core/diagnose/clue';
import { diagnose, type Answered, type Scene } from '../../core/diagnose/infer';
import { answersAt } from '../../core/diagnose/answer-shares';
import { mayGoOn } from '../../core/diagnose/may-go-on';
import { nextTest } from '../../core/diagnose/next-test';
import { SYMPTOM_IDS, symptomOf, type SymptomId } from '../../core/diagnose/symptom';
import { findSymptoms } from '../../core/diagnose/words';
import { uniform } from '../../core/simulate/random';
import { play, type PlayedByHand as Played } from './dialogue';
import { HAND_CASES } from './hand-cases';

const burnsIn = ({ case: c }: Played): boolean => causeOf(c.is)!.burns;
const share = (runs: readonly Played[], holds: (run: Played) => boolean): number =>
	runs.filter(holds).length / runs.length;
const worst = (runs: readonly Played[], holds: (run: Played) => boolean): string =>
	runs
		.filter((run) => !holds(run))
		.map(
			(run) =>
				`${run.case.shows}/${run.case.family}/${run.case.is}: ${run.diagnosis.causes[0]?.cause.id}, ${run.may}`
		)
		.join('; ');

const answered = (clue: ClueId, answer: string): Answered => ({
	clue,
	answer,
	sure: 'sure',
	from: 'person',
	detail: ''
});
const scene = (change: Partial<Scene>): Scene => ({
	symptom: null,
	family: 'lithium',
	answers: [],
	impossible: {},
	confirmed: {},
	...change
});

test('of what is swollen nothing more is asked, whatever shows and whatever else would tell', () => {
	for (const symptom of SYMPTOM_IDS) {
		const s = scene({ symptom, answers: [answered('eye', 'swollen, dented or leaking')] });
		assert.equal(nextTest(s, diagnose(s)), null, symptom);
	}
	const sound = scene({ symptom: 'cells-part', answers: [answered('eye', 'sound, nothing smells')] });
	assert.notEqual(nextTest(sound, diagnose(sound)), null);
});

describe('benches worked out by hand', () => {
	let runs: Played[];
	before(() => {
		runs = HAND_CASES.map((c) => play(c));
	});

	test('there are more than a hundred, a quarter of them normal, and every symptom and family has some', () => {
		assert.ok(runs.length >= 100);
		const normal = share(
			runs,
			({ case: c }) =>
				!causeOf(c.is)!.burns &&
				['go on', 'wait and watch', 'balance it', 'stop by hand'].includes(causeOf(c.is)!.action)
		);
		assert.ok(normal >= 0.24, `${normal}`);
		const shown = new Set(HAND_CASES.map((c) => c.shows));
		assert.deepEqual(
			SYMPTOM_IDS.filter((id) => !shown.has(id)),
			[]
		);
	});

	test('the true cause, or one with its action, is first in nine of ten and among three in 98 of 100', () => {
		assert.ok(
			share(runs, (r) => r.place === 1) >= 0.93,
			worst(runs, (r) => r.place === 1)
		);
		assert.ok(
			share(runs, (r) => r.place <= 3) >= 0.98,
			worst(runs, (r) => r.place <= 3)
		);
	});

	test('three looks are asked for on average at most, less than half of what chance would ask', () => {
		const mean = runs.reduce((sum, r) => sum + r.asked.length, 0) / runs.length;
		assert.ok(mean <= 3, `${mean}`);
		const next = uniform(5);
		const byChance = HAND_CASES.filter((_, i) => i % 3 === 0).map((c) =>
			play(c, { order: (left) => left[Math.floor(next() * left.length)] })
		);
		const chance = byChance.reduce((sum, r) => sum + r.asked.length, 0) / byChance.length;
		assert.ok(mean < chance / 2, `${mean} of ${chance}`);
	});

	test('where it burns, "yes" is never said on the way; where nothing is wrong it is said after three looks at most in nine of ten', () => {
		const burning = runs.filter(burnsIn);
		assert.ok(burning.length > 30);
		assert.deepEqual(
			worst(burning, (r) => r.yesAfter === null),
			''
		);
		const normal = runs.filter((r) => !burnsIn(r) && causeOf(r.case.is)!.action === 'go on');
		assert.ok(
			share(normal, (r) => r.yesAfter !== null && r.yesAfter <= 3) >= 0.9,
			worst(normal, (r) => r.yesAfter !== null && r.yesAfter <= 3)
		);
	});

	test('with one answer in ten wrong it is first in eight of ten still, and "yes" on what burns in one of a hundred at most', () => {
		const next = uniform(77);
		const told = Array.from({ length: 6 }, () =>
			HAND_CASES.map((c) => play(c, { wrong: () => next() < 0.1 }))
		).flat();
		assert.ok(share(told, (r) => r.place === 1) >= 0.8, `${share(told, (r) => r.place === 1)}`);
		const burning = told.filter(burnsIn);
		assert.ok(
			share(burning, (r) => r.may === 'yes') <= 0.01,
			worst(burning, (r) => r.may !== 'yes')
		);
	});

	test('nothing that passes current is asked for before what burns is excluded', () => {
		for (const c of HAND_CASES) {
			const { asked, case: played } = play(c);
			const answers: Answered[] = Object.entries(played.known ?? {}).map(([clue, answer]) => ({
				...answered(clue as ClueId, answer),
				from: 'known'
			}));
			for (const clue of asked) {
				const { burns } = diagnose(scene({ symptom: c.shows, family: c.family, answers }));
				// What the program has on record only makes it surer than this.
				if (clueOf(clue).passesCurrent) assert.ok(burns < 0.06, `${c.shows} ${clue} at ${burns}`);
				answers.push(answered(clue, c.sees[clue] ?? c.known?.[clue] ?? Object.keys(clueOf(clue).usual)[0]));
			}
		}
	});
});

describe('the inference itself', () => {
	test('every cause says what it is, states only answers that exist, and its shares do not exceed one', () => {
		assert.ok(CAUSES.length >= 45);
		assert.equal(new Set(CAUSES.map((c) => c.id)).size, CAUSES.length);
		for (const c of CAUSES) {
			assert.ok(Object.keys(c.odds).length > 0 && c.remedies.length > 0 && c.tells.length > 10, c.id);
			for (const clue of Object.keys(c.shows) as ClueId[]) {
				const stated = Object.entries(c.shows[clue]!);
				for (const [answer] of stated) assert.ok(answer in clueOf(clue).usual, `${c.id} ${clue} ${answer}`);
				const all = Object.keys(clueOf(clue).usual).reduce((sum, a) => sum + answersAt(clue).by(c, a), 0);
				assert.ok(all > 0.97 && all < 1.04, `${c.id} ${clue} ${all}`);
			}
		}
		for (const id of CLUE_IDS) {
			const all = Object.values(clueOf(id).usual).reduce((a, b) => a + b, 0);
			assert.ok(Math.abs(all - 1) < 1e-9, id);
		}
	});

	test('of two at once what is ordinary shows only where neither disturbs it, and the shares are of one still', () => {
		const pairs = CAUSES.flatMap((a, i) => CAUSES.slice(i + 1).map((b) => [a, b] as const));
		let both = 0;
		for (const [a, b] of pairs)
			for (const clue of CLUE_IDS) {
				if (!a.shows[clue] || !b.shows[clue]) continue;
				both++;
				const answers = Object.keys(clueOf(clue).usual);
				const shares = answers.map((x) => answersAt(clue).together([a, b], x));
				const sum = shares.reduce((x, y) => x + y, 0);
				assert.ok(Math.abs(sum - 1) < 0.05, `${a.id} and ${b.id}, ${clue}: ${sum}`);
				const sound = answers.reduce((x, y) => (clueOf(clue).usual[y] > clueOf(clue).usual[x] ? y : x));
				const least = Math.min(answersAt(clue).by(a, sound), answersAt(clue).by(b, sound));
				assert.equal(answersAt(clue).together([a, b], sound), least);
				assert.equal(answersAt(clue).together([b, a], sound), least, 'whichever is named first');
			}
		assert.ok(both > 1000, `${both}`);
	});

	test('a cause shows itself otherwise where a symptom says more of it, and nowhere else', () => {
		const hot = (symptom: SymptomId | null) => causesIn(symptom).find((c) => c.id === 'hot-plug')!;
		assert.equal(answersAt('charge-share').by(hot('few-mah'), 'little'), 0.93);
		assert.equal(hot('current-falls').shows['charge-share'], undefined);
		assert.equal(hot('few-mah').shows['plug-warm'], hot(null).shows['plug-warm'], 'the rest stays');
		assert.equal(hot('few-mah'), hot('few-mah'), 'one object each');
		assert.equal(
			hot(null),
			CAUSES.find((c) => c.id === 'hot-plug')
		);
		for (const c of CAUSES)
			for (const [symptom, shows] of Object.entries(c.in ?? {})) {
				assert.ok(c.odds[symptom as SymptomId], `${c.id} is behind ${symptom}`);
				for (const [clue, stated] of Object.entries(shows!))
					for (const [answer, p] of Object.entries(stated!))
						assert.ok(answer in clueOf(clue as ClueId).usual && p > 0 && p < 1, `${c.id} ${clue} ${answer}`);
			}
	});

	test('what has no such moment is not asked: not when it showed of an end, not of a pause at the check', () => {
		for (const id of SYMPTOM_IDS) {
			const { phase, families } = symptomOf(id);
			const family = families?.[0] ?? 'lithium';
			const answers: Answered[] = [answered('eye', 'sound, nothing smells')];
			for (let n = 0; n < 12; n++) {
				const s = scene({ symptom: id, family, answers: [...answers] });
				const next = nextTest(s, diagnose(s));
				if (!next) break;
				const clue = clueOf(next.clue);
				assert.ok(!clue.phases || clue.phases.includes(phase), `${next.clue} of ${id}`);
				assert.ok(!clue.notOf?.includes(id), `${next.clue} of ${id}`);
				const usual = Object.keys(clue.usual).reduce((x, y) => (clue.usual[y] > clue.usual[x] ? y : x));
				answers.push(answered(next.clue, usual));
			}
		}
	});

	test('where a glance is all that is missing, it is what is asked for', () => {
		const known = (clue: ClueId, answer: string): Answered => ({ ...answered(clue, answer), from: 'known' });
		const s = scene({
			symptom: 'less-current',
			answers: [
				known('watts', 'yes, just that'),
				known('near-end', 'no, well below'),
				known('main-sum', 'agree')
			]
		});
		const d = diagnose(s);
		assert.ok(d.actions[0].p > 0.9 && d.burns < 0.002, `${d.actions[0].p} ${d.burns}`);
		assert.equal(nextTest(s, d)!.clue, 'eye');
	});

	test('starting odds are those that were agreed on, of which one in twenty is none of these', () => {
		const odds = (symptom: Scene['symptom'], family: Scene['family'] = 'lithium') => {
			const { causes, none } = diagnose(scene({ symptom, family }));
			return { of: (id: string) => causes.find((w) => w.cause.id === id)?.before ?? 0, none };
		};
		const noPack = odds('no-pack');
		assert.ok(Math.abs(noPack.none - 0.05) < 1e-9);
		// Plug 70, lead 15, pack's wire 8, asleep 4, charger 3; two at once take some.
		assert.ok(Math.abs(noPack.of('plug-not-home') - 0.67) < 0.04);
		assert.ok(Math.abs(noPack.of('lead-wire-broken') - 0.15) < 0.03);
		assert.ok(odds('cells-zero').of('balance-lead-out') > 0.8);
		assert.ok(odds('restarts').of('supply-limits') > 0.7);
		const nickel = odds('nickel-early', 'nickel');
		assert.ok(nickel.of('false-dip') > 0.5 && nickel.of('was-not-empty') > 0.15 && nickel.of('worn') > 0.15);
		assert.equal(odds('nickel-early').of('false-dip'), 0, 'lithium has no dip');
	});

	test('one answer moves the odds by Bayes, as a sum on paper says', () => {
		// Two hypotheses in plain odds: plug 70 to lead 15 before; cured by reseating 0.70 to 0.12,
		// believed 0.93 against 0.08 usual.
		const after = diagnose(scene({ symptom: 'no-pack', answers: [answered('reseat', 'cured')] }));
		const single = (d: typeof after, id: string) =>
			d.hypotheses.find((h) => h.causes.length === 1 && h.causes[0].id === id)!.p;
		const ratio = single(after, 'plug-not-home') / single(after, 'lead-wire-broken');
		const paper = ((70 / 15) * (0.93 * 0.7 + 0.07 * 0.08)) / (0.93 * 0.12 + 0.07 * 0.08);
		assert.ok(Math.abs(ratio / paper - 1) < 1e-6, `${ratio} ${paper}`);
	});

	test('an unsure answer moves them less, kin answers count for less together, what cannot be is out with its reason', () => {
		const p = (answers: Answered[], impossible = {}) =>
			diagnose(scene({ symptom: 'less-current', answers, impossible })).causes.find(
				(w) => w.cause.id === 'channel-watts'
			);
		const yes = answered('watts', 'yes, just that');
		const [sure, think, about] = (['sure', 'I think', 'about'] as const).map(
			(s) => p([{ ...yes, sure: s }])!.now
		);
		assert.ok(sure > think && think > about && about > p([])!.now);
		const out = p([yes], { 'channel-watts': '200 W at 12.6 V is 15.9 A.' })!;
		assert.deepEqual([out.now, out.impossible], [0, '200 W at 12.6 V is 15.9 A.']);
		const contact = (ids: ClueId[]) =>
			diagnose(
				scene({ symptom: 'no-pack', answers: ids.map((id) => answered(id, 'cured')) })
			).hypotheses.find((h) => h.causes.length === 1 && h.causes[0].id === 'plug-not-home')!.p;
		assert.ok(contact(['reseat', 'other-lead']) < 0.995);
	});

	test('what was confirmed before is likelier the next time, three times at most', () => {
		const soft = (n: number) =>
			diagnose(scene({ symptom: 'cells-part', confirmed: { 'soft-short': n } })).causes.find(
				(w) => w.cause.id === 'soft-short'
			)!.before;
		assert.ok(soft(1) > 1.5 * soft(0) && soft(3) > soft(2));
		assert.equal(soft(3), soft(9));
	});

	test('eye, nose, hand and polarity outweigh every likelihood', () => {
		const may = (clue: ClueId, answer: string) => {
			const answers = [
				answered(clue, answer),
				answered('watts', 'yes, just that'),
				answered('when', 'from the start')
			];
			return mayGoOn(diagnose(scene({ symptom: 'less-current', answers })), answers).may;
		};
		assert.equal(may('eye', 'swollen, dented or leaking'), 'never');
		assert.equal(may('eye', 'smells or hisses'), 'never');
		assert.equal(may('pack-warm', 'hot'), 'no');
		assert.equal(may('plug-warm', 'hot'), 'no');
		assert.equal(may('colours', 'reversed'), 'no');
		assert.equal(may('cell-page', 'zero beside double'), 'no');
		assert.equal(may('cell-page', 'an end cell zero'), 'no');
		assert.equal(may('eye', 'sound, nothing smells'), 'yes');
		assert.equal(may('air', 'as in a room'), 'not yet', 'nobody has looked at the pack');
	});

	test('answers that do not go together are noticed, and the odd one is named', () => {
		const answers = [
			answered('charger-warm', 'as ever'),
			answered('vents', 'clear'),
			answered('other-channel', 'same')
		];
		const d = diagnose(scene({ symptom: 'hot-charger', answers }));
		assert.ok(d.none > 0.35, `${d.none}`);
		assert.equal(d.odd?.clue, 'charger-warm');
		assert.equal(diagnose(scene({ symptom: 'hot-charger', answers: answers.slice(1) })).odd, null);
	});

	test('the first look is a glance wherever anything can burn, and each look says what the likeliest causes would read', () => {
		for (const symptom of SYMPTOM_IDS) {
			const s = scene({ symptom, family: symptomOf(symptom).families?.[0] ?? 'lithium' });
			const d = diagnose(s);
			const next = nextTest(s, d)!;
			if (d.burns > 0.01) assert.equal(next.clue, 'eye', symptom);
			assert.ok(next.reads.length > 0 && next.reads.every((r) => r.answer in clueOf(next.clue).usual));
			assert.ok(Math.abs(next.answers.reduce((sum, a) => sum + a.p, 0) - 1) < 1e-6);
		}
	});
});

describe('words for what shows', () => {
	const first = (typed: string, family: 'lithium' | 'nickel' | null = 'lithium') =>
		findSymptoms(typed, [], family)[0]?.symptom;
	test('whatever the wording, it is found', () => {
		assert.equal(first('Connection break'), 'no-pack');
		assert.equal(first('no balance port'), 'cells-zero');
		assert.equal(first('charger restarts when amps go up'), 'restarts');
		assert.equal(first('battery is puffed'), 'swollen');
		assert.equal(first('why does it take so long'), 'goes-on');
		assert.equal(first('only 2 amps, I set less current'), 'less-current');
		assert.equal(first('nimh stopped after minutes', 'nickel'), 'nickel-early');
		assert.equal(first('model stops early'), 'cuts-early');
		assert.equal(first('cell voltage invalid'), 'cell-odd');
		assert.equal(first('meter shows different volts'), 'disagree');
		assert.equal(first('xyzzy'), undefined);
		const all = (family: 'lithium' | 'nickel') => findSymptoms('', [], family).map((f) => f.symptom);
		assert.deepEqual(
			[all('lithium').includes('nickel-early'), all('nickel').includes('nickel-early')],
			[false, true],
			'what only another family shows is not offered'
		);
		const { score } = findSymptoms('stop', [], 'lithium').find((f) => f.symptom === 'several-stop')!;
		assert.equal(score, 1.5, 'the word itself, in its name');
		// Four letters alike are one stem, with two more at most.
		const early = (word: string) => findSymptoms(word).find((f) => f.symptom === 'cuts-early')?.score ?? 0;
		assert.ok(early('stop') > 0 && early('sto') === 0, `${early('stop')}, ${early('sto')}`);
	});
	test('a message that was taught is first, and belongs to those words alone', () => {
		const taught = [{ message: 'ERR 42', symptom: 'input' as const }];
		assert.equal(findSymptoms('err 42', taught)[0].symptom, 'input');
		assert.notEqual(findSymptoms('err 43', taught)[0]?.symptom, 'input');
	});
});
