/** The restoring itself, once everything is installed: `restore-data.ts BACKUP DATAFILE`. */
import { inOneSentence } from '../src/lib/server/db/start-error';
import { restoreDatabase } from '../src/lib/server/db/restore';
import { proveDataFile } from '../src/lib/server/services/book/prove';

const [backup, file] = process.argv.slice(2);
await inOneSentence(async () => {
	const { keptAs } = await restoreDatabase(backup, file, (copy) => proveDataFile(copy));
	console.log(`${file} now holds what ${backup} held.`);
	if (keptAs) console.log(`What was there before is kept in ${keptAs}.`);
});
