import { test } from 'node:test';
import assert from 'node:assert/strict';
import { uniform } from '$core/simulate/random';
import { GAP, LETTER, placeNames, type Named } from './names';

const box = (n: Named, p: { side: string; row: number }) => {
	const width = n.text.length * LETTER;
	const from = p.side === 'right' ? n.x + GAP : n.x - GAP - width;
	return { row: p.row, from, to: from + width };
};

test('one name stands right of its line, at the top; near the right edge it stands left', () => {
	assert.deepEqual(placeNames([{ x: 100, text: 'timer 120' }], 500), [{ side: 'right', row: 0 }]);
	assert.deepEqual(placeNames([{ x: 480, text: 'timer 120' }], 500), [{ side: 'left', row: 0 }]);
});

test('a name whose line is close to the next goes to the free side', () => {
	const [first, second] = placeNames(
		[
			{ x: 200, text: 'constant voltage' },
			{ x: 230, text: 'timer 90' }
		],
		500
	);
	assert.deepEqual(first, { side: 'left', row: 0 });
	assert.deepEqual(second, { side: 'right', row: 0 });
});

test('of any five names none lies over another, and none leaves a plot that has room for it', () => {
	const random = uniform(5);
	for (let k = 0; k < 500; k++) {
		const wide = 300 + random() * 400;
		const names = ['constant voltage', 'timer 120', 'capacity limit', 'rest', 'down again'].map((text) => ({
			x: random() * wide,
			text
		}));
		const boxes = placeNames(names, wide).map((p, i) => box(names[i], p));
		boxes.forEach((a, i) => {
			assert.ok(a.from >= 0 && a.to <= wide, `${names[i].text} of ${k} leaves the plot`);
			for (const b of boxes.slice(i + 1))
				assert.ok(a.row !== b.row || a.from >= b.to || b.from >= a.to, `case ${k}: one over another`);
		});
	}
});
