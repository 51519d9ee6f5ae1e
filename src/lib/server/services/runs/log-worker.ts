/** Thin: the process that reads a charger's log from the bytes of a request. */
import { parseJson, textOf } from '../../body-text';
import { workInOwnProcess } from '../../own-process';
import { refuse, type Result } from '../../result';
import { readLogToImport, type LogRead } from './import-log';

workInOwnProcess<Uint8Array, Result<LogRead>>((bytes) => {
	const text = textOf(bytes);
	if (text === null) return refuse(400, 'The body is not UTF-8.');
	const body = parseJson(text);
	return body.ok ? readLogToImport(body.value) : body;
});
