/**
 * What is said of packs as they lie, of chargers that packs are held against, and of packs that
 * would be joined, as written down.
 */
import { test } from 'node:test';
import { maintenanceOf } from '../../core/care/maintenance';
import { readinessOf as ofState } from '../../core/care/readiness';
import type { PackEvent } from '../../core/pack-state/event';
import { packState } from '../../core/pack-state/pack-state';
import type { Pack } from '../../core/pack/pack';
import type { ReadingInput } from '../../core/pack/reading';
import type { PracticeLayer } from '../../core/practice/practice';
import { aRunEvent } from '../support/pack-events';
import { relativeWear } from '../../core/care/wear';
import { envelope, limitsAt } from '../../core/charger/envelope';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import { countFromVolts, voltsFitCells } from '../../core/pack/cell-count';
import { resolvePractice } from '../../core/practice/practice';
import { judgeCharger, suitOf } from '../../core/program/suits';
import { resolve } from '../../core/request/context';
import { mayJoin } from '../../core/simulate/joining/may-join';
import { aCharger, aPack, aReading, NOW } from '../support/bench-chargers';
import { asWritten, digits, line } from '../support/golden';
import { aMultiCharger } from '../support/rule-cases';
import { SCENES } from '../support/scenes';

const before = (days: number) => new Date(Date.parse(NOW) - days * 86400e3).toISOString();
const CELLS = { lithium: 3, nickel: 6, lead: 6 } as const;
const packOf = (chemistry: (typeof CHEMISTRIES)[number], change = {}) =>
	aPack({
		chemistry: chemistry.id,
		cells: CELLS[chemistry.family],
		balanceLead: chemistry.family === 'lithium',
		labelVoltageV: null,
		firstUsedOn: '2025-01-01',
		...change
	});
const read = (chemistry: (typeof CHEMISTRIES)[number], soc: number, days: number, change = {}) => {
	const v = ocvAt(chemistry.curve, soc);
	const cells = CELLS[chemistry.family];
	return chemistry.family === 'lithium'
		? aReading(
				Array.from({ length: cells }, (_, i) => v - 0.004 * i),
				{ takenAt: before(days), ...change }
			)
		: aReading([], { cellVoltagesV: null, packVoltageV: v * cells, takenAt: before(days), ...change });
};

const events = (reading: ReadingInput | null, last?: PackEvent): PackEvent[] => [
	...(reading ? [{ kind: 'reading', id: 'r', at: reading.takenAt, reading } as const] : []),
	...(last ? [last] : [])
];
const readinessOf = (
	pack: Pack,
	reading: ReadingInput | null,
	now: string,
	person: PracticeLayer,
	last?: PackEvent
) => ofState(pack, packState(pack, events(reading, last), now, 20), person);

test('readiness by charge and age, and when the capacity is to be checked', () => {
	const lines = CHEMISTRIES.flatMap((chemistry) =>
		[0, 0.15, 0.3, 0.45, 0.55, 0.7, 0.85, 0.93, 1].flatMap((soc) =>
			[0.01, 2, 5.5, 40].map((days) => {
				const pack = packOf(chemistry);
				const reading = read(chemistry, soc, days);
				const last = aRunEvent({
					endReason: soc > 0.9 ? 'full' : 'stopped',
					startedAt: before(days + 0.6),
					endedAt: before(days + 0.5),
					settings: { endVoltageV: chemistry.voltages.chargeEndV }
				});
				const full = packState(pack, events(reading, last), NOW, 20).claim === 'full';
				const past = { emptiedAt: before(80 + days), filledAt: before(25 + days) };
				return `${chemistry.id} ${soc} ${days}: ${line([
					readinessOf(pack, reading, NOW, {}, last),
					readinessOf(pack, reading, NOW, { storageAfterDays: 2, storageV: 3.85 }),
					maintenanceOf(pack, full, past, NOW, {}),
					maintenanceOf(pack, full, past, NOW, {
						maintenance: 'monthly',
						maintenanceOrder: 'charge, storage'
					}),
					maintenanceOf(pack, full, past, NOW, { maintenance: 'lithium never' })
				])}`;
			})
		)
	);
	const odd = [
		readinessOf(packOf(CHEMISTRIES[0]), null, NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0], { condition: 'swollen' }), read(CHEMISTRIES[0], 0.5, 1), NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0]), aReading([4.3, 4.1, 4.1]), NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0]), aReading([2.4, 3.1, 3.1]), NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0]), aReading([2.8, 3.1, 3.1]), NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0]), aReading([3.6, 3.9, 3.9]), NOW, {}),
		readinessOf(packOf(CHEMISTRIES[0]), aReading([], { cellVoltagesV: null, packVoltageV: 11.4 }), NOW, {})
	].map(line);
	asWritten('readiness', [...lines, ...odd]);
});

