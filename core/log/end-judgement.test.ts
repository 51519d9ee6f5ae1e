/**
 * Ends of every chemistry, sound and false, judged by hand beforehand (common practice, no
 * source): figures as a screen shows them, mAh and minutes.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import { judgeEnd, type EndOutcome, type EndSeen } from './end-judgement';

interface Row {
	of: [chemistry: string, cells: number, mAh: number];
	task?: EndSeen['task'];
	end: EndSeen['endReason'];
	min?: number | null;
	mAh?: number | null;
	expected?: number | null;
	/** Current that was set, A. */
	a?: number;
	cells?: number[];
	timer?: number | null;
	limit?: number | null;
	is: EndOutcome;
	says: RegExp;
}

const seen = (row: Row): EndSeen => {
	const [chemistry, cells, mAh] = row.of;
	const a = row.a ?? mAh / 1000;
	return {
		task: row.task ?? 'charge',
		endReason: row.end,
		durationS: row.min == null ? null : row.min * 60,
		chargeAh: row.mAh == null ? null : row.mAh / 1000,
		expectedAh: row.expected == null ? null : row.expected / 1000,
		endCellVoltagesV: row.cells ?? null,
		settings: {
			currentA: a,
			dischargeA: a,
			endVoltageV: chemistryOf(chemistry).voltages.chargeEndV,
			safetyTimerMin: row.timer ?? null,
			capacityLimitAh: row.limit == null ? null : row.limit / 1000,
			dischargeEndV: null
		},
		pack: { chemistry, cells, capacityAh: mAh / 1000, measuredCapacityAh: null }
	};
};

const LIPO: Row['of'] = ['lipo', 4, 3000];
const NIMH: Row['of'] = ['nimh', 6, 3000];
const NICD: Row['of'] = ['nicd', 8, 1800];
const LEAD: Row['of'] = ['lead', 6, 7000];
const LIFE: Row['of'] = ['life', 2, 1500];
const LEVEL = [4.2, 4.2, 4.19, 4.2];

