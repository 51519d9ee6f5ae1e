/** Thin: the process that proves a data file, and says how far it is. */
import { workInOwnProcess } from '../../own-process';
import { proveDataFile } from './prove';
import type { Proved, ProveRequest } from './prove-beside';

workInOwnProcess<ProveRequest, Proved>(async ({ file }, tell) => {
	try {
		await proveDataFile(file, tell);
		return null;
	} catch (error) {
		const { name, message } = error as Error;
		return name === 'StartError' ? message : `This file cannot be used: ${message}`;
	}
});
