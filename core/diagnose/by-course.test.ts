/**
 * Courses that are simulated here by other means than the fits themselves: each is known again, and
 * none decides alone.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import { packModel, chargeControl } from '../forecast/assume';
import { solve } from '../program/solve';
import type { ProgramContext } from '../request/context';
import { ChargeSimulation } from '../simulate/charge-simulation';
import type { PackModel } from '../simulate/pack-model';
import { fitsOf } from './by-course';
import type { Shown } from './screen';

const SEEN_MIN = 12;
const pack = aPack({ cells: 4, capacityAh: 2.2, measuredCapacityAh: 2.2 });
const solved = (change: Partial<ProgramContext> = {}) => {
	const s = solve(
		aContext({ charger: aMultiCharger(), pack, reading: aReading([3.75, 3.75, 3.75, 3.75]), ...change })
	);
	return { r: s.resolved, settings: s.settings };
};
const bench = solved();

/**
 * What the screen shows after some minutes of a charge in second steps, with what is changed in the
 * pack.
 */
function course(
	change: (m: PackModel) => void = () => undefined,
	{ leadOhm = 0.012, held = Infinity, minutes = SEEN_MIN } = {}
): Shown {
	const { r, settings } = bench;
	const model = packModel(r);
	change(model);
	const control = chargeControl(r, { ...settings, currentA: Math.min(settings.currentA, held) });
	const sim = new ChargeSimulation(model, control);
	while (sim.timeS < 60 * minutes && sim.endReason === null) sim.step(1);
	return {
		minutes,
		currentA: sim.currentA,
		packV: sim.packV + sim.currentA * leadOhm,
		cellV: [...sim.cellV],
		chargeAh: sim.chargeAh
	};
}
const fits = (shown: Shown, of = bench) => fitsOf(of.r, of.settings, shown);
const best = (shown: Shown): string[] => {
	const found = Object.entries(fits(shown));
	const most = Math.max(...found.map(([, f]) => f.factor));
	return found.filter(([, f]) => f.factor > 0.98 * most).map(([id]) => id);
};
const times = (values: Float64Array, by: number, at?: number) =>
	values.forEach((_, i) => (at === undefined || at === i) && (values[i] *= by));

