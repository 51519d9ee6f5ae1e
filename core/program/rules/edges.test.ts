/** Rules at the very figure where they begin to speak. */
import { aRunEvent } from '../../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
	aCharger,
	aContext,
	aPack,
	aReading,
	aSupply,
	held,
	NOW
} from '../../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../../tests/support/rule-cases';
import { CONNECTORS } from '../../pack/connector';
import type { Pack } from '../../pack/pack';
import type { ReadingInput } from '../../pack/reading';
import type { ProgramContext } from '../../request/context';
import type { Overrides } from '../../request/settings';
import { solve } from '../solve';
import { nickelHighVolts } from './nickel/nickel-high-volts';

const said = (rule: string, change: Partial<ProgramContext> = {}, set: Overrides = {}): string | null =>
	solve(aContext(change), set).findings.find((f) => f.rule === rule)?.sentence ?? null;

test('cells and the whole pack agree within 20 mV a cell and 3 parts in a thousand', () => {
	// 11.40 V in three cells: t − 11.40 > 0.06 + 0.003 t from 11.4945 V on.
	const both = (packVoltageV: number) =>
		said('reading-contradicts-cells', { reading: aReading([3.8, 3.8, 3.8], { packVoltageV }) });
	assert.equal(both(11.494), null);
	assert.match(both(11.495)!, /cells add up to 11\.40 V and the pack reads 11\.4[89]|11\.50 V/);
	assert.equal(both(11.307), null);
	assert.match(both(11.306)!, /one of them was read or typed wrong/);
	const sum = (packVoltageV: number) =>
		said('reading-contradicts-cells', { reading: aReading([], { cellVoltagesV: null, packVoltageV }) });
	assert.equal(sum(12.75), null);
	assert.match(sum(12.76)!, /more than 3 LiPo cells can hold/);
});

test('a cell of more resistance than its siblings is asked about from 3 mΩ on, as less is the meter’s', () => {
	const ohms = (worst: number) =>
		said('resistance-uneven', {
			reading: aReading([3.8, 3.8, 3.8], { cellResistancesOhm: [0.002, worst, 0.002] })
		});
	assert.equal(ohms(0.0049), null);
	assert.match(ohms(0.00501)!, /^Cell 2 has 5\.0 mΩ and its siblings about 2\.0 mΩ/);
});

test('a charger that may be 50 mV off still ends at 4.20 V, one that may be 51 does not', () => {
	const off = (voltageAccuracyV: number) =>
		said(
			'end-voltage-inexact-charger',
			{ charger: aCharger({}, { voltageAccuracyV }) },
			{ endVoltageV: 4.2 }
		);
	assert.equal(off(0.05), null);
	assert.match(off(0.051)!, /could reach 4\.251 V, above the 4\.25 V limit/);
	const press = solve(aContext({ charger: aCharger({}, { voltageAccuracyV: 0.051 }) }), {
		endVoltageV: 4.2
	}).findings.find((f) => f.rule === 'end-voltage-inexact-charger')!.fix;
	assert.equal(press?.kind, 'set');
	assert.equal(press?.kind === 'set' ? press.set.endVoltageV : null, 4.19);
});

test('a model that cuts off where it is told to is left alone, a twentieth lower it is not', () => {
	const cutoff = (modelCutoffV: number) => said('model-cutoff-low', { pack: aPack({ modelCutoffV }) });
	const [, wanted] = /Set (\d\.\d\d) V a cell/.exec(cutoff(2.9)!)!;
	assert.equal(cutoff(Number(wanted)), null);
	assert.match(cutoff(Number(wanted) - 0.05)!, new RegExp(`Set ${wanted} V a cell`));
	assert.equal(
		said('model-cutoff-low', { pack: aPack({ modelCutoffV: 2.9, cells: 1 }), reading: aReading([3.8]) }),
		null
	);
});

