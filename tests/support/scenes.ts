/**
 * Many situations in which programs are asked for: every chemistry and task, weak and strong
 * benches, schools, odd readings.
 */
import { aRunEvent } from './pack-events';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import { tasksFor } from '../../core/program/offer';
import type { ProgramContext } from '../../core/request/context';
import { aCharger, aContext, aPack, aReading, aSupply, held } from './bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from './rule-cases';

const CELLS = { lithium: 4, nickel: 7, lead: 6 } as const;

/** A pack of every chemistry as it lies part charged, on a charger that takes all. */
function everyTask(): [string, ProgramContext][] {
	return CHEMISTRIES.flatMap((chemistry) => {
		const cells = CELLS[chemistry.family];
		const lithium = chemistry.family === 'lithium';
		const pack = aPack({
			chemistry: chemistry.id,
			cells,
			capacityAh: 2.2,
			measuredCapacityAh: null,
			labelChargeRateC: lithium ? 3 : null,
			// What tells it from the chemistry that looks like it.
			labelVoltageV: chemistry.gentlerTwin === null ? null : cells * chemistry.voltages.printedV[0],
			balanceLead: lithium,
			firstUsedOn: '2024-08-01'
		});
		const v = (soc: number) => ocvAt(chemistry.curve, soc);
		const reading = (soc: number) =>
			lithium
				? aReading(Array.from({ length: cells }, (_, i) => v(soc) + 0.002 * i))
				: aReading([], { cellVoltagesV: null, packVoltageV: cells * v(soc) });
		return tasksFor(pack).flatMap((task): [string, ProgramContext][] =>
			(['gentle', 'standard', 'hurry'] as const).map((purpose, i) => [
				`${chemistry.id} ${task.id} ${purpose}`,
				aContext({
					pack,
					reading: reading([0.2, 0.45, 0.9][i]),
					charger: aMultiCharger({}, { dischargePowerW: 25, dischargeCurrentA: 3 }),
					task: task.id,
					purpose
				})
			])
		);
	});
}

const person = (practice: object): Partial<ProgramContext> => ({
	around: { practice: { person: practice, program: {} } }
});

const down = {
	charger: aMultiCharger({}, { dischargePowerW: 30, dischargeCurrentA: 3 }),
	task: 'discharge'
} as const;
const sum = (packVoltageV: number) => aReading([], { cellVoltagesV: null, packVoltageV });
const YESTERDAY = '2026-05-01T18:40:00.000Z';

/** What is believed although nothing proves it, and what is asked for then. */
const UNPROVED: [string, Partial<ProgramContext>][] = [
	[
		'down by the sum, read by the sum',
		{ ...down, pack: aPack({ cells: 6, balanceLead: false }), reading: sum(25) }
	],
	[
		'down by the sum, cells read, one low',
		{
			...down,
			pack: aPack({ cells: 6, balanceLead: false, chemistry: 'liion' }),
			reading: aReading([3.8, 3.85, 3.85, 3.85, 3.85, 3.85])
		}
	],
	[
		'down by the sum, cells of measured resistance',
		{
			...down,
			pack: aPack({ cells: 2, balanceLead: false }),
			reading: aReading([4.1, 4.1], { cellResistancesOhm: [0.004, 0.02] })
		}
	],
	[
		'down by the sum, LiFe',
		{ ...down, pack: aPack({ chemistry: 'life', cells: 4, balanceLead: false }), reading: sum(13.3) }
	],
	[
		'cycle by the sum',
		{ ...down, task: 'cycle', pack: aPack({ cells: 4, balanceLead: false }), reading: sum(15.2) }
	],
	['lead that rests low', { pack: leadPack(), reading: sum(11.4), charger: aMultiCharger(), task: 'charge' }],
	[
		'lead that was drained',
		{
			pack: leadPack(),
			reading: { ...sum(10.5), usedSince: 'until it faded' },
			charger: aMultiCharger(),
			task: 'charge'
		}
	],
	[
		'lead that may be shorted',
		{ pack: leadPack({ cells: 12 }), reading: sum(23), charger: aMultiCharger(), task: 'charge' }
	],
	[
		'lead to recover',
		{ pack: leadPack({ cells: 12 }), reading: sum(18.5), charger: aMultiCharger(), task: 'recover' }
	],
	[
		'nickel with next to nothing',
		{ pack: nimhPack(), reading: sum(1.2), charger: aMultiCharger(), task: 'charge' }
	],
	['LiHV of which nothing is printed', { pack: aPack({ chemistry: 'lihv' }), charger: aMultiCharger() }],
	[
		'worn to a half, in a hurry',
		{ pack: aPack({ capacityAh: 5, measuredCapacityAh: 2.4, labelChargeRateC: 10 }), purpose: 'hurry' }
	],
	[
		'warm yesterday, freezing now',
		{ ambientDegC: -5, reading: aReading([3.7, 3.7, 3.7], { takenAt: YESTERDAY }) }
	],
	[
		'cold yesterday, warm now',
		{ reading: aReading([3.7, 3.7, 3.7], { takenAt: YESTERDAY, temperatureDegC: 7 }) }
	],
	[
		'never measured, cool air',
		{ ambientDegC: 8, reading: aReading([3.7, 3.7, 3.7], { temperatureDegC: null }) }
	],
	[
		'hot when it was read',
		{ reading: aReading([3.7, 3.7, 3.7], { takenAt: YESTERDAY, temperatureDegC: 48 }) }
	],
	[
		'fixed end lower than full',
		{
			charger: aCharger(
				{},
				{
					endVoltageStepV: null,
					chemistries: [
						{ chemistry: 'lipo', minCells: 1, maxCells: 6, endVoltageMinV: 4.15, endVoltageMaxV: 4.15 }
					]
				}
			)
		}
	],
	[
		'fixed end above the maker’s',
		{ pack: aPack({ makerEndVoltageV: 4.1 }), charger: aCharger({}, { endVoltageStepV: null }) }
	],
	[
		'storage keyed lower by the sum',
		{ ...down, task: 'storage', pack: aPack({ cells: 8, balanceLead: false }), reading: sum(33) }
	]
];

