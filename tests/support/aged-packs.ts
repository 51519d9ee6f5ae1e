/**
 * Packs that age in a known way, with the runs and readings that a person would have of them:
 * noise of looks, a curve that is not quite core's, counters that are off. What core makes of
 * them is held against what they were.
 */
import { aRunEvent } from './pack-events';
import { chemistryOf } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import { fullSoc } from '../../core/chemistry/fill-window';
import type { RunSeen } from '../../core/ageing/points';
import type { Quiet } from '../../core/ageing/leaks';
import type { Pack } from '../../core/pack/pack';
import type { Reading } from '../../core/pack/reading';
import { normal, uniform } from '../../core/simulate/random';
import { aPack } from './bench-chargers';

const DAY_MS = 86400e3;

export interface Aged {
	pack: Pack;
	runs: RunSeen[];
	readings: Reading[];
	quiet: Quiet[];
	/** Truth at a moment: capacity, Ah, and resistance of a cell at 20 °C, Ω. */
	capacityAh(at: string): number;
	seriesOhm(at: string): number;
	/** What one cell loses beyond its fellows, mV a day, and which, from 1; 0 for a sound pack. */
	leakMv: number;
	leakCell: number;
	/** First and last day of its book. */
	from: string;
	until: string;
}

/**
 * How a pack of this seed ages: steady, slowing, or steady with a knee after which it goes three
 * times as fast.
 */
function capacityOver(next: () => number): (years: number) => number {
	const [start, rate] = [0.94 + 0.1 * next(), 0.01 + 0.12 * next() ** 2];
	const kind = next();
	const knee = 0.5 + 2 * next();
	if (kind < 0.5) return (y) => start - rate * y;
	if (kind < 0.75) return (y) => start - rate * Math.sqrt(y);
	return (y) => start - rate * y - 2 * rate * Math.max(0, y - knee);
}

/** A LiPo or Li-ion pack with `years` of history up to 2026-06-01. */
export function agedPack(seed: number, years = 2): Aged {
	const next = uniform(seed);
	const draw = normal(next);
	const chemistry = next() < 0.7 ? 'lipo' : 'liion';
	const { curve, defaults } = chemistryOf(chemistry);
	const cells = 2 + Math.floor(5 * next());
	const label = [0.95, 1.3, 2.2, 3.7, 5][Math.floor(5 * next())];
	const until = Date.parse('2026-06-01T12:00:00.000Z');
	const from = until - years * 365.25 * DAY_MS;
	const pack = aPack({
		chemistry,
		cells,
		capacityAh: label,
		firstUsedOn: new Date(from).toISOString().slice(0, 10)
	});
	const share = capacityOver(next);
	const yearsAt = (t: number) => (t - from) / (365.25 * DAY_MS);
	const ohm0 = (defaults.seriesOhmAh / label) * Math.exp(0.3 * draw());
	const grows = 0.02 + 0.4 * next() ** 2;
	const ohmAt = (t: number) => ohm0 * (1 + grows * yearsAt(t));
	const leakMv = next() < 0.2 ? 4 + 16 * next() : 0;
	const leakCell = 1 + Math.floor(cells * next());
	// What is wrong with this pack and this charger every time: the curve by ten millivolts, the
	// counter by two hundredths.
	const curveV = 0.01 * draw();
	const counter = 1 + 0.02 * draw();
	const runs: RunSeen[] = [];
	const readings: Reading[] = [];
	const quiet: Quiet[] = [];
	const read = (
		t: number,
		socs: readonly number[],
		degC: number,
		usedSince: Reading['usedSince']
	): Reading => {
		const meter = 0.08 * draw();
		const reading: Reading = {
			id: `r${readings.length}`,
			packId: pack.id,
			takenAt: new Date(t).toISOString(),
			cellVoltagesV: socs.map(
				(soc) => Math.round(1000 * (ocvAt(curve, soc) + curveV + 0.003 * draw())) / 1000
			),
			packVoltageV: null,
			state: 'rest',
			usedSince,
			lowFor: 'not said',
			temperatureDegC: Math.round(degC),
			cellResistancesOhm: socs.map(
				() => ohmAt(t) * 2 ** ((20 - degC) / defaults.resistanceDoublesPerK) * Math.exp(meter + 0.05 * draw())
			),
			chargerCellsV: null,
			chargerChannelId: null
		};
		readings.push(reading);
		return reading;
	};
	const everyDays = 5 + 20 * next();
	let prior: RunSeen['prior'] = null;
	for (let t = from + 3 * DAY_MS; t < until; t += everyDays * (0.5 + next()) * DAY_MS) {
		const degC = 12 + 12 * next();
		const startSoc = 0.1 + 0.35 * next();
		const before = read(
			t - 600e3,
			Array.from({ length: cells }, () => startSoc + 0.01 * draw()),
			degC,
			'used'
		);
		const capacityAh = label * share(yearsAt(t));
		const full = fullSoc(chemistryOf(chemistry)) - Math.abs(0.008 * draw());
		const chargeAh =
			(capacityAh * (full - startSoc) * counter * (1 + 0.005 * draw())) / defaults.coulombicEfficiency;
		const durationS = (chargeAh / label) * 3600 * 1.25;
		const id = `run${runs.length}`;
		const endedAt = new Date(t + durationS * 1000).toISOString();
		runs.push({
			run: {
				id,
				task: 'balance',
				endReason: 'full',
				durationS,
				chargeAh,
				expectedAh: chargeAh,
				endCellVoltagesV: Array.from({ length: cells }, () => chemistryOf(chemistry).voltages.chargeEndV),
				settings: {
					currentA: label,
					dischargeA: null,
					endVoltageV: chemistryOf(chemistry).voltages.chargeEndV,
					safetyTimerMin: 150,
					capacityLimitAh: 1.2 * label,
					dischargeEndV: null
				},
				startedAt: new Date(t).toISOString(),
				endedAt
			},
			before,
			prior
		});
		prior = aRunEvent({
			...{ id, startedAt: new Date(t).toISOString(), endedAt, chargeAh, expectedAh: chargeAh },
			settings: { currentA: label, endVoltageV: chemistryOf(chemistry).voltages.chargeEndV }
		});
		// Now and then it lies, and is read twice with nothing in between.
		if (next() < 0.3) {
			const days = 1 + 4 * next();
			const at = Date.parse(endedAt) + 6 * 3600e3;
			const level = full - 0.01;
			const slope = (ocvAt(curve, level) - ocvAt(curve, level - 0.01)) / 0.01;
			const one = read(
				at,
				Array.from({ length: cells }, () => level),
				degC,
				'not used'
			);
			const two = read(
				at + days * DAY_MS,
				Array.from(
					{ length: cells },
					(_, i) => level - (i + 1 === leakCell ? (leakMv / 1000 / slope) * days : 0)
				),
				degC,
				'not used'
			);
			quiet.push({ from: one, to: two });
		}
	}
	return {
		pack,
		runs,
		readings,
		quiet,
		capacityAh: (at) => label * share(yearsAt(Date.parse(at))),
		seriesOhm: (at) => ohmAt(Date.parse(at)),
		leakMv,
		leakCell,
		from: new Date(from).toISOString(),
		until: new Date(until).toISOString()
	};
}