test('how long a pack lay empty is what was said, with the days since; its reading’s age alone says nothing', () => {
	const saidOf = (lowFor: ReadingInput['lowFor'], days: number, change = {}) =>
		said('recovery-age-unknown', {
			task: 'recover',
			charger: aCharger({}, { tasks: ['charge', 'balance', 'recover'] }),
			reading: aReading([2.8, 2.8, 2.8], {
				takenAt: new Date(Date.parse(NOW) - 86400e3 * days).toISOString(),
				lowFor
			}),
			...change
		});
	assert.match(saidOf('not said', 0.01)!, /^Nobody said how long it lay empty/);
	assert.match(saidOf('longer', 0.01)!, /^It lay empty for longer than a week/);
	assert.equal(saidOf('a day at most', 0.01), null);
	assert.equal(saidOf('a day at most', 6), null);
	assert.match(saidOf('a day at most', 6.01)!, /may have lain empty for 8 days/);
	assert.equal(saidOf('a week at most', 0.5), null);
	assert.match(saidOf('a week at most', 0.51)!, /may have lain empty for 8 days/);
});

test('a lead battery that lay empty is looked at, not refused', () => {
	const found = (lowFor: ReadingInput['lowFor']) =>
		solve(
			aContext({
				pack: leadPack(),
				charger: aMultiCharger(),
				task: 'recover',
				reading: aReading([], { cellVoltagesV: null, packVoltageV: 9.6, lowFor })
			})
		).findings.find((f) => f.rule === 'recovery-age-unknown');
	assert.deepEqual([found('not said')!.severity, found('longer')!.severity], ['check', 'check']);
	assert.equal(found('a day at most'), undefined);
});

test('a low start: gentle, in part, in time; a second one is a dead cell, unless it came up', () => {
	const nickel = (packVoltageV: number, change: object = {}) =>
		solve(
			aContext({
				pack: nimhPack(),
				charger: aMultiCharger(),
				task: 'charge',
				reading: aReading([], { cellVoltagesV: null, packVoltageV }),
				...change
			})
		);
	const low = nickel(4.9);
	assert.deepEqual(
		[low.settings.currentA, low.settings.capacityLimitAh, low.settings.safetyTimerMin],
		[0.2, 0.19, 60]
	);
	assert.ok(low.forecast!.legMin.p99 < 60, 'its charge ends it, not the timer');
	assert.equal(low.verdict, 'check');
	const given = aRunEvent({
		...{ startedAt: '2026-05-02T15:00:00.000Z', endedAt: '2026-05-02T15:57:00.000Z', task: 'charge' },
		...{ endReason: 'capacity limit', chargeAh: 0.19, expectedAh: 0.19, endCellVoltagesV: null }
	});
	const run = { ...given, settings: { ...given.settings, currentA: 0.2 } };
	const after = (packVoltageV: number, change: Partial<typeof run> = {}, used: Partial<ReadingInput> = {}) =>
		nickel(packVoltageV, {
			around: { events: [{ ...run, ...change }] },
			reading: aReading([], { cellVoltagesV: null, packVoltageV, ...used })
		}).findings.find((f) => f.rule === 'low-start');
	assert.equal(after(5.0)!.severity, 'stop');
	assert.match(after(5.0)!.sentence, /although its last run put 190 mAh in: a cell is dead or reversed/);
	assert.equal(after(6.6), undefined);
	// Used since, charged in full, discharged, or days ago: no cell is called dead.
	const days = { startedAt: '2026-04-30T15:00:00.000Z', at: '2026-04-30T15:57:00.000Z' };
	for (const found of [
		after(5.0, {}, { usedSince: 'used' }),
		after(5.0, {}, { usedSince: 'until it faded' }),
		after(5.0, { chargeAh: 3.3 }),
		after(5.0, { aim: { ...run.aim, moves: 'out' } }),
		after(5.0, days)
	])
		assert.equal(found!.severity, 'check');
	// Li-ion between its recovery and 3.0 V at rest.
	const liion = solve(
		aContext({
			pack: aPack({ chemistry: 'liion', labelVoltageV: null }),
			charger: aMultiCharger(),
			reading: aReading([2.6, 2.7, 2.7])
		})
	);
	assert.deepEqual([liion.settings.currentA, liion.settings.capacityLimitAh], [0.2, 0.2]);
	assert.ok(liion.forecast!.chargeAh.p99 < 0.1 * 2.6);
});

