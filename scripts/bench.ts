/**
 * Speed, measured: medians of repeated runs and ratios to the targets. Never part of the tests: a
 * slow machine is not a fault.
 *   npm run bench              core, server and threads
 *   npm run bench -- browser   the interface, in the real browser
 *   npm run bench -- pages     processor time of each page with 200 packs and 20 000 runs
 *   npm run bench -- pages FILE [PART]   with a copy of a data file; addresses with PART alone
 */
import { printed } from './bench/rows';
import { build } from './steps.mjs';

if (process.argv[2] === 'browser') {
	await build();
	const { interfaceRows } = await import('./bench/interface');
	console.log(printed(await interfaceRows()));
} else if (process.argv[2] === 'pages') {
	await build();
	const { pageRows } = await import('./bench/pages');
	console.log(printed(await pageRows(process.argv[3], process.argv[4])));
} else await import('./bench/core');
