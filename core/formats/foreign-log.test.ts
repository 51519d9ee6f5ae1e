/**
 * Logs of other programs, made up: separators, units, decimal commas, clocks and moments, what is
 * wrong with a line.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { endOfLog, guessLog, readLog, wrongWith, type ColumnMeaning } from './foreign-log';
import { telemetryCsv } from './telemetry-csv';

const rowsOf = (text: string, separator = ','): string[][] =>
	text
		.trim()
		.split('\n')
		.map((line) => line.split(separator));
const shortly = (m: ColumnMeaning) =>
	[m.role, m.unit, m.cell].filter((v) => v !== undefined && v !== '').join(' ');
const guessed = (text: string, separator = ',') => guessLog(rowsOf(text, separator))!;

describe('what the columns seem to be', () => {
	test('names and units in a header, as programs write them', () => {
		const cases: Record<string, string[]> = {
			'Time [s],Voltage [mV],Current [mA],Capacity [mAh],Temp [°C]\n1,11100,1000,0,20\n2,11110,1000,0,20': [
				...['time s', 'volts mV', 'current mA', 'charge mAh', 'warmth °C']
			],
			't(min),U(V),I(A),Q(Ah),Cell 1,Cell 2\n0.5,8.1,2.0,0.01,4.05,4.05\n1,8.1,2.0,0.03,4.05,4.05': [
				...['time min', 'volts V', 'current A', 'charge Ah', 'cell V 1', 'cell V 2']
			],
			't,u,i,q,c1,c2\n0.5,8.1,2.0,0.01,4.05,4.05\n1,8.1,2.0,0.03,4.05,4.05': [
				...['time s', 'volts V', 'current A', 'charge Ah', 'cell V 1', 'cell V 2']
			],
			'Zeit_ms,Spannung_V,Strom_A,Zelle1_mV,Zelle2_mV,Profil\n100,8.1,2,4050,4051,x\n200,8.1,2,4050,4051,x': [
				...['time ms', 'volts V', 'current A', 'cell mV 1', 'cell mV 2', 'nothing']
			]
		};
		for (const [text, wanted] of Object.entries(cases))
			assert.deepEqual(guessed(text).meaning.map(shortly), wanted);
	});
	test('a header without units: the size of the figures tells', () => {
		assert.deepEqual(
			guessed('time,voltage,current,capacity\n0,11100,2200,0\n1,11110,2200,611').meaning.map(shortly),
			[...['time s', 'volts mV', 'current mA', 'charge mAh']]
		);
		// No hobby charger gives more than 200 V, 150 A or 60 Ah in one charge.
		const atMost = (volts: number, amps: number, ah: number) =>
			guessed(`time,voltage,current,capacity\n0,1,1,0\n1,${volts},${amps},${ah}`).meaning.map(shortly);
		assert.deepEqual(atMost(200, 150, 60), ['time s', 'volts V', 'current A', 'charge Ah']);
		assert.deepEqual(atMost(200.5, 150.5, 60.5), ['time s', 'volts mV', 'current mA', 'charge mAh']);
		// It says volts, and sixteen thousand of them.
		assert.equal(shortly(guessed('time s,V,A\n0,16800,1.0\n1,16800,1.0').meaning[1]), 'volts mV');
	});
	test('semicolons with decimal commas; titles above the header', () => {
		const log = guessed('My log\nwritten today;\nTime;Volts;Amps\n0,5;11,10;2,20\n1,0;11,12;2,19', ';');
		assert.equal(log.decimalComma, true);
		assert.deepEqual(log.header, ['Time', 'Volts', 'Amps']);
		assert.deepEqual(
			log.lines.map((l) => l.line),
			[4, 5]
		);
		const { samples } = readLog(log);
		assert.deepEqual(
			[samples.timeS, samples.packV, samples.currentA],
			[
				[0, 0.5],
				[11.1, 11.12],
				[2.2, 2.19]
			]
		);
	});
	test('no header: the first column is the time, the rest a person says', () => {
		const log = guessed('0,11.1,2.0\n1,11.2,2.0');
		assert.deepEqual(log.header, []);
		assert.deepEqual(log.meaning.map(shortly), ['time s', 'nothing', 'nothing']);
		assert.deepEqual(wrongWith(log.meaning), [
			'No column is the current.',
			'No column is the volts of the pack or of its cells.'
		]);
	});
	test('what holds no figures is no log', () => {
		assert.equal(guessLog([]), null);
		assert.equal(
			guessLog([
				['a', 'b'],
				['c', 'd']
			]),
			null
		);
		assert.equal(guessLog([['1'], ['2']]), null);
	});
	test('our own export is read without a word', () => {
		const own = {
			...{ timeS: [0, 1, 2], currentA: [2, 2, 1], packV: [7.4, 7.5, 7.6], chargeAh: [0, 0.001, 0.002] },
			...{
				temperatureDegC: [20, 21, 22],
				cellV: [
					[3.7, 3.75, 3.8],
					[3.7, 3.75, 3.8]
				]
			}
		};
		const log = guessLog(
			telemetryCsv(own)
				.trim()
				.split('\r\n')
				.map((l) => l.split(','))
		)!;
		assert.deepEqual(readLog(log).samples, own);
	});
	test('two of a kind: the first is taken, and two said by a person are refused', () => {
		const log = guessed('time,volts,input volts,amps\n0,11.1,24,2\n1,11.1,24,2');
		assert.deepEqual(log.meaning.map(shortly), ['time s', 'volts V', 'nothing', 'current A']);
		const twice = log.meaning.map((m, i) => (i === 2 ? { role: 'volts' as const, unit: 'V' } : m));
		assert.deepEqual(wrongWith(twice), ['Two columns are pack volts: choose one.']);
		const cell = { role: 'cell', unit: 'V', cell: 1 } as const;
		assert.ok(wrongWith([...log.meaning, cell, cell]).includes('Two columns are the same cell.'));
		assert.deepEqual(wrongWith(log.meaning), []);
	});
});

describe('lines as samples', () => {
	const log = (lines: string) => readLog(guessed(`time,volts,current\n${lines}`));
	test('clocks, clocks beyond an hour, and moments', () => {
		assert.deepEqual(log('0:01,11,2\n1:01,11,2\n61:01,11,2').samples.timeS, [0, 60, 3660]);
		assert.deepEqual(log('00:00:01.5,11,2\n01:00:02.5,11,2').samples.timeS, [0, 3601]);
		const at = log('2026-05-02T10:00:00Z,11,2\n2026-05-02T10:00:30Z,11,2');
		assert.deepEqual([at.samples.timeS, at.startedAt], [[0, 30], '2026-05-02T10:00:00.000Z']);
		assert.equal(log('0,11,2\n1,11,2').startedAt, null);
	});
	test('charge by the trapezoid where no column has it', () => {
		const { samples } = log('0,11,2\n3600,11,1\n7200,11,0');
		assert.deepEqual(samples.chargeAh, [0, 1.5, 2]);
	});
	test('charge and volts are read from the first column as from any other', () => {
		const charge = readLog(guessed('charge mAh,time s,volts V,current A\n0,0,11,2\n750,3600,11,2'));
		assert.deepEqual(charge.samples.chargeAh, [0, 0.75]);
		const volts = readLog(
			guessed('volts V,time s,cell 1 V,cell 2 V,current A\n8.3,0,4,4.1,2\n8.3,9,4,4.1,2')
		);
		assert.deepEqual(volts.samples.packV, [8.3, 8.3]);
	});
	test('cells add up to the pack where it has no column of its own; Fahrenheit', () => {
		const { samples } = readLog(
			guessed('t s,I A,cell1 mV,cell2 mV,temp °F\n0,1,4000,4100,68\n1,1,4001,4101,212')
		);
		assert.deepEqual(samples.cellV, [
			[4, 4.001],
			[4.1, 4.101]
		]);
		assert.ok(Math.abs(samples.packV[0] - 8.1) < 1e-9);
		assert.deepEqual(
			samples.temperatureDegC.map((t) => Math.round(t)),
			[20, 100]
		);
	});
	test('what cannot be read is named by its line and left out', () => {
		const { samples, problems, leftOut } = log(
			'0,11,2\nx,11,2\n2,11,off\n3,,2\n3,11,2\n3,11,2\n2,11,2\n4,11,2'
		);
		assert.deepEqual(samples.timeS, [0, 3, 4]);
		assert.equal(leftOut, 5);
		assert.deepEqual(problems, [
			'line 3: “x” is no time.',
			'line 4: “off” is no current.',
			'line 5: it has no volts.',
			...[
				'line 7: its time is not after that of the line before.',
				'line 8: its time is not after that of the line before.'
			]
		]);
		assert.equal(
			log(
				Array.from({ length: 60 }, () => 'x,1,1')
					.join('\n')
					.replace('x', '0')
			).problems.length,
			20
		);
	});
});

describe('what a log comes to', () => {
	const end = (amps: number[], volts: number[], cellV: number[][] = [], fromS = 0) =>
		endOfLog({
			timeS: amps.map((_, k) => fromS + 60 * k),
			...{ currentA: amps, packV: volts, cellV },
			chargeAh: amps.map((_, k) => 0.01 * k),
			temperatureDegC: amps.map((_, k) => 20 + k)
		})!;
	test('a charge that fades at its highest volts has tapered; one that is cut has not', () => {
		const charge = end(
			[2, 2, 2, 1, 0.5, 0],
			[12, 12.3, 12.6, 12.6, 12.6, 12.5],
			[[4, 4.1, 4.2, 4.2, 4.2, 4.16]]
		);
		assert.deepEqual(
			[
				charge.way,
				charge.tapered,
				charge.durationS,
				charge.currentA,
				charge.mostV,
				charge.endCellV,
				charge.peakDegC
			],
			['in', true, 240, 2, 12.6, [4.2], 25]
		);
		assert.equal(end([2, 2, 0], [12, 12.3, 12.3], [], 600).durationS, 60, 'from its own first moment on');
		assert.ok(Math.abs(charge.chargeAh - 0.05) < 1e-12);
		assert.equal(end([2, 2, 2, 0.8], [12, 12.3, 12.6, 12.6]).tapered, false);
		assert.equal(end([2, 2, 2, 0.69], [12, 12.3, 12.6, 12.6]).tapered, true);
		assert.equal(end([2, 2, 2, 0.5], [12, 12.3, 12.6, 12.5]).tapered, false);
	});
	test('a discharge goes out, and its last volts are those under current', () => {
		const out = end([-2, -2, -2, 0], [12, 11, 10, 10.5]);
		assert.deepEqual([out.way, out.lastV, out.endCellV], ['out', 10, null]);
	});
	test('one sample is no run', () =>
		assert.equal(
			endOfLog({
				...end([1, 1], [1, 1]),
				timeS: [0],
				currentA: [1],
				packV: [1],
				chargeAh: [0],
				temperatureDegC: [0],
				cellV: []
			} as never),
			null
		));
});