test('a healthy pack keyed with twice its cells is counted, not recovered; one dead cell has its own rule', () => {
	const found = (pack: Pack, packVoltageV: number, change: Partial<ReadingInput> = {}) =>
		solve(
			aContext({
				pack,
				charger: aMultiCharger(),
				task: 'charge',
				reading: aReading([], { cellVoltagesV: null, packVoltageV, ...change })
			})
		).findings.find((f) => f.rule === 'volts-of-fewer-cells')?.sentence;
	assert.match(found(leadPack(), 6.3)!, /what 3 healthy cells show/);
	assert.match(found(leadPack({ cells: 3 }), 2.1)!, /what 1 healthy cell shows, 2\.10 V each/);
	assert.equal(found(leadPack(), 10.5), undefined, 'five good cells of six');
	assert.equal(found(leadPack(), 11.0), undefined, 'drained');
	assert.equal(found(leadPack({ cells: 12 }), 19), undefined, 'drained: no battery has nine cells');
	assert.match(found(nimhPack({ cells: 12 }), 7.7)!, /what 6 healthy cells show/);
	assert.equal(found(nimhPack({ cells: 6 }), 6.4), undefined, 'five good cells of six');
	assert.equal(found(nimhPack({ cells: 12 }), 7.7, { state: 'loaded' }), undefined);
});

test('a temperature limit at the pack’s own temperature would cut it at once', () => {
	const limit = (temperatureLimitDegC: number) =>
		said(
			'temperature-limit-under-pack',
			{ ambientDegC: 30, reading: aReading([3.7, 3.7, 3.7], { temperatureDegC: 30 }) },
			{ temperatureLimitDegC }
		);
	const [, warmest] = /not above the (\d+)/.exec(limit(20)!)!;
	assert.match(limit(Number(warmest))!, /would be cut at once/);
	assert.equal(limit(Number(warmest) + 1), null);
});

test('a lead battery that feeds a charger is left at 11.5 V for each 12 V of it', () => {
	const floor = (heldValue: number | null, voltageV = 12) =>
		said('input-floor-low', {
			charger: aCharger({
				inputMinV: 10,
				inputMaxV: 30,
				held: [held({ kind: 'inputFloorV', heldValue, min: 9, max: 28, step: 0.1 })]
			}),
			supply: aSupply({ kind: 'lead battery', voltageV, capacityAh: 60 })
		});
	assert.equal(floor(11.5), null);
	assert.match(
		floor(11.4)!,
		/stops drawing at 11\.4 V; a lead battery is left at 11\.5 V loaded, 11\.0 V at the very least/
	);
	assert.match(floor(null)!, /no floor at all/);
	assert.equal(floor(23, 24), null);
	assert.match(floor(22.9, 24)!, /left at 23\.0 V loaded, 22\.0 V/);
});

test('a capacity limit of what is set here cuts nothing; one of what 99 of 100 take and a little less does', () => {
	const { solved, forecast } = solve(aContext());
	const limit = (capacityLimitAh: number) => said('capacity-limit-too-low', {}, { capacityLimitAh });
	assert.equal(limit(solved.capacityLimitAh!), null);
	assert.match(limit(0.98 * forecast!.chargeAh.p99)!, /may stop it early/);
	assert.match(limit(0.5 * forecast!.chargeAh.median)!, /of \d+ mAh stops it early/);
});

