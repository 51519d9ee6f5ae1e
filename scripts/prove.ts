/**
 * Whatever is proposed holds: npm run prove [-- cases [first seed]], 200 000 unless it is said
 * otherwise. Ends with an error when anything is broken, thrown or endless; prints how long an
 * answer takes.
 */
import { solve } from '../core/program/solve';
import { drawCase } from './prove/cases';
import { broken } from './prove/invariants';
import { bolder } from './prove/monotone';
import { helpless } from './prove/press';

const [count = '200000', first = '1'] = process.argv.slice(2);
const tally = { proposed: 0, refused: 0, broken: 0, helpless: 0 };
const ms: number[] = [];
/**
 * So many answers come while the engine still compiles what gives them; they are proved but not
 * timed.
 */
const COLD = Math.min(200, Number(count) / 2);
let answered = 0;
for (let seed = Number(first); seed < Number(first) + Number(count); seed++) {
	const c = drawCase(seed);
	const from = performance.now();
	let wrong: string | null;
	try {
		const s = solve(c.context, c.keyed);
		const took = performance.now() - from;
		if (++answered > COLD) ms.push(took);
		if (took > 40 && process.env.SAY) console.log(`slow ${seed}: ${took.toFixed(0)} ms`);
		tally[s.proposed ? 'proposed' : 'refused']++;
		wrong = broken(c, s) ?? bolder(c, s);
		const press = helpless(c, s);
		if (press) {
			tally.helpless++;
			if (process.env.SAY) console.log(`press at ${seed}: ${press}`);
		}
	} catch (error) {
		wrong = `threw ${error instanceof Error ? error.stack : String(error)}`;
	}
	if (wrong) {
		tally.broken++;
		console.log(
			`seed ${seed}: ${c.context.pack.cells}S ${c.context.pack.chemistry}, ${c.context.task}: ${wrong}`
		);
	}
}
ms.sort((a, b) => a - b);
const quantile = (q: number) => ms[Math.min(ms.length - 1, Math.floor(q * ms.length))]?.toFixed(1);
console.log(JSON.stringify(tally));
console.log(
	`ms: median ${quantile(0.5)}, 99 % ${quantile(0.99)}, 99.9 % ${quantile(0.999)}, most ${quantile(1)}`
);
process.exit(tally.broken ? 1 : 0);