const ROWS: Row[] = [
	// Sound.
	{
		of: LIPO,
		end: 'full',
		min: 62,
		mAh: 2400,
		expected: 2450,
		cells: LEVEL,
		is: 'sound',
		says: /fit one another/
	},
	{ of: LIPO, end: 'full', min: 15, mAh: 150, expected: 160, cells: LEVEL, is: 'sound', says: /fit/ },
	{ of: LIPO, end: 'full', min: 70, mAh: 2900, expected: 2100, is: 'sound', says: /began emptier/ },
	{ of: LIPO, end: 'full', min: 62, mAh: 2400, expected: null, is: 'sound', says: /little to compare/ },
	{ of: LIPO, end: 'full', min: null, mAh: null, is: 'sound', says: /little to compare/ },
	{ of: LIPO, end: 'full', min: 60, mAh: 1510, expected: 2500, is: 'sound', says: /fit/ },
	{
		of: ['lihv', 3, 1500],
		end: 'full',
		min: 55,
		mAh: 1200,
		expected: 1250,
		cells: [4.35, 4.34, 4.35],
		is: 'sound',
		says: /fit/
	},
	{
		of: ['liion', 3, 7000],
		end: 'full',
		min: 150,
		mAh: 5000,
		expected: 5200,
		a: 3.5,
		cells: [4.1, 4.1, 4.1],
		is: 'sound',
		says: /fit/
	},
	{ of: LIFE, end: 'full', min: 50, mAh: 700, expected: 800, cells: [3.6, 3.59], is: 'sound', says: /fit/ },
	{ of: NIMH, end: 'full', min: 70, mAh: 3300, expected: 3200, is: 'sound', says: /fit/ },
	{ of: NIMH, end: 'temperature rise', min: 65, mAh: 3100, expected: 3200, is: 'sound', says: /fit/ },
	{ of: NIMH, end: 'full', min: 4, mAh: 180, expected: 200, is: 'sound', says: /fit/ },
	{ of: NIMH, end: 'full', min: 960, mAh: 4700, expected: 4600, a: 0.3, is: 'sound', says: /fit/ },
	{ of: NICD, end: 'full', min: 66, mAh: 1900, expected: 1900, is: 'sound', says: /fit/ },
	{ of: LEAD, end: 'full', min: 600, mAh: 5000, expected: 5300, a: 1.4, is: 'sound', says: /fit/ },
	{
		of: ['leadgel', 6, 7000],
		end: 'full',
		min: 640,
		mAh: 4900,
		expected: 5300,
		a: 1.4,
		is: 'sound',
		says: /fit/
	},
	{
		of: LIPO,
		task: 'discharge',
		end: 'end voltage',
		min: 58,
		mAh: 2700,
		expected: 2800,
		is: 'sound',
		says: /fit/
	},
	{
		of: NIMH,
		task: 'discharge',
		end: 'end voltage',
		min: 55,
		mAh: 2700,
		expected: 2800,
		is: 'sound',
		says: /fit/
	},
	{
		of: LIPO,
		task: 'storage',
		end: 'end voltage',
		min: 20,
		mAh: 900,
		expected: 950,
		is: 'sound',
		says: /fit/
	},
	{
		of: LIFE,
		task: 'storage',
		end: 'capacity limit',
		min: 30,
		mAh: 700,
		expected: 700,
		limit: 700,
		is: 'sound',
		says: /has been moved/
	},
	{
		of: LIPO,
		task: 'recover',
		end: 'timer',
		min: 30,
		mAh: 70,
		a: 0.15,
		timer: 30,
		is: 'sound',
		says: /minutes were up/
	},
	{ of: LIPO, task: 'cycle', end: 'full', min: 200, mAh: 2900, expected: 2900, is: 'sound', says: /fit/ },
	{
		of: LIPO,
		end: 'full',
		min: 62,
		mAh: 2400,
		expected: 2450,
		cells: [4.2, 4.16, 4.2, 4.2],
		is: 'sound',
		says: /40 mV apart, cell 2 lowest/
	},
	{
		of: LIPO,
		end: 'full',
		min: 62,
		mAh: 2400,
		expected: 2450,
		cells: [4.2, 4.18, 4.2, 4.2],
		is: 'sound',
		says: /fit/
	},
	// Figures that cannot stand beside one another.
	{
		of: LIPO,
		end: 'full',
		min: 20,
		mAh: 2400,
		expected: 2450,
		is: 'not what it says',
		says: /in 20 min is more than 3\.0 A can move, 1112 mAh/
	},
	{
		of: LIPO,
		end: 'full',
		min: 43,
		mAh: 2321,
		expected: 2300,
		is: 'not what it says',
		says: /more than 3\.0 A can move/
	},
	{ of: LIPO, end: 'full', min: 44, mAh: 2300, expected: 2300, is: 'sound', says: /fit/ },
	{
		of: LIPO,
		end: 'full',
		min: 120,
		mAh: 3400,
		expected: 2400,
		is: 'not what it says',
		says: /3400 mAh went in, and the pack holds 3000/
	},
	{ of: LIPO, end: 'full', min: 120, mAh: 3290, expected: 2800, is: 'sound', says: /fit/ },
	{
		of: LEAD,
		end: 'full',
		min: 900,
		mAh: 8900,
		expected: 5300,
		a: 1.4,
		is: 'not what it says',
		says: /went in/
	},
	{ of: LEAD, end: 'full', min: 900, mAh: 8600, expected: 7000, a: 1.4, is: 'sound', says: /fit/ },
	{
		of: NIMH,
		end: 'timer',
		min: 130,
		mAh: 5000,
		expected: 3200,
		timer: 130,
		is: 'not what it says',
		says: /went in/
	},
	{
		of: LIPO,
		task: 'discharge',
		end: 'end voltage',
		min: 10,
		mAh: 2800,
		expected: 2800,
		is: 'not what it says',
		says: /more than/
	},
	// A full that is none.
	{ of: NIMH, end: 'full', min: 4, mAh: 200, expected: 3000, is: 'not what it says', says: /false dip/ },
	{ of: NIMH, end: 'full', min: 30, mAh: 1400, expected: 3000, is: 'not what it says', says: /false dip/ },
	{ of: NIMH, end: 'full', min: 37, mAh: 1801, expected: 3000, is: 'sound', says: /fit/ },
	{
		of: NIMH,
		end: 'temperature rise',
		min: 6,
		mAh: 290,
		expected: 3000,
		is: 'not what it says',
		says: /false dip/
	},
	{
		of: NICD,
		end: 'full',
		min: 3,
		mAh: 90,
		expected: 1900,
		is: 'not what it says',
		says: /coarser|false dip/
	},
	{
		of: LIPO,
		end: 'full',
		min: 5,
		mAh: 200,
		expected: 2400,
		is: 'not what it says',
		says: /200 mAh in 5 min, where about 2400 mAh/
	},
	{
		of: LIPO,
		task: 'balance',
		end: 'full',
		min: 8,
		mAh: 380,
		expected: 2400,
		cells: LEVEL,
		is: 'not what it says',
		says: /says full with/
	},
	{
		of: LIPO,
		task: 'fast',
		end: 'full',
		min: 8,
		mAh: 380,
		expected: 2400,
		is: 'not what it says',
		says: /says full with/
	},
	{
		of: ['lihv', 3, 1500],
		end: 'full',
		min: 6,
		mAh: 120,
		expected: 1250,
		is: 'not what it says',
		says: /says full/
	},
	{
		of: ['liion', 3, 7000],
		end: 'full',
		min: 9,
		mAh: 500,
		expected: 5200,
		a: 3.5,
		is: 'not what it says',
		says: /says full/
	},
	{ of: LIFE, end: 'full', min: 3, mAh: 60, expected: 800, is: 'not what it says', says: /says full/ },
	{
		of: LEAD,
		end: 'full',
		min: 25,
		mAh: 500,
		expected: 5300,
		a: 1.4,
		is: 'not what it says',
		says: /says full/
	},
	{
		of: LIPO,
		task: 'discharge',
		end: 'end voltage',
		min: 10,
		mAh: 450,
		expected: 2800,
		is: 'doubtful',
		says: /It was down with 450 mAh/
	},
	{
		of: NIMH,
		task: 'discharge',
		end: 'end voltage',
		min: 8,
		mAh: 350,
		expected: 2700,
		is: 'doubtful',
		says: /down with/
	},
	// What the cells read.
	{
		of: LIPO,
		end: 'full',
		min: 62,
		mAh: 2400,
		expected: 2450,
		cells: [4.2, 4.31, 4.2, 4.2],
		is: 'not what it says',
		says: /Cell 2 ended at 4\.310 V, above/
	},
	{
		of: LIPO,
		end: 'full',
		min: 62,
		mAh: 2400,
		expected: 2450,
		cells: [4.2, 4.2, 4.05, 4.2],
		is: 'not what it says',
		says: /Cell 3 ended at 4\.05 V, where full is 4\.20/
	},
	{
		of: LIFE,
		end: 'full',
		min: 50,
		mAh: 700,
		expected: 800,
		cells: [3.8, 3.4],
		is: 'not what it says',
		says: /Cell 1 ended at 3\.800 V, above/
	},
	{
		of: ['liion', 3, 7000],
		end: 'full',
		min: 150,
		mAh: 5000,
		expected: 5200,
		a: 3.5,
		cells: [4.1, 4.0, 4.1],
		is: 'not what it says',
		says: /Cell 2 ended at 4\.00/
	},
	// First parts of packs that rested very low, each in the limit of its chemistry; more is none.
	{
		of: NIMH,
		end: 'capacity limit',
		min: 48,
		mAh: 240,
		expected: 242,
		limit: 240,
		a: 0.3,
		is: 'sound',
		says: /^Its first part is in, 240 mAh/
	},
	{
		of: NIMH,
		end: 'timer',
		min: 60,
		mAh: 230,
		expected: 240,
		limit: 240,
		timer: 60,
		a: 0.23,
		is: 'sound',
		says: /^Its first part/
	},
	{
		of: NIMH,
		end: 'timer',
		min: 60,
		mAh: 150,
		expected: 240,
		limit: 240,
		timer: 60,
		a: 0.15,
		is: 'doubtful',
		says: /cut it/
	},
	{
		of: NIMH,
		end: 'capacity limit',
		min: 110,
		mAh: 540,
		expected: 540,
		limit: 540,
		a: 0.3,
		is: 'sound',
		says: /: full\.$/
	},
	{
		of: ['liion', 3, 2600],
		end: 'capacity limit',
		min: 60,
		mAh: 200,
		expected: 213,
		limit: 200,
		a: 0.2,
		is: 'sound',
		says: /^Its first part/
	},
	{
		of: LIPO,
		end: 'capacity limit',
		min: 5,
		mAh: 240,
		expected: 240,
		limit: 240,
		is: 'doubtful',
		says: /not full/
	},
	{
		of: LEAD,
		end: 'capacity limit',
		min: 180,
		mAh: 2100,
		expected: 2120,
		limit: 2100,
		a: 0.7,
		is: 'sound',
		says: /^Its first part/
	},
	{
		of: LEAD,
		end: 'capacity limit',
		min: 180,
		mAh: 2100,
		expected: 1700,
		limit: 2100,
		a: 0.7,
		is: 'doubtful',
		says: /began emptier/
	},
	// Guards.
	{
		of: LIPO,
		end: 'timer',
		min: 120,
		mAh: 2000,
		expected: 2400,
		timer: 120,
		is: 'doubtful',
		says: /timer of 120 min cut it with 2000 mAh of about 2400/
	},
	{
		of: LIPO,
		end: 'timer',
		min: 60,
		mAh: 2000,
		expected: 2400,
		timer: 120,
		is: 'not what it says',
		says: /after 60 min by its timer, and the program’s is 120/
	},
	{ of: LIPO, end: 'timer', min: 118, mAh: 2000, expected: 2400, timer: 120, is: 'doubtful', says: /cut it/ },
	{
		of: LIPO,
		end: 'capacity limit',
		min: 62,
		mAh: 2700,
		expected: 2600,
		limit: 2700,
		is: 'doubtful',
		says: /not full/
	},
	{
		of: LIPO,
		end: 'capacity limit',
		min: 40,
		mAh: 1500,
		expected: 2400,
		limit: 2700,
		is: 'not what it says',
		says: /limit left over|program’s limit is 2700/
	},
	{
		of: LIPO,
		end: 'capacity limit',
		min: 62,
		mAh: 2640,
		expected: 2600,
		limit: 2700,
		is: 'doubtful',
		says: /cut it/
	},
	{
		of: LIPO,
		end: 'capacity limit',
		min: 62,
		mAh: 2700,
		expected: 1900,
		limit: 2700,
		is: 'doubtful',
		says: /began emptier than was read/
	},
	{
		of: LEAD,
		end: 'capacity limit',
		min: 129,
		mAh: 3001,
		expected: 4938,
		a: 1.4,
		limit: 3000,
		is: 'doubtful',
		says: /left over from a smaller pack/
	},
	{
		of: NIMH,
		end: 'capacity limit',
		min: 80,
		mAh: 3600,
		expected: 3000,
		limit: 3600,
		is: 'doubtful',
		says: /began emptier/
	},
	{
		of: LEAD,
		end: 'timer',
		min: 720,
		mAh: 5000,
		expected: 5300,
		a: 1.4,
		timer: 720,
		is: 'doubtful',
		says: /not full/
	},
	// Ends of another kind.
	{ of: LIPO, end: 'stopped', min: 20, mAh: 900, expected: 2400, is: 'doubtful', says: /stopped before/ },
	{ of: LIPO, end: 'charger error', min: 20, mAh: 900, expected: 2400, is: 'doubtful', says: /gave up/ },
	{ of: LIPO, end: 'link lost', min: 20, mAh: 900, expected: 2400, is: 'doubtful', says: /not heard/ },
	{ of: LIPO, end: 'temperature', min: 20, mAh: 900, expected: 2400, is: 'doubtful', says: /too hot/ },
	{ of: LIPO, end: null, min: 20, mAh: 900, expected: 2400, is: 'doubtful', says: /Nobody wrote down/ },
	// Cells that end within 20 mV of each other ended together, as exactly as they are read.
	...(
		[
			[4.18, /^Minutes, charge, cells and what was expected fit one another/],
			[4.179, /the cells ended 21 mV apart, cell 3 lowest/]
		] as const
	).map(([third, says]) => ({
		of: LIPO,
		end: 'full' as const,
		min: 60,
		mAh: 2400,
		expected: 2400,
		cells: [4.2, 4.2, third, 4.2],
		is: 'sound' as const,
		says
	})),
	// Half of what was expected is early, however little that is in ampere-hours; little that is
	// missing is not.
	{
		of: LIPO,
		end: 'full',
		min: 25,
		mAh: 1000,
		expected: 2500,
		is: 'not what it says',
		says: /1000 mAh in 25/
	},
	{ of: LIPO, end: 'full', min: 4, mAh: 100, expected: 300, is: 'sound', says: /fit/ },
	// Up to its storage volts sooner than was thought: it is not down.
	{
		of: LIPO,
		task: 'storage',
		end: 'end voltage',
		min: 12,
		mAh: 300,
		expected: 1300,
		is: 'sound',
		says: /^(?!.*It was down)/
	},
	// 50 mV under the end a full cell may end, further it does not.
	{
		of: LIPO,
		end: 'full',
		min: 60,
		mAh: 2400,
		expected: 2400,
		cells: [4.2, 4.2, 4.152, 4.2],
		is: 'sound',
		says: /48 mV apart/
	},
	{
		of: LIPO,
		end: 'full',
		min: 60,
		mAh: 2400,
		expected: 2400,
		cells: [4.2, 4.2, 4.148, 4.2],
		is: 'not what it says',
		says: /Cell 3 ended at 4\.15 V/
	},
	// What a cell may have at the most is not above it.
	{
		of: LIPO,
		end: 'full',
		min: 60,
		mAh: 2400,
		expected: 2400,
		cells: [4.25, 4.25, 4.25, 4.25],
		is: 'doubtful',
		says: /Cell 1 ended at 4\.250 V, 50 mV above the end/
	},
	{
		of: LIPO,
		end: 'full',
		min: 60,
		mAh: 2400,
		expected: 2400,
		cells: [4.25, 4.25, 4.251, 4.25],
		is: 'not what it says',
		says: /Cell 3 ended at 4\.251 V, above the 4\.250 V/
	}
];

for (const row of ROWS)
	test(`${row.of.join(' ')}, ${row.task ?? 'charge'}: ${row.end} with ${row.mAh} of ${row.expected} mAh in ${row.min} min`, () => {
		const judged = judgeEnd(seen(row));
		assert.equal(judged.outcome, row.is, judged.reason);
		assert.match(judged.reason, row.says);
		assert.match(judged.reason, /^[A-Z0-9].*\.$/s, 'a whole sentence');
		assert.ok(row.is === 'sound' || judged.next !== '', 'what is not sound says what to do');
	});

test('at least sixty ends', () => assert.ok(ROWS.length >= 60, `${ROWS.length}`));
