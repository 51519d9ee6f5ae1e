/** What is dated in the book is dated by the book's own clock, on the server and on a page. */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { filesIn } from '../support/imports';

/** Files that ask the machine's clock, each with why. */
const MACHINE: Record<string, string> = {
	'src/lib/server/clock.ts': 'the book’s clock is made from it',
	'src/lib/server/db/connect.ts': 'names of files that are set aside',
	'src/lib/server/db/migrations/0005-described.ts': 'frozen',
	'src/lib/server/lan/devices.ts': 'sessions last by the clock of the network',
	'src/lib/server/lan/door.ts': 'tries last by the clock of the network',
	'src/lib/server/lan/tries.ts': 'tries last by the clock of the network',
	'src/lib/server/link/stand-in-keeper.ts': 'how long ago something was sent',
	'src/lib/server/link/stand-in-link.ts': 'how long ago something was heard',
	'src/lib/server/services/runs/follow.ts': 'the clock of tests; the application hands its own',
	'src/lib/ui/server/book-time.ts': 'the book’s time on a page is made from it',
	'src/lib/ui/form/kept-draft.svelte.ts': 'drafts stay in this browser',
	'src/lib/ui/form/LeaveGuard.svelte': 'drafts stay in this browser'
};

test('only files with a reason ask the machine’s clock', () => {
	const asks = filesIn('src')
		.filter((file) => /\.(ts|svelte)$/.test(file) && !file.endsWith('.test.ts'))
		.filter((file) => /Date\.now\b|new Date\(\)/.test(readFileSync(file, 'utf8')));
	assert.deepEqual(asks.sort(), Object.keys(MACHINE).sort());
});
