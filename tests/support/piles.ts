/**
 * Piles of packs drawn by a seed, and two ways of sorting them that know nothing of how core does
 * it.
 */
import highs from 'highs';
import { socAt } from '../../core/chemistry/curve';
import { lipo } from '../../core/chemistry/lipo';
import type { Sorting } from '../../core/parallel/sorter';
import { fits } from '../../core/parallel/fits';
import type { PileItem } from '../../core/parallel/pile';
import { batchMinutes } from '../../core/parallel/schedule';
import { uniform } from '../../core/simulate/random';

/**
 * `n` packs of 4S spread over `spreadV`, of three sizes, cells of one pack unlike each other;
 * channels with boards and without.
 */
export function drawnPile(seed: number, n: number, spreadV = 0.35): Sorting {
	const next = uniform(seed);
	const from = 3.55 + 0.4 * next();
	const items = Array.from({ length: n }, (_, k): PileItem => {
		const v = from + spreadV * next();
		const cellV = Array.from({ length: 4 }, () => v + 0.02 * (next() - 0.5));
		const capacityAh = [1.3, 1.5, 2.2, 5.4][Math.floor(3.1 * next())];
		const soc = cellV.reduce((sum, x) => sum + socAt(lipo.curve, x), 0) / 4;
		const firm = 0.5 + next();
		return {
			id: `p${k}`,
			cellV,
			capacityAh,
			needAh: Math.max(0, 1 - soc) * capacityAh,
			soc,
			rateC: next() < 0.2 ? 0.5 : 1,
			seriesOhm: (firm * 4 * 0.012) / capacityAh,
			relaxOhm: (firm * 4 * 0.035) / capacityAh,
			make: ''
		};
	});
	const channels = 1 + Math.floor(3 * next());
	const places = Array.from({ length: channels }, (_, c) => ({
		channelId: `c${c}`,
		places: c === 0 ? 4 : [1, 2, 3, 4][Math.floor(4 * next())],
		mostA: 3 + 5 * next(),
		freeInMin: next() < 0.5 ? 0 : Math.round(40 * next())
	}));
	return { items, places, fitting: { curve: lipo.curve, relaxS: 180, windowV: 0.1, sameMake: false } };
}

export interface Optimum {
	batches: number;
	doneMin: number;
}

/** Every partition, and for each every way of laying its batches on channels. Up to nine packs. */
export function byBruteForce({ items, places, fitting }: Sorting): Optimum {
	let best: Optimum = { batches: Infinity, doneMin: Infinity };
	const most = Math.max(...places.map((p) => p.places));
	const soonest = (batches: PileItem[][], k: number, free: number[]): number => {
		if (k === batches.length) return 0;
		let least = Infinity;
		places.forEach((p, c) => {
			if (batches[k].length > p.places) return;
			const end = free[c] + batchMinutes(batches[k], p);
			least = Math.min(
				least,
				Math.max(
					end,
					soonest(
						batches,
						k + 1,
						free.map((f, n) => (n === c ? end : f))
					)
				)
			);
		});
		return least;
	};
	const put = (n: number, batches: PileItem[][]): void => {
		if (batches.length > best.batches) return;
		if (n === items.length) {
			if (!batches.every((b) => fits(b, fitting))) return;
			const doneMin = soonest(
				batches,
				0,
				places.map((p) => p.freeInMin)
			);
			if (batches.length < best.batches || doneMin < best.doneMin)
				best = { batches: batches.length, doneMin };
			return;
		}
		for (const batch of batches) {
			if (batch.length >= most) continue;
			batch.push(items[n]);
			put(n + 1, batches);
			batch.pop();
		}
		put(n + 1, [...batches, [items[n]]]);
	};
	put(0, []);
	return best;
}

let solver: Awaited<ReturnType<typeof highs>> | null = null;

/**
 * A linear program with whole numbers, by HiGHS: a column for every batch that fits on every
 * channel with room for it; each pack is in one, as few as can be, and then the last channel is
 * done as soon as can be.
 */
export async function byHighs({ items, places, fitting }: Sorting): Promise<Optimum> {
	solver ??= await highs();
	const most = Math.max(...places.map((p) => p.places));
	const batches: number[][] = [];
	const grow = (batch: number[], from: number): void => {
		const packs = batch.map((n) => items[n]);
		if (batch.length && fits(packs, fitting)) batches.push(batch);
		if (batch.length === most) return;
		for (let n = from; n < items.length; n++) {
			const apart = batch.some((o) =>
				items[o].cellV.some((v, i) => Math.abs(v - items[n].cellV[i]) > fitting.windowV + 1e-9)
			);
			const size = [...packs.map((m) => m.capacityAh), items[n].capacityAh];
			if (!apart && Math.max(...size) <= 4 * Math.min(...size)) grow([...batch, n], n + 1);
		}
	};
	grow([], 0);
	const columns = batches.flatMap((batch, b) =>
		places.flatMap((p, c) =>
			batch.length <= p.places
				? [
						{
							name: `x${b}_${c}`,
							batch,
							c,
							takes: batchMinutes(
								batch.map((n) => items[n]),
								p
							)
						}
					]
				: []
		)
	);
	const sum = (of: typeof columns, factor = (_: (typeof columns)[number]) => 1) =>
		of.map((x) => `+ ${factor(x)} ${x.name}`).join('\n ');
	const cover = items
		.map((_, n) => ` k${n}: ${sum(columns.filter((x) => x.batch.includes(n)))} = 1`)
		.join('\n');
	const whole = `Binary\n ${columns.map((x) => x.name).join('\n ')}\nEnd`;
	const few = solver.solve(`Minimize\n obj: ${sum(columns)}\nSubject To\n${cover}\n${whole}`, {
		output_flag: false
	});
	const count = Math.round(few.ObjectiveValue);
	const times = places.map((p, c) => {
		const on = columns.filter((x) => x.c === c);
		return on.length ? ` t${c}: done ${on.map((x) => `- ${x.takes} ${x.name}`).join('\n ')} >= 0\n` : '';
	});
	// A channel that is used is done no sooner than it was free and its batches are over.
	const flags = places.map((p, c) => {
		const on = columns.filter((x) => x.c === c);
		if (p.freeInMin === 0 || !on.length) return '';
		return (
			on.map((x) => ` w${c}_${x.name}: y${c} - ${x.name} >= 0\n`).join('') +
			` v${c}: done - ${p.freeInMin} y${c} ${on.map((x) => `- ${x.takes} ${x.name}`).join('\n ')} >= 0\n`
		);
	});
	const soon = solver.solve(
		`Minimize\n obj: done\nSubject To\n${cover}\n n: ${sum(columns)} = ${count}\n${times.join('')}${flags.join('')}${whole.replace(
			'Binary\n',
			`Binary\n ${places.map((p, c) => (p.freeInMin > 0 ? `y${c}\n ` : '')).join('')}`
		)}`,
		{ output_flag: false, mip_rel_gap: 1e-6 }
	);
	return { batches: count, doneMin: soon.ObjectiveValue };
}
