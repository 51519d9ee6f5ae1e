/**
 * Piles sorted into batches, against every way there is (up to nine packs) and against HiGHS (up
 * to 24); and how long it takes.
 *   npm run batches            300 small piles, 100 large ones
 *   npm run batches -- 30 5    so many of each
 */
import { sortWithin } from '../core/parallel/batches';
import { byBruteForce, byHighs, drawnPile } from '../tests/support/piles';

const [small = 300, large = 100] = process.argv.slice(2).map(Number);
const clock = () => performance.now();
const like = (a: number, b: number) => Math.abs(a - b) <= 0.5 + 1e-6;

let same = 0;
for (let seed = 1; seed <= small; seed++) {
	const sorting = drawnPile(seed, 3 + (seed % 7));
	const ours = sortWithin(sorting, 5000, clock)!;
	const best = byBruteForce(sorting);
	if (ours.batches.length === best.batches && like(ours.doneMin, best.doneMin)) same++;
	else
		console.log(
			`pile ${seed}: ${ours.batches.length} done ${ours.doneMin.toFixed(2)}, every way ${best.batches} done ${best.doneMin.toFixed(2)}`
		);
}
console.log(`every way there is: ${same} of ${small} piles of up to 9 alike`);

const quickGaps: number[] = [];
const times: number[] = [];
let [count, minutes, proved] = [0, 0, 0];
for (let seed = 1; seed <= large; seed++) {
	const sorting = drawnPile(1000 + seed, 14 + (seed % 11));
	const at = clock();
	const quick = sortWithin(sorting, 40, clock)!;
	times.push(clock() - at);
	const exact = sortWithin(sorting, 5000, clock)!;
	const best = await byHighs(sorting);
	if (exact.batches.length === best.batches) count++;
	if (exact.batches.length === best.batches && like(exact.doneMin, best.doneMin)) minutes++;
	else
		console.log(
			`pile ${1000 + seed} of ${sorting.items.length}: ${exact.batches.length} done ${exact.doneMin.toFixed(2)}, HiGHS ${best.batches} done ${best.doneMin.toFixed(2)}`
		);
	if (exact.proved) proved++;
	quickGaps.push(quick.batches.length > best.batches ? Infinity : quick.doneMin / best.doneMin - 1);
}
const sorted = [...quickGaps].sort((a, b) => a - b);
const share = (of: number) => `${((100 * of) / large).toFixed(0)} %`;
console.log(
	`HiGHS, piles of 14 to 24: ${count} of ${large} with as few batches, ${minutes} done as soon, ${proved} proved within 5 s`
);
console.log(
	`after 40 ms: within 2 % of the best in ${share(sorted.filter((g) => g <= 0.02).length)}, median ${(100 * sorted[Math.floor(large / 2)]).toFixed(1)} %, 90th ${(100 * sorted[Math.floor(0.9 * large)]).toFixed(1)} %; longest ${Math.max(...times).toFixed(0)} ms`
);
