/** In the server, the links and the simulated charger. */
import type { Equivalent } from './equivalent';

export const IN_SERVER: readonly Equivalent[] = [
	{
		file: 'src/lib/server/services/packs/packs.ts',
		line: 'const minuteOf = (now: string): string => now.slice(0, 16);',
		before: '16',
		after: '17',
		why: 'The colon after the minute.'
	},
	{
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'text: z.string().min(1),',
		before: '1',
		after: '2',
		why: 'One character is refused a line further on, as no log.'
	},
	{
		file: 'src/lib/server/link/stand-in-link.ts',
		line: 'clearTimeout(timer);',
		before: 'clearTimeout(timer);',
		after: ';',
		why: 'The timer then rejects what was answered long ago, which nobody hears.'
	},
	{
		file: 'src/lib/server/services/runs/watching.ts',
		line: 'this.eyes.delete(runId);',
		before: 'this.eyes.delete(runId);',
		after: ';',
		why: 'Memory alone: the id of a run never comes again.'
	},
	{
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'const SAME_MS = 60_000;',
		before: '60_000',
		after: '60001',
		why: 'A millisecond in a minute.'
	},
	{
		file: 'src/lib/server/services/drill/drills.ts',
		line: 'if (worlds.size > MOST_WORLDS) worlds.delete([...worlds.keys()][0]);',
		before: 'worlds.delete([...worlds.keys()][0]);',
		after: ';',
		why: 'Memory alone: a world is made again from its seed.'
	},
	{
		file: 'src/lib/server/link/stand-in-link.ts',
		line: 'const HEARD_MS = 6000;',
		before: '6000',
		after: '6001',
		why: 'A millisecond of patience.'
	},
	{
		file: 'src/lib/server/services/book/take-out.ts',
		line: 'const ROWS = 25;',
		before: '25',
		after: '26',
		why: 'Rows that are fetched at once, of one list.'
	},
	{
		file: 'src/lib/server/services/runs/follow.ts',
		line: "if (!(error instanceof LinkError)) this.log.error({ err: error }, 'looking over idle channels failed');",
		before: '!(error instanceof LinkError)',
		after: '(error instanceof LinkError)',
		why: 'Only what is logged.'
	},
	{
		file: 'src/lib/server/services/runs/corrections.ts',
		line: 'chargeAh: chargeAh ?? 0,',
		before: '0',
		after: '1',
		why: 'A figure that is not named is checked and not written.'
	},
	{
		file: 'src/lib/server/db/start-error.ts',
		line: 'for (let e = error as Coded | null | undefined, deep = 0; e && deep < 8; deep++) {',
		before: '<',
		after: '<=',
		why: 'Wrapped nine deep by nobody.'
	},
	{
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'if (perCell > 1.15 * cellMaxV || perCell < 0.3 * cellMaxV)',
		before: '<',
		after: '<=',
		why: 'A share that comes out at exactly this.'
	},
	{
		file: 'src/lib/server/services/plan/ways.ts',
		line: 'if (kept.size >= MOST_KEPT) kept.clear();',
		before: '>=',
		after: '>',
		why: 'One more that is kept.'
	},
	{
		file: 'src/lib/server/services/packs/pile.ts',
		line: '.sort((a, b) => b.packs - a.packs || (a.name < b.name ? -1 : 1));',
		before: '<',
		after: '<=',
		why: 'Two kinds of one name are told in either order.'
	},
	{
		file: 'src/lib/server/services/packs/ageing.ts',
		line: 'db.kept(`ageing ${pack.id} ${now.slice(0, 10)}`, async () => {',
		before: '10',
		after: '11',
		why: 'The name of what is kept of a day: with the letter behind the day it is as much that day’s.'
	},
	{
		file: 'src/lib/server/services/chargers/chargers.ts',
		line: 'if (dropped.length > 0 && (await tx.models.Run.count({ where: open })) > 0)',
		before: '>',
		after: '>=',
		why: 'No run is on a channel of none.'
	},
	{
		file: 'src/lib/server/services/book/take-out.ts',
		line: '{ highWaterMark: 1 }',
		before: '1',
		after: '2',
		why: 'How far it is read ahead.'
	},
	{
		file: 'src/lib/server/db/connect.ts',
		line: 'const READERS = 3;',
		before: '3',
		after: '4',
		why: 'How many read at once.'
	}
];
