/**
 * Speed, measured: medians of repeated runs and ratios to the targets. Never part of the tests: a
 * slow machine is not a fault.
 *   npm run bench              core, server and threads
 *   npm run bench -- browser   the interface, in the real browser
 */
import { printed } from './bench/rows';
import { build } from './steps.mjs';

if (process.argv[2] === 'browser') {
	await build();
	const { interfaceRows } = await import('./bench/interface');
	console.log(printed(await interfaceRows()));
} else await import('./bench/core');