test('cells counted from volts, and volts that fit a count', () => {
	asWritten(
		'counts',
		CHEMISTRIES.flatMap((chemistry) =>
			[1.1, 2.1, 3.3, 4.2, 7.4, 8.4, 11.1, 12.6, 13.2, 16.8, 22.2, 25.2].map(
				(v) =>
					`${chemistry.id} ${v}: ${countFromVolts(chemistry, v)} ${[1, 2, 3, 4, 6, 8].map((n) => voltsFitCells(chemistry, n, v)).join(' ')}`
			)
		)
	);
});

test('packs that would be joined: by kind, by what they read, by school', () => {
	const a = (v: number[] | null, pack = {}, reading = {}) => ({
		pack: aPack({ id: `${v}`, name: `P ${v} ${line(pack)}`, ...pack }),
		reading: v && aReading(v, reading)
	});
	const pairs = [
		[a([3.8, 3.8, 3.8]), a([3.8, 3.81, 3.8])],
		[a([3.8, 3.8, 3.8]), a([3.84, 3.81, 3.8])],
		[a([3.8, 3.8, 3.8]), a([3.9, 3.9, 3.9])],
		[a([3.8, 3.8, 3.8]), a([3.91, 3.9, 3.9])],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { capacityAh: 5, labelChargeRateC: 3 })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { labelChargeRateC: 3 })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { capacityAh: 2.5 })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8], { cells: 2 })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { chemistry: 'lihv' })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { condition: 'quarantine' })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], { balanceLead: false })],
		[a([3.8, 3.8, 3.8]), a(null)],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], {}, { takenAt: before(0.1) })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], {}, { takenAt: before(4) })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 3.8], {}, { state: 'loaded' })],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 4.3])],
		[a([3.8, 3.8, 3.8]), a([3.8, 3.8, 2.9])],
		[a([3.3, 3.3, 3.3], { chemistry: 'life' }), a([3.31, 3.3, 3.3], { chemistry: 'life' })],
		[a([3.3, 3.3, 3.3], { chemistry: 'life' }), a([3.33, 3.3, 3.3], { chemistry: 'life' })],
		[a([1.3, 1.3, 1.3], { chemistry: 'nimh' }), a([1.3, 1.3, 1.3], { chemistry: 'nimh' })],
		[a([3.8, 3.8, 3.8]), a([3.81, 3.8, 3.8]), a([3.82, 3.8, 3.8], { capacityAh: 1.3 })]
	];
	asWritten(
		'joins',
		pairs.flatMap((members) =>
			[
				{},
				{ parallel: 'close volts, strict' as const },
				{ parallel: 'same model only' as const },
				{ parallel: 'never' as const }
			].map(
				(school) =>
					`${members.map((m) => m.pack.name).join(' & ')} ${line(school)}: ${line(mayJoin(members, resolvePractice(school), NOW))}`
			)
		)
	);
});

test('chargers that packs are held against', () => {
	const packs = [
		...CHEMISTRIES.map((c) => packOf(c)),
		...[1, 2, 4, 6, 8].map((cells) => aPack({ id: `s${cells}`, name: `${cells}S`, cells, capacityAh: cells }))
	];
	const chargers = [
		aCharger(),
		aMultiCharger(),
		aCharger({ sharedPowerW: 80, price: 90 }, { powerW: 60, maxCurrentA: 6, balanceCurrentA: 0 }),
		aMultiCharger({ price: 40 }, { dischargePowerW: 0, dischargeCurrentA: 0, hasProbe: false })
	];
	asWritten(
		'suits',
		chargers.flatMap((charger) => [
			line(judgeCharger(charger, packs)),
			...packs.map((pack) => line(suitOf(pack, charger, 'ch1', null, NOW)))
		])
	);
});

test('what a channel can give at each voltage, which limit binds, and the wear of what was forecast', () => {
	asWritten(
		'envelopes',
		SCENES.filter((_, i) => i % 3 === 0).map(([name, context]) => {
			const r = resolve(context);
			const nominal = r.pack.cells * r.chemistry.voltages.nominalV;
			return `${name}: ${line([envelope(r.envelope, 0.7 * nominal, 1.2 * nominal, 7), limitsAt(r.envelope, nominal)])}`;
		})
	);
	asWritten(
		'wear',
		CHEMISTRIES.flatMap((c) =>
			[
				{ endVoltageV: c.voltages.chargeEndV, currentA: 2, peakTemperatureDegC: 25 },
				{ endVoltageV: c.voltages.gentleEndV.low, currentA: 1, peakTemperatureDegC: 31 }
			].map((run) => `${c.id} ${line(run)}: ${digits(relativeWear(c, 2, run))}`)
		)
	);
});
