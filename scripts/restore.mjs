/**
 * Puts a backup in the place of the data:   npm run restore -- FILE [--demo]
 * What is there now is kept beside it under another name. Installs what is missing first.
 */
import { resolve, join } from 'node:path';
import { parseArgs } from 'node:util';
import { install, needNode, root, run } from './steps.mjs';

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: { demo: { type: 'boolean', default: false } }
});
if (positionals.length !== 1) {
	console.error('Name the backup: npm run restore -- FILE (and --demo to restore the demo data).');
	process.exit(1);
}
const dataDir = process.env.STACK_TENDER_DIR ?? join(root, 'data');
const dataFile = join(dataDir, values.demo ? 'demo.sqlite' : 'stack-tender.sqlite');
needNode();
await install();
process.exit(
	await run('node', ['--import', 'tsx', 'scripts/restore-data.ts', resolve(positionals[0]), dataFile])
);