const ODD: [string, Partial<ProgramContext>][] = [
	...UNPROVED,
	['weak channel', { charger: aCharger({}, { powerW: 20, maxCurrentA: 3 }) }],
	['coarse steps', { charger: aCharger({}, { currentStepA: 0.5, endVoltageStepV: 0.05 }) }],
	['fixed current and end', { charger: aCharger({}, { fixedCurrentA: 1.5, endVoltageStepV: null }) }],
	['shared power, others on', { charger: aCharger({ sharedPowerW: 60 }), othersOutputW: 35 }],
	['weak supply', { supply: aSupply({ voltageV: 12, currentA: 2.5, otherLoadW: 5 }) }],
	[
		'lead battery feeds',
		{ supply: aSupply({ kind: 'lead battery', voltageV: 12.6, capacityAh: 18, currentA: 10 }) }
	],
	[
		'held limits too low',
		{
			charger: aCharger({
				held: [
					held({ kind: 'safetyTimerMin', heldValue: 20, min: 10, max: 45 }),
					held({ kind: 'capacityLimitAh', heldValue: 0.5, max: 1, step: 0.1 }),
					held({ kind: 'rateCapC', heldValue: 0.5, max: 3, step: 0.5 })
				]
			})
		}
	],
	['cold', { ambientDegC: 7, reading: aReading([3.72, 3.73, 3.72], { temperatureDegC: 7 }) }],
	['hot', { ambientDegC: 38, reading: aReading([3.72, 3.73, 3.72], { temperatureDegC: 39 }) }],
	['spread cells', { reading: aReading([3.61, 3.72, 3.71]) }],
	['sum alone', { reading: aReading([], { cellVoltagesV: null, packVoltageV: 11.2 }) }],
	['not read', { reading: null }],
	[
		'just used',
		{ reading: aReading([3.5, 3.51, 3.5], { state: 'just used', takenAt: '2026-05-02T17:58:00.000Z' }) }
	],
	['read a week ago', { reading: aReading([3.72, 3.72, 3.72], { takenAt: '2026-04-25T17:40:00.000Z' }) }],
	['high resistance', { reading: aReading([3.72, 3.72, 3.72], { cellResistancesOhm: [0.03, 0.08, 0.03] }) }],
	['no balance lead', { pack: aPack({ balanceLead: false }), task: 'charge' }],
	[
		'no label, old',
		{ pack: aPack({ labelChargeRateC: null, measuredCapacityAh: null, firstUsedOn: '2019-05-01' }) }
	],
	['worn', { pack: aPack({ measuredCapacityAh: 1.6 }) }],
	['large', { pack: aPack({ cells: 6, capacityAh: 10, measuredCapacityAh: 9.5, labelChargeRateC: 2 }) }],
	[
		'maker ends higher',
		{
			pack: aPack({ chemistry: 'liion', makerEndVoltageV: 4.2, labelVoltageV: null }),
			charger: aMultiCharger()
		}
	],
	['a little less', person({ fullness: 'a little less', stepRounding: 'nearest' })],
	[
		'largest pack’s guards',
		{
			around: {
				practice: { person: { guards: 'largest pack' }, program: {} },
				largest: { safetyTimerMin: 200, capacityLimitAh: 9 } as never
			}
		}
	],
	['guards off', person({ guards: 'off' })],
	[
		'own rates',
		{
			...person({ noLabelC: 2, hurryMaxC: 4, cautiousBelowV: 3.75 }),
			purpose: 'hurry',
			pack: aPack({ labelChargeRateC: null })
		}
	],
	[
		'deeper',
		{
			...person({ dischargeEnd: 'a little deeper', dischargeC: 0.5 }),
			task: 'discharge',
			reading: aReading([4.1, 4.1, 4.1])
		}
	],
	[
		'capacity check',
		{ ...person({ dischargeEnd: 'capacity check' }), task: 'discharge', reading: aReading([4.1, 4.1, 4.1]) }
	],
	['up first', { ...person({ cycleOrder: 'up first' }), task: 'cycle', charger: aMultiCharger() }],
	['own storage', { ...person({ storageV: 3.85 }), task: 'storage', reading: aReading([4.15, 4.16, 4.15]) }],
	[
		'storage, fixed',
		{
			task: 'storage',
			charger: aCharger({}, { storageV: 3.8, storageCurrentA: 0.5 }),
			reading: aReading([4.15, 4.16, 4.15])
		}
	],
	[
		'storage by share',
		{
			...person({ storageShare: 0.6 }),
			task: 'storage',
			pack: aPack({ chemistry: 'life', labelVoltageV: null }),
			reading: aReading([3.3, 3.3, 3.3]),
			charger: aMultiCharger()
		}
	],
	[
		'other schools of hands',
		person({
			plugOrder: 'balance lead first',
			unplugOrder: 'main lead first',
			container: 'bag',
			fieldBattery: 'the vehicle'
		})
	],
	[
		'asks little, in steps',
		{
			task: 'cycle',
			charger: aMultiCharger(
				{
					asks: ['task', 'chemistry', 'currentA'],
					atCheck: 'starts by itself',
					forgetsAtRestart: true,
					slots: 3
				},
				{ tasks: ['charge', 'discharge'] }
			)
		}
	],
	['balance missed', { charger: aCharger({}, { balanceCurrentA: 0, balancePortCells: 0 }) }],
	[
		'filled yesterday',
		{
			pack: aPack({ chemistry: 'life', labelVoltageV: null }),
			charger: aMultiCharger(),
			reading: aReading([3.33, 3.33, 3.33], { usedSince: 'not used' }),
			around: { events: [aRunEvent({ settings: { endVoltageV: 3.6 } })] }
		}
	],
	[
		'two joined',
		{
			joined: [
				{
					pack: aPack({ id: 'second', name: 'Second', capacityAh: 1.3, labelChargeRateC: 2 }),
					reading: aReading([3.73, 3.72, 3.72])
				}
			]
		}
	],
	[
		'nickel long at rest',
		{
			pack: aPack({ chemistry: 'nimh', cells: 6, balanceLead: false, labelChargeRateC: null }),
			charger: aMultiCharger(),
			task: 'charge',
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.5, takenAt: '2026-03-01T12:00:00.000Z' })
		}
	],
	[
		'lead drained',
		{
			pack: aPack({ chemistry: 'lead', cells: 6, capacityAh: 7, balanceLead: false, labelChargeRateC: null }),
			charger: aMultiCharger(),
			task: 'charge',
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 11.7 })
		}
	],
	[
		'lead not read',
		{
			pack: aPack({ chemistry: 'lead', cells: 6, capacityAh: 7, balanceLead: false, labelChargeRateC: null }),
			charger: aMultiCharger(),
			task: 'charge',
			reading: null
		}
	],
	[
		'nickel not read',
		{
			pack: aPack({ chemistry: 'nimh', cells: 6, balanceLead: false, labelChargeRateC: null }),
			charger: aMultiCharger(),
			task: 'charge',
			reading: null
		}
	],
	[
		'to the nearest step',
		{ ...person({ stepRounding: 'nearest' }), charger: aCharger({}, { currentStepA: 0.5 }) }
	],
	[
		'probe and rise',
		{
			pack: aPack({ chemistry: 'nicd', cells: 8, balanceLead: false, labelChargeRateC: null }),
			charger: aMultiCharger({}, { endsOnTemperatureRise: true, hasProbe: true }),
			task: 'charge',
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 9.6, usedSince: 'until it faded' })
		}
	]
];

export const SCENES: readonly (readonly [string, ProgramContext])[] = [
	...everyTask(),
	...ODD.map(([name, change]) => [name, aContext(change)] as const)
];