test('an end that is too low for the weakest cell: the program is set where it is its own, what the charger holds where that counts', () => {
	const pressed = (dischargeEndV: number, asks: string[]) =>
		solve(
			aContext({
				task: 'discharge',
				pack: aPack({ balanceLead: false }),
				charger: aCharger(
					{
						asks,
						held: [
							held({ kind: 'dischargeEndV', heldValue: 3, defaultValue: 3, min: 2.5, max: 4, step: 0.01 })
						]
					},
					{ dischargePowerW: 30, dischargeCurrentA: 3, tasks: ['charge', 'discharge'] }
				)
			}),
			{ dischargeEndV }
		).findings.find((f) => f.rule === 'weak-cell-unseen')?.fix;
	// It holds 3.0 V and asks for none: keyed once the program's own end is high enough.
	const held3 = pressed(3.8, ['cells', 'currentA']);
	assert.equal(held3?.kind, 'hold');
	assert.match(held3!.label, /is keyed in now$/);
	assert.equal(pressed(3.2, ['cells', 'currentA'])?.kind, 'set', 'first the program itself');
	assert.equal(pressed(3.2, ['cells', 'currentA', 'dischargeEndV'])?.kind, 'set');
	assert.equal(
		pressed(3.8, ['cells', 'currentA', 'dischargeEndV']),
		undefined,
		'it asks for it, and is told 3.80 V'
	);
});

test('volts that contradict what is known: lower, and it leaks or was used; higher, and it was charged or is another pack', () => {
	const endedAt = new Date(Date.parse(NOW) - 5 * 3600e3).toISOString();
	const filled = aRunEvent({ endedAt });
	const emptied = aRunEvent({ endedAt, task: 'discharge', endReason: 'end voltage' });
	const told = (end: 'filled' | 'emptied', volts: number) =>
		said('charge-contradicted', {
			reading: aReading([volts, volts, volts], { usedSince: 'not used', takenAt: NOW }),
			around: { events: [end === 'filled' ? filled : emptied] }
		});
	assert.match(
		told('filled', 3.7)!,
		/was filled 5 h ago.* \d+ % should be left.*: a cell leaks, or it was used after all\.$/
	);
	assert.match(
		told('emptied', 4.1)!,
		/was emptied 5 h ago.*: it was charged since, or the reading is of another pack\.$/
	);
	assert.equal(told('filled', 4.18), null);
});

test('power that others use: what is left of it, and nothing where they use all', () => {
	const shares = (othersOutputW: number, currentA: number) =>
		said(
			'shared-power-in-use',
			{ charger: aCharger({ sharedPowerW: 100 }), othersOutputW, pack: aPack({ capacityAh: 1 }) },
			{ currentA }
		);
	assert.equal(shares(0, 1), null, 'nobody else runs');
	assert.match(shares(99.5, 0.3)!, /use 99\.5 W|use 100 W of 100 W/);
	assert.match(shares(100, 0.05)!, /use 100 W of 100 W/);
});

test('one nickel cell reverses none of its fellows; two may', () => {
	const ends = (cells: number) =>
		said(
			'nickel-cell-reversed',
			{
				task: 'discharge',
				pack: aPack({ chemistry: 'nimh', cells, labelVoltageV: null, balanceLead: false }),
				reading: aReading([], { cellVoltagesV: null, packVoltageV: 1.3 * cells }),
				charger: aCharger(
					{},
					{
						chemistries: [{ chemistry: 'nimh', minCells: 1, maxCells: 12 }],
						dischargePowerW: 30,
						dischargeCurrentA: 3,
						tasks: ['charge', 'discharge']
					}
				)
			},
			{ dischargeEndV: 0.5 }
		);
	assert.equal(ends(1), null);
	assert.match(ends(2)!, /lets one cell hold up while the weakest is driven backwards/);
});

test('two cells that no page shows are to be measured at the lead; one cell is its own sum', () => {
	const blind = (cells: number) =>
		said('cells-not-shown', {
			pack: aPack({ cells, balanceLead: cells > 1 }),
			reading: aReading(Array.from({ length: cells }, () => 3.8)),
			charger: aCharger({}, { showsCells: false })
		});
	assert.match(blind(2)!, /does not show each cell: measure them at the balance lead/);
	assert.equal(blind(1), null);
});

test('a pack that was just used is not at storage because its volts are', () => {
	const reached = (state: 'rest' | 'just used', volts = 3.8) =>
		said('storage-reached', { task: 'storage', reading: aReading([volts, volts, volts], { state }) });
	assert.match(reached('rest')!, /rests at 3\.80 V per cell, and storage is 3\.80 V: nothing needs doing/);
	assert.match(reached('rest', 3.819)!, /nothing needs doing/);
	assert.equal(reached('rest', 3.821), null);
	assert.equal(reached('just used'), null);
});

