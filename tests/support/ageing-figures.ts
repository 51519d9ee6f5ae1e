/** What {@link ageingOf} makes of many packs that age in a known way, month by month. */
import { ageingOf } from '../../core/ageing/ageing';
import { chemistryOf } from '../../core/chemistry/catalogue';
import { agedPack } from './aged-packs';

export interface AgeingFigures {
	packs: number;
	capacities: number;
	capacityCovered: number;
	capacityWidth: number;
	pasts: number;
	pastCovered: number;
	aheads: number;
	aheadCovered: number;
	ohms: number;
	ohmCovered: number;
	leaks: number;
	leakCovered: number;
	worn: number;
	/**
	 * Of the worn ones, those whose book goes on until another tenth is lost, or that were named
	 * before its end.
	 */
	wornAndThrough: number;
	namedInTime: number;
	falseGo: number;
	falseGoAtAll: number;
	shorts: number;
	shortsNamed: number;
	sound: number;
	falseShorts: number;
}

const MONTH_MS = 30.4 * 86400e3;

export function runAgeing(packs: number, years: number, firstSeed = 1): AgeingFigures {
	const f: AgeingFigures = {
		...{ packs, capacities: 0, capacityCovered: 0, capacityWidth: 0, pasts: 0, pastCovered: 0, aheads: 0 },
		...{ aheadCovered: 0, ohms: 0, ohmCovered: 0, leaks: 0, leakCovered: 0, worn: 0, wornAndThrough: 0 },
		...{ namedInTime: 0, falseGo: 0, falseGoAtAll: 0, shorts: 0, shortsNamed: 0, sound: 0, falseShorts: 0 }
	};
	for (let seed = firstSeed; seed < firstSeed + packs; seed++) {
		const aged = agedPack(seed, years);
		const { pack } = aged;
		const limit = chemistryOf(pack.chemistry).traits.wornShare * pack.capacityAh;
		const asOf = (now: string) =>
			ageingOf(
				pack,
				aged.runs.filter((r) => r.run.endedAt! <= now),
				aged.readings.filter((r) => r.takenAt <= now),
				aged.quiet.filter((q) => q.to.takenAt <= now),
				now
			);
		const now = asOf(aged.until);
		const inside = (band: { low: number; high: number }, truth: number) =>
			truth >= band.low && truth <= band.high;
		if (now.capacity) {
			f.capacities++;
			if (inside(now.capacity.now, aged.capacityAh(aged.until))) f.capacityCovered++;
			f.capacityWidth += (now.capacity.now.high - now.capacity.now.low) / 2 / now.capacity.now.value / packs;
			for (const at of now.capacity.line) {
				const off = (Date.parse(at.at) - Date.parse(aged.until)) / MONTH_MS;
				if (Math.abs(off + 12) < 0.5) {
					f.pasts++;
					if (inside(at, aged.capacityAh(at.at))) f.pastCovered++;
				}
				if (Math.abs(off - 6) < 0.5) {
					f.aheads++;
					if (inside(at, aged.capacityAh(at.at))) f.aheadCovered++;
				}
			}
		}
		if (now.resistance) {
			f.ohms++;
			if (inside(now.resistance.now, aged.seriesOhm(aged.until))) f.ohmCovered++;
		}
		const worst = now.leaks?.worst;
		if (worst) {
			f.leaks++;
			const truth = worst.cell === aged.leakCell ? aged.leakMv : 0;
			if (Math.abs(worst.mvPerDay - truth) <= 1.645 * worst.error) f.leakCovered++;
			const named = now.says.some((s) => s.id === 'soft-short');
			if (aged.leakMv >= 10) {
				f.shorts++;
				if (named) f.shortsNamed++;
			} else if (aged.leakMv === 0) {
				f.sound++;
				if (named) f.falseShorts++;
			}
		}
		// Month by month, as its owner would look at it.
		let [wornAt, namedAt] = [Infinity, Infinity];
		let [early, earlyAtAll] = [false, false];
		let gone = Infinity;
		for (let t = Date.parse(aged.from) + 2 * MONTH_MS; t <= Date.parse(aged.until); t += MONTH_MS) {
			const at = new Date(t).toISOString();
			const truth = aged.capacityAh(at);
			if (truth < limit) wornAt = Math.min(wornAt, t);
			if (truth < limit - 0.1 * pack.capacityAh) gone = Math.min(gone, t);
			if (namedAt < Infinity) continue;
			if (!asOf(at).says.some((s) => s.id === 'worn')) continue;
			namedAt = t;
			if (truth > limit) earlyAtAll = true;
			if (truth > 1.02 * limit) early = true;
		}
		if (early) f.falseGo++;
		if (earlyAtAll) f.falseGoAtAll++;
		if (wornAt < Infinity) {
			f.worn++;
			if (gone < Infinity || namedAt < Infinity) {
				f.wornAndThrough++;
				if (namedAt <= gone) f.namedInTime++;
			}
		}
	}
	return f;
}
