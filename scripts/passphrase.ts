/**
 * Sets the passphrase of the local network:   node --import tsx scripts/passphrase.ts FILE
 * Asked for at the terminal, or taken from STACK_TENDER_PASSPHRASE.
 */
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { setPassphrase, unfit } from '../src/lib/server/lan/passphrase';

const [file] = process.argv.slice(2);

/** One line that is not shown while it is typed. */
function hidden(question: string): Promise<string> {
	process.stdout.write(question);
	const silent = new Writable({ write: (_part, _coding, done) => done() });
	const terminal = createInterface({ input: process.stdin, output: silent, terminal: true });
	return new Promise((resolve) =>
		terminal.question('', (answer) => {
			terminal.close();
			process.stdout.write('\n');
			resolve(answer);
		})
	);
}

async function ask(): Promise<string> {
	if (!process.stdin.isTTY) {
		console.error('Set one with STACK_TENDER_PASSPHRASE, or start from a terminal, where it is asked for.');
		process.exit(1);
	}
	for (;;) {
		const one = await hidden('A passphrase for the local network: ');
		const wrong = unfit(one);
		if (wrong) {
			console.log(wrong);
			continue;
		}
		if (one === (await hidden('Once more: '))) return one;
		console.log('The two differ.');
	}
}

const given = process.env.STACK_TENDER_PASSPHRASE;
const wrong = given === undefined ? '' : unfit(given);
if (wrong) {
	console.error(wrong);
	process.exit(1);
}
await setPassphrase(file, given ?? (await ask()));