test('resistance is held against what it was a month ago and earlier: a week tells nothing of wear', () => {
	const risen = (days: number) =>
		said('resistance-risen', {
			reading: aReading([3.8, 3.8, 3.8], { takenAt: NOW, cellResistancesOhm: [0.02, 0.02, 0.02] }),
			around: {
				earlierResistances: [
					{
						takenAt: new Date(Date.parse(NOW) - days * 86400e3).toISOString(),
						ohm: [0.01, 0.01, 0.01],
						degC: null
					}
				]
			}
		});
	assert.match(risen(30.1)!, /2\.0 times the 8\.7 mΩ/);
	assert.equal(risen(30), null);
});

test('the sum alone is blamed only where the charger sees no more: watched by a lead that fits, a cell is held down', () => {
	const over = (cells: number[], balancePortCells: number) =>
		said(
			'forecast-cell-over-limit',
			{
				task: 'charge',
				pack: aPack({ cells: cells.length }),
				reading: aReading(cells),
				charger: aCharger({}, { balancePortCells })
			},
			{ endVoltageV: 4.2, balance: false }
		);
	assert.match(over([3.7, 3.86, 3.7], 2)!, /The charger sees only the sum: use the balance lead\.$/);
	assert.match(over([3.7, 3.86], 0)!, /sees only the sum/);
	assert.deepEqual([over([3.7, 3.86, 3.7], 3), over([3.7, 3.86], 2)], [null, null]);
});

test('two cells that stand where another chemistry is full are asked about as three are', () => {
	const two = (v: number) =>
		said('cells-look-like-another', { pack: aPack({ cells: 2 }), reading: aReading([v, v + 0.002]) });
	assert.match(two(3.3)!, /as LiFe does/);
	assert.equal(
		said('cells-look-like-another', { pack: aPack({ cells: 1 }), reading: aReading([3.3]) }),
		null
	);
});

test('where no lead is listed none is missed', () => {
	const leads = (list: NonNullable<ProgramContext['around']>['inventory']) =>
		said('no-charge-lead', {
			pack: aPack({ connectorId: 'block-small' }),
			around: { inventory: list }
		});
	const empty = {
		connectors: CONNECTORS.map((c) => ({ ...c })),
		adapters: [],
		boards: [],
		parallelBoards: []
	};
	assert.equal(leads({ ...empty, leads: [] }), null);
	const other = { id: 'l', name: 'L', connectorId: 'block-medium', awg: 14, lengthM: 0.4, currentA: 15 };
	assert.match(leads({ ...empty, leads: [other] })!, /None of your charge leads/);
});

test('the age of a reading is told in hours up to three days, then in days', () => {
	const aged = (hours: number) =>
		said('reading-old', {
			reading: aReading([3.7, 3.7, 3.7], {
				takenAt: new Date(Date.parse(NOW) - 3600e3 * hours).toISOString()
			})
		});
	assert.match(aged(71.9)!, /is 72 h old/);
	assert.match(aged(72.2)!, /is 3 days old/);
});

test('a timer that is off offers the one that would do; one that is that already has nothing to be set to', () => {
	const found = (safetyTimerMin: number | null) =>
		solve(aContext(), { safetyTimerMin }).findings.find((f) => f.rule === 'timer-protects-nothing');
	const own = solve(aContext()).settings.safetyTimerMin!;
	const off = found(null)!;
	assert.equal(off.fix?.kind === 'set' ? off.fix.set.safetyTimerMin : null, own);
	for (const at of [own, own + 1]) {
		const one = found(at);
		assert.ok(!one || one.fix?.kind !== 'set' || one.fix.set.safetyTimerMin !== at, `${at} min`);
	}
});

