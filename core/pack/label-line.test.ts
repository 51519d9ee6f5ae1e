/** Labels typed in one line. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readLabelLine } from './label-line';

const values = (line: string) => readLabelLine(line).values;

test('a label in one line, in whatever order, with comma or point', () => {
	const all = { chemistry: 'lipo', cells: 4, capacityAh: 3.3, labelChargeRateC: 3, labelVoltageV: 14.8 };
	assert.deepEqual(values('LiPo 4S 3300 3C 14.8V'), all);
	assert.deepEqual(values('14,8 V 3C 3300 mAh 4s li-po'), all);
	assert.deepEqual(values('Heron launch LiPo 4S 3,3Ah 3C 14.8V'), { ...all, name: 'Heron launch' });
	assert.deepEqual(values('Li-ion 3S2P 7000mAh'), {
		chemistry: 'liion',
		cells: 3,
		parallel: 2,
		capacityAh: 7
	});
	assert.deepEqual(values('LiFePO4 2S 2100'), { chemistry: 'life', cells: 2, capacityAh: 2.1 });
	assert.deepEqual(values(''), {});
});

test('what it was taken for is said; a discharge rate is no charge rate; energy gives the capacity where nothing else does', () => {
	const { values: v, understood } = readLabelLine('LiPo 6S 5000 45C 2C');
	assert.equal(v.labelChargeRateC, 2);
	assert.deepEqual(
		understood.map((u) => u.piece),
		['LiPo', '6S', '5000', '45C', '2C']
	);
	assert.deepEqual(understood[0], { piece: 'LiPo', as: 'LiPo' });
	assert.equal(understood[1].as, '6 cells in series');
	assert.equal(readLabelLine('Li-ion 3S2P').understood[1].as, '3 cells in series, 2 in parallel');
	assert.deepEqual(
		understood.find((u) => u.piece === '45C'),
		{ piece: '45C', as: 'what it gives, not what it takes' }
	);
	assert.equal(values('LiPo 4S 14.8V 48.84Wh').capacityAh, 3.3);
	assert.equal(values('LiPo 4S 3300 14.8V 48.8Wh').capacityAh, 3.3);
	assert.equal(values('LiPo 15C').labelChargeRateC, undefined);
	assert.equal(values('LiPo 14.9C').labelChargeRateC, 14.9);
});

test('volts give the count where no count stands: 12 V lead is six cells, 7.2 V NiMH six', () => {
	assert.deepEqual(values('Pb 12V 7Ah'), { chemistry: 'lead', labelVoltageV: 12, capacityAh: 7, cells: 6 });
	assert.equal(values('gel 6V 4Ah').cells, 3);
	assert.equal(values('NiMH 7.2V 3000').cells, 6);
	assert.equal(values('LiPo 11.1V 2200').cells, 3);
	assert.equal(values('LiPo 12.5V 2200').cells, undefined, 'volts that no count prints say nothing');
	assert.equal(values('11.1V 2200').cells, undefined);
});

test('a second figure without a unit, and words, are left and become the name', () => {
	const { left, values: v } = readLabelLine('Buoy 7 LiPo 1S 520 600');
	assert.deepEqual(left, ['Buoy', '7', '600']);
	assert.equal(v.capacityAh, 0.52);
	assert.equal(v.name, 'Buoy 7 600');
});

test('words as labels print them: thousands, cells, hours of the rating, ranges, high voltage', () => {
	assert.equal(values('LiPo 3S 2,200mAh').capacityAh, 2.2);
	assert.equal(values('LiPo 3S 2.200 mAh').capacityAh, 2.2);
	assert.equal(values('NiMH 6S 12,000mAh').capacityAh, 12);
	assert.equal(values('LiPo 3S 2,2Ah').capacityAh, 2.2);
	assert.equal(values('NiMH 6-cell 3300mAh').cells, 6);
	assert.equal(values('LiPo 3 cell 2200').cells, 3);
	assert.equal(values('LiPo 4cells 2200').cells, 4);
	assert.deepEqual(values('12V 7Ah'), { labelVoltageV: 12, capacityAh: 7, chemistry: 'lead', cells: 6 });
	assert.deepEqual(values('12V7.2Ah/20HR'), {
		labelVoltageV: 12,
		capacityAh: 7.2,
		chemistry: 'lead',
		cells: 6
	});
	assert.equal(values('AGM 12V 7.2Ah/20HR').capacityAh, 7.2);
	assert.equal(values('12V 1800mAh').chemistry, undefined, 'ten nickel cells print 12 V and mAh');
	assert.equal(values('11.1V 2.2Ah').chemistry, undefined);
	const { values: range, understood } = readLabelLine('LiPo 3S 2200 3-5C');
	assert.equal(range.labelChargeRateC, 3);
	assert.equal(understood.at(-1)!.as, 'charge rate, the lower of 3C and 5C');
	assert.equal(values('LiPo 3S 2200 45-90C').labelChargeRateC, undefined, 'what it gives');
	assert.equal(values('high voltage LiPo 4S 1500').chemistry, 'lihv');
	assert.equal(values('LiPo high-voltage 4S 1500').chemistry, 'lihv');
	assert.equal(values('LiPo 4S 1500 HV').chemistry, 'lihv');
	assert.equal(values('LiPo 4S 1500 HV').name, undefined);
});
