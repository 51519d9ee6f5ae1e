/** Thin: the process that reads, checks, compares or stages a book, and says how far it is. */
import { openForReading } from '../../db/connect';
import { workInOwnProcess } from '../../own-process';
import { done } from '../../result';
import { staged } from './bring-in';
import { checkFile } from './check-book';
import { compareBook } from './compare-book';
import type { ImportAnswer, ImportRequest } from './import-beside';

workInOwnProcess<ImportRequest, ImportAnswer>(async ({ dataFile, bytes, stageIn }, tell) => {
	const checked = checkFile(bytes);
	if (!checked.ok) return checked;
	const here = await openForReading(dataFile);
	try {
		if (!stageIn) return done(await compareBook(here, checked.value, tell));
		return await staged(here, checked.value, stageIn.replace, stageIn.file, tell);
	} finally {
		await here.close();
	}
});