test('the least and the most volts that a channel offers can be keyed, a hundredth beyond cannot', () => {
	const charger = aCharger(
		{},
		{
			chemistries: [
				{ chemistry: 'lipo', minCells: 1, maxCells: 6, endVoltageMinV: 4.1, endVoltageMaxV: 4.18 }
			]
		}
	);
	const keyed = (endVoltageV: number) => said('end-voltage-not-offered', { charger }, { endVoltageV });
	assert.deepEqual([keyed(4.1), keyed(4.18)], [null, null]);
	assert.match(keyed(4.19)!, /ends between 4\.10 and 4\.18 V per cell; 4\.19 V cannot be keyed/);
	assert.match(keyed(4.09)!, /4\.09 V cannot be keyed/);
});

test('whichever cell it is that is full, empty, or of more resistance: the first, one between, or the last', () => {
	const bad = (rule: string, odd: number, others: number) => {
		for (const at of [0, 1, 2]) {
			const cells = [0, 1, 2].map((i) => (i === at ? odd : others));
			assert.match(
				said(rule, { reading: aReading(cells) }) ?? '',
				new RegExp(`^Cell ${at + 1} `),
				`${rule} ${at}`
			);
		}
	};
	bad('cell-over-limit', 4.251, 4.19);
	bad('cell-under-floor', 2.49, 3.4);
	bad('cell-needs-recovery', 2.99, 3.1);
	for (const at of [0, 1, 2]) {
		const cellResistancesOhm = [0, 1, 2].map((i) => (i === at ? 0.006 : 0.002));
		const reading = aReading([3.8, 3.8, 3.8], { cellResistancesOhm });
		assert.match(said('resistance-uneven', { reading })!, new RegExp(`^Cell ${at + 1} has 6\\.0 mΩ`));
	}
});

test('a channel of one end offers it, in the digits that its screen has', () => {
	const charger = aCharger({ held: [] }, { endVoltageStepV: null });
	const found = solve(aContext({ charger }), { endVoltageV: 4.1 }).findings.find(
		(f) => f.rule === 'end-voltage-not-offered'
	)!;
	assert.match(found.sentence, /always ends at 4\.20 V per cell; 4\.10 V cannot be keyed/);
	assert.equal(found.fix?.label, 'Use 4.20 V');
});

test('nickel whose forecast comes to 1.60 V a cell is left alone, a hundredth of a volt more is not', () => {
	const solution = solve(
		aContext({
			pack: nimhPack(),
			charger: aMultiCharger(),
			task: 'charge',
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.3 })
		})
	);
	const high = (p95: number) =>
		nickelHighVolts.check({
			settings: solution.settings,
			solved: solution.settings,
			r: solution.resolved,
			forecast: { ...solution.forecast!, highestCellV: { ...solution.forecast!.highestCellV, p95 } }
		});
	assert.equal(high(1.6), null);
	assert.match(high(1.61)!.sentence, /reaches 1\.61 V per cell under charge, above 1\.60 V/);
});

test('cells that rest where another chemistry does: a label that fits settles it, one that fits the other does not', () => {
	const labelled = (labelVoltageV: number | null) =>
		said('cells-look-like-another', {
			pack: aPack({ labelVoltageV }),
			reading: aReading([3.3, 3.3, 3.305])
		});
	assert.equal(labelled(11.1), null);
	assert.match(labelled(9.9)!, /as LiFe does/);
	assert.match(labelled(null)!, /as LiFe does/);
});