describe('a course is known again', () => {
	test('sound', () => {
		const f = fits(course());
		for (const id of ['taper', 'channel-watts', 'ended-a-little-low'])
			assert.ok(f[id].factor > 1.2, `${id} ${f[id].factor}`);
		for (const id of ['weak-cell', 'hot-plug', 'all-resistance']) assert.ok(f[id].factor < 0.7, id);
	});
	test('a start that was misread by one standard deviation and a half makes no other cause of a sound pack', () => {
		// LiFe on its flat: the volts before say next to nothing of the charge, and its end is so steep
		// that a grid of starts misses it.
		const life = solved({
			pack: aPack({ chemistry: 'life', cells: 4, capacityAh: 2.2, measuredCapacityAh: 2.2 }),
			reading: aReading([3.28, 3.28, 3.28, 3.28])
		});
		const { soc, sigma } = life.r.chargeState;
		assert.ok(sigma > 0.1, `${sigma}`);
		for (const off of [-1.5, -0.6, 0.6]) {
			const model = packModel(life.r);
			model.startSoc.fill(soc + off * sigma);
			const sim = new ChargeSimulation(model, chargeControl(life.r, life.settings));
			while (sim.packV < 4 * 3.5 && sim.endReason === null) sim.step(1);
			const f = fits(
				{
					minutes: sim.timeS / 60,
					currentA: sim.currentA,
					packV: sim.packV + sim.currentA * 0.012,
					cellV: [...sim.cellV],
					chargeAh: sim.chargeAh
				},
				life
			);
			assert.ok(f.taper.factor > 1.2, `${off}: ${f.taper.factor}`);
			// Ten degrees colder is a resistance that a sound pack may have as well: a course hardly tells
			// these two apart.
			for (const [id, times] of [
				['weak-cell', 1.1],
				['worn', 1.1],
				['all-resistance', 1.1],
				['cold', 0.9]
			] as const)
				assert.ok(
					f.taper.factor > times * f[id].factor,
					`${off}: ${id} ${f[id].factor}, sound ${f.taper.factor}`
				);
		}
	});
	test('one cell of ten times the resistance; of four times it may as well be ahead in charge', () => {
		assert.deepEqual(best(course((m) => times(m.seriesOhm, 10, 2))), ['weak-cell']);
		const f = fits(course((m) => times(m.seriesOhm, 4, 2)));
		// The start is known no better than volts tell: a sound pack may show much the same.
		assert.ok(f['weak-cell'].factor > 0.6 * f.taper.factor, `${f['weak-cell'].factor}`);
		assert.ok(f['one-over-unbalanced'].factor > 0.6 * f.taper.factor, `${f['one-over-unbalanced'].factor}`);
	});
	test('all of four times', () => {
		const shown = course((m) => {
			times(m.seriesOhm, 4);
			times(m.relaxOhm, 4);
		});
		// With a start known no better than volts tell, a pack of half the capacity would show much the
		// same.
		assert.ok(
			best(shown).some((id) => id === 'all-resistance' || id === 'worn'),
			best(shown).join()
		);
	});
	test('eighty milliohms in the lead: main volts above the cells, which are as ever', () => {
		assert.deepEqual(best(course(undefined, { leadOhm: 0.092 })), ['hot-plug']);
	});
	test('half the capacity', () => {
		const shown = course((m) => times(m.capacityAh, 0.5), { minutes: 20 });
		assert.ok(fits(shown).worn.factor > 2 * fits(shown).taper.factor);
	});
	test('a cell ahead by a tenth of its charge, that was read level', () => {
		const shown = course((m) => (m.startSoc[1] += 0.1), { minutes: 25 });
		const f = fits(shown);
		assert.ok(f['one-over-unbalanced'].factor > 3 * f.taper.factor);
	});
	test('held at half the current that was set', () => {
		const f = fits(course(undefined, { held: 0.5 * bench.settings.currentA }));
		assert.ok(f['rate-cap'].factor > 5 * f.taper.factor);
		assert.equal(f['rate-cap'].factor, f['supply-limits'].factor, 'a course does not tell who holds it');
	});
	test('cells that were read apart and are as far apart as that explains are no weak ones', () => {
		const apart = solved({ reading: aReading([3.75, 3.75, 3.8, 3.75]) });
		const { r, settings } = apart;
		const sim = new ChargeSimulation(packModel(r), chargeControl(r, settings));
		while (sim.timeS < 600) sim.step(1);
		const shown = {
			minutes: 10,
			currentA: sim.currentA,
			packV: sim.packV,
			cellV: [...sim.cellV],
			chargeAh: sim.chargeAh
		};
		const f = fits(shown, apart);
		assert.ok(f['rarely-balanced'].factor > 1.5 * f['weak-cell'].factor);
		assert.match(f['rarely-balanced'].shows, /^15\.\d\d V and 2\.2 A$/);
	});
});

describe('what a course may say', () => {
	test('two causes are set apart by 20 to 1 at most, whatever is shown', () => {
		for (const shown of [
			course((m) => times(m.seriesOhm, 9, 0)),
			course(undefined, { leadOhm: 1 }),
			{ ...course(), packV: 1 },
			{ ...course(), currentA: 40 }
		]) {
			const factors = Object.values(fits(shown)).map((f) => f.factor);
			assert.ok(Math.max(...factors) / Math.min(...factors) <= 20 + 1e-9);
			assert.ok(factors.every(Number.isFinite));
		}
	});
	test('nothing before anything flowed, of nickel, of what goes out, of a run of several legs', () => {
		const shown = course();
		const none = (of: ReturnType<typeof solved>, s: Shown | null = shown) =>
			assert.deepEqual(fitsOf(of.r, of.settings, s), {});
		none(bench, null);
		none(bench, { ...shown, minutes: 1.9 });
		none(bench, { ...shown, packV: 0 });
		none(solved({ pack: nimhPack(), reading: null, task: 'charge' }));
		none(solved({ task: 'discharge', reading: aReading([4.1, 4.1, 4.1, 4.1]) }));
		none(solved({ task: 'cycle', reading: aReading([4.1, 4.1, 4.1, 4.1]) }));
	});
	test('lead has no cell page, and is followed all the same', () => {
		const lead = solved({
			pack: leadPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.2 }),
			task: 'charge'
		});
		const found = fitsOf(lead.r, lead.settings, {
			minutes: 30,
			currentA: lead.settings.currentA,
			packV: 13,
			cellV: [],
			chargeAh: lead.settings.currentA / 2
		});
		assert.ok(Object.keys(found).length > 10);
	});
});