test('a cell that reads nothing among sound ones: the volts at the plug are asked for, and nobody retires it before', () => {
	const zero = (cells: number[], packVoltageV: number | null) =>
		solve(
			aContext({ pack: aPack({ cells: cells.length }), reading: aReading(cells, { packVoltageV }) })
		).findings.find((f) => f.rule === 'cell-under-floor')!;
	const cells = [3.8, 0.02, 3.81, 3.79];
	const asked = zero(cells, null);
	assert.deepEqual([asked.severity, asked.overridable], ['stop', false]);
	assert.match(
		asked.sentence,
		/measure the main volts at the plug\. About 11\.40 V is a dead cell, about 15\.20 V a contact/
	);
	assert.doesNotMatch(asked.sentence, /retire/);
	assert.match(zero(cells, 11.42).sentence, /11\.42 V at the plug is a cell short: it is dead/);
	const whole = zero(cells, 15.21);
	assert.match(whole.sentence, /is all of them: a contact of the balance plug, or the checker/);
	assert.equal(whole.severity, 'stop');
	assert.match(zero(cells, 13.3).sentence, /13\.30 V at the plug fits neither/);
	// Two dead ones, or others that are not sound, are what they read.
	assert.match(zero([3.8, 0, 0, 3.8], null).sentence, /retire it/);
	assert.match(zero([3.8, 0.9, 3.8, 3.8], null).sentence, /^Cell 2 reads 0\.90 V, below/);
	assert.ok(
		!solve(
			aContext({ pack: aPack({ cells: 4 }), reading: aReading(cells, { packVoltageV: 15.21 }) })
		).findings.some((f) => f.rule === 'reading-contradicts-cells')
	);
});

test('printed volts are the evidence of the count where nobody reaches the cells', () => {
	const sum = (pack: object) =>
		solve(
			aContext({
				pack: aPack({ cells: 4, balanceLead: false, ...pack }),
				reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.5 })
			})
		).findings.some((f) => f.rule === 'sum-fits-fewer-cells');
	assert.ok(sum({}));
	assert.ok(sum({ labelVoltageV: 14.8 }), 'where there are cells to be measured they are');
	assert.ok(sum({ electronics: 'own balancer' }));
	assert.ok(!sum({ electronics: 'own balancer', labelVoltageV: 14.8 }));
	assert.ok(sum({ electronics: 'own balancer', labelVoltageV: 11.1 }));
});

test('a vehicle’s battery is as large as it says; a pocket’s is not', () => {
	const slip = (pack: Pack) => {
		const v = pack.chemistry === 'lead' ? 2.05 : pack.chemistry === 'life' ? 3.28 : 3.8;
		const cells = Array.from({ length: pack.cells }, () => v);
		const read = pack.chemistry === 'lead' ? { cellVoltagesV: null, packVoltageV: 6 * v } : {};
		const { findings } = solve(
			aContext({ pack, charger: aMultiCharger(), task: 'charge', reading: aReading(cells, read) })
		);
		assert.ok(!findings.some((f) => f.rule === 'cell-over-limit'));
		return findings.find((f) => f.rule === 'capacity-slip')?.sentence;
	};
	for (const capacityAh of [45, 100]) assert.equal(slip(leadPack({ capacityAh })), undefined);
	assert.equal(slip(aPack({ chemistry: 'life', capacityAh: 100 })), undefined);
	assert.match(slip(aPack({ capacityAh: 45 }))!, /45000 mAh is unusual/);
	assert.match(slip(leadPack({ capacityAh: 450 }))!, /450000 mAh is unusual/);
});

test('resistance is judged at 20 °C, by kind and size, and without the plug', () => {
	// LiPo: 12 mΩ·Ah at 25 °C over 2.6 Ah are 4.6 mΩ; cold adds.
	const high = (ohm: number, change: Partial<ReadingInput> = {}, pack = aPack()) =>
		said('resistance-high', {
			pack,
			reading: aReading(
				Array.from({ length: pack.cells }, () => 3.75),
				{
					cellResistancesOhm: Array.from({ length: pack.cells }, () => ohm),
					...change
				}
			)
		});
	assert.equal(high(0.012), null);
	assert.equal(high(0.02), null, 'three times, and the plug');
	assert.match(high(0.03)!, /At the gentle, the standard and the hurried pace \d\.\d W, \d\.\d W, \d\.\d W/);
	assert.equal(high(0.03, { temperatureDegC: 0 }), null, 'cold alone doubles it');
	assert.equal(high(0.06, {}, aPack({ cells: 1, capacityAh: 0.52 })), null, 'a small cell and its plug');
	assert.ok(high(0.12, {}, aPack({ cells: 1, capacityAh: 0.52 })));
	assert.equal(said('resistance-high'), null, 'not measured');
});
