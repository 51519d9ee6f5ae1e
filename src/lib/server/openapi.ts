/**
 * The OpenAPI 3.1 document of the HTTP API, its schemas made from the same Zod shapes that check
 * every request.
 */
import { z } from 'zod';
import { ProgramRequest } from './services/programs/programs';
import { Preferences } from './services/house/preferences';
import { StartRequest } from './services/runs/runs';
import { LookSchema, RunResultSchema, RunSchema } from '$core/log/run-schema';
import { SupplyInputSchema } from '$core/charger/supply-schema';
import { ChargerInputSchema, ChargerSchema } from '$core/charger/charger-schema';
import { ReadingInputSchema } from '$core/pack/reading-schema';
import { PlanInputSchema, PlanSchema } from '$core/plan/plan-schema';
import { PackInputSchema, PackSchema } from '$core/pack/pack-schema';
import { ProgramSettingsSchema } from '$core/request/settings-schema';

const Finding = z.object({
	rule: z.string(),
	severity: z.enum(['stop', 'check', 'note']),
	protects: z.enum(['person', 'pack', 'charger', 'result']),
	sentence: z.string(),
	source: z.string(),
	overridable: z.boolean()
});
const Spread = z.object({ median: z.number(), p5: z.number(), p95: z.number(), p99: z.number() });
const Proposal = z.object({
	proposed: z.boolean(),
	verdict: z.enum(['stop', 'check', 'clear']),
	findings: z.array(Finding),
	settings: ProgramSettingsSchema.nullable(),
	forecast: z.object({ timeMin: Spread, chargeAh: Spread, peakTemperatureDegC: Spread }).nullable()
});
const ApiError = z.object({
	error: z.object({ message: z.string(), fields: z.record(z.string(), z.string()) })
});

const SCHEMAS = {
	Pack: PackSchema,
	PackInput: PackInputSchema,
	Reading: ReadingInputSchema,
	Charger: ChargerSchema,
	ChargerInput: ChargerInputSchema,
	Supply: SupplyInputSchema,
	ProgramRequest,
	Proposal,
	StartRequest,
	Run: RunSchema,
	RunResult: RunResultSchema,
	Look: LookSchema,
	Preferences,
	Plan: PlanSchema,
	PlanInput: PlanInputSchema,
	ApiError
};
type SchemaName = keyof typeof SCHEMAS;

interface Operation {
	path: string;
	method: 'get' | 'post' | 'put' | 'patch' | 'delete';
	summary: string;
	body?: SchemaName;
	answers?: SchemaName;
	list?: boolean;
	status?: number;
}

const OPERATIONS: Operation[] = [
	{ path: '/packs', method: 'get', summary: 'Every pack with its last reading and readiness' },
	{ path: '/packs', method: 'post', summary: 'Add a pack', body: 'PackInput', answers: 'Pack', status: 201 },
	{ path: '/packs/{id}', method: 'get', summary: 'One pack', answers: 'Pack' },
	{ path: '/packs/{id}', method: 'put', summary: 'Replace a pack', body: 'PackInput', answers: 'Pack' },
	{ path: '/packs/{id}', method: 'delete', summary: 'Take a pack off the shelf', answers: 'Pack' },
	{ path: '/packs/{id}/restore', method: 'post', summary: 'Undo the removal of a pack', answers: 'Pack' },
	{
		path: '/packs/{id}/readings',
		method: 'get',
		summary: 'Readings of a pack, newest first',
		answers: 'Reading',
		list: true
	},
	{
		path: '/packs/{id}/readings',
		method: 'post',
		summary: 'Add a reading',
		body: 'Reading',
		answers: 'Reading',
		status: 201
	},
	{
		path: '/readings/{id}',
		method: 'delete',
		summary: 'Remove a reading; it is answered',
		answers: 'Reading'
	},
	{
		path: '/readings/{id}/restore',
		method: 'post',
		summary: 'Undo removing a reading',
		answers: 'Reading'
	},
	{ path: '/chargers', method: 'get', summary: 'Every charger', answers: 'Charger', list: true },
	{
		path: '/chargers',
		method: 'post',
		summary: 'Add a charger',
		body: 'ChargerInput',
		answers: 'Charger',
		status: 201
	},
	{ path: '/chargers/{id}', method: 'get', summary: 'One charger', answers: 'Charger' },
	{
		path: '/chargers/{id}',
		method: 'put',
		summary: 'Replace a charger',
		body: 'ChargerInput',
		answers: 'Charger'
	},
	{ path: '/chargers/{id}', method: 'delete', summary: 'Remove a charger' },
	{
		path: '/chargers/{id}/restore',
		method: 'post',
		summary: 'Undo the removal of a charger',
		answers: 'Charger'
	},
	{
		path: '/chargers/{id}/held',
		method: 'patch',
		summary: 'Note a value that was keyed into the charger',
		answers: 'Charger'
	},
	{
		path: '/chargers/{id}/supply',
		method: 'put',
		summary: 'Note which supply feeds a charger from now on',
		answers: 'Charger'
	},
	{ path: '/supplies', method: 'get', summary: 'Every supply', answers: 'Supply', list: true },
	{
		path: '/supplies',
		method: 'post',
		summary: 'Add a supply',
		body: 'Supply',
		answers: 'Supply',
		status: 201
	},
	{
		path: '/supplies/{id}',
		method: 'delete',
		summary: 'Remove a supply that feeds nothing',
		answers: 'Supply'
	},
	{
		path: '/supplies/{id}/restore',
		method: 'post',
		summary: 'Undo the removal of a supply',
		answers: 'Supply'
	},
	{ path: '/supplies/{id}', method: 'put', summary: 'Replace a supply', body: 'Supply', answers: 'Supply' },
	{
		path: '/solve',
		method: 'post',
		summary: 'A program with the reason for every setting',
		body: 'ProgramRequest',
		answers: 'Proposal'
	},
	{ path: '/check', method: 'post', summary: 'What is wrong with chosen settings', body: 'ProgramRequest' },
	{ path: '/simulate', method: 'post', summary: 'The forecast with its trace', body: 'ProgramRequest' },
	{ path: '/programs', method: 'post', summary: 'Keep a program', body: 'ProgramRequest', status: 201 },
	{ path: '/programs/{id}', method: 'get', summary: 'A kept program' },
	{ path: '/programs/{id}', method: 'patch', summary: 'Rename a kept program, or take it off the list' },
	{ path: '/packs/{id}/programs', method: 'get', summary: 'Programs kept for a pack, newest version first' },
	{
		path: '/packs/{id}/channels',
		method: 'get',
		summary: 'What every channel would do for a pack now, best first; task and purpose are asked for'
	},
	{ path: '/chargers/{id}/slots', method: 'get', summary: 'What the memory slots of a charger hold' },
	{
		path: '/chargers/{id}/slots',
		method: 'put',
		summary: 'Note what was keyed into a slot; null empties it'
	},
	{ path: '/programs/{id}/connect', method: 'post', summary: 'Read the pack on the simulated charger' },
	{
		path: '/programs/{id}/checks',
		method: 'post',
		summary: 'Keep that nothing was started, with what the charger showed and hands saw',
		status: 201
	},
	{
		path: '/runs/{id}/figures',
		method: 'patch',
		summary: 'Correct figures of a run that has ended; what stood there is kept',
		answers: 'Run'
	},
	{ path: '/runs', method: 'get', summary: 'A page of the logbook, newest first' },
	{
		path: '/runs',
		method: 'post',
		summary: 'Start a kept program',
		body: 'StartRequest',
		answers: 'Run',
		status: 201
	},
	{ path: '/runs/{id}', method: 'get', summary: 'One run' },
	{ path: '/runs/{id}', method: 'patch', summary: 'Change the note of a run', answers: 'Run' },
	{ path: '/runs/{id}', method: 'delete', summary: 'Remove a run', answers: 'Run' },
	{ path: '/runs/{id}/restore', method: 'post', summary: 'Undo the removal of a run', answers: 'Run' },
	{ path: '/runs/{id}/stop', method: 'post', summary: 'Stop a run over the link', answers: 'Run' },
	{
		path: '/runs/{id}/close',
		method: 'post',
		summary: 'Close a run over the link whose charger stays away, with what is known of it',
		answers: 'Run'
	},
	{
		path: '/runs/{id}/end',
		method: 'post',
		summary: 'End a run that was keyed in by hand',
		body: 'RunResult',
		answers: 'Run'
	},
	{
		path: '/runs/{id}/looks',
		method: 'post',
		summary: 'Write down one figure from the screen during a run by hand; it is judged at once',
		body: 'Look',
		answers: 'Look',
		status: 201
	},
	{ path: '/runs/{id}/looks', method: 'get', summary: 'The looks of a run', answers: 'Look', list: true },
	{ path: '/cases', method: 'get', summary: 'Cases, newest first; of one pack with ?pack=' },
	{
		path: '/cases',
		method: 'post',
		summary: 'Open a case with what shows; its run, pack and channel fill in what is known',
		status: 201
	},
	{
		path: '/cases/{id}',
		method: 'get',
		summary: 'A case with its odds, the next look and whether charge may go on'
	},
	{
		path: '/cases/{id}',
		method: 'patch',
		summary: 'Answer, skip or forget a look, change what shows, say what it turned out to be'
	},
	{ path: '/cases/{id}', method: 'delete', summary: 'Take a case away' },
	{ path: '/cases/{id}/restore', method: 'post', summary: 'Put a case back' },
	{
		path: '/chargers/{id}/messages',
		method: 'post',
		summary: 'Teach what a message of this charger means',
		status: 201
	},
	{
		path: '/drill/{grade}/{seed}/looks',
		method: 'post',
		summary: 'What one look at the bench of a drill finds'
	},
	{
		path: '/drill/{grade}/{seed}/decide',
		method: 'post',
		summary: 'Commit to a decision in a drill; what was hidden is told'
	},
	{
		path: '/drill/programs/{grade}/{seed}',
		method: 'post',
		summary:
			'Commit to a program that was set up by hand in a drill; it is judged, and what would be set is told'
	},
	{ path: '/plans', method: 'get', summary: 'Plans, those that end last first', answers: 'Plan', list: true },
	{ path: '/plans', method: 'post', summary: 'Make a plan', body: 'PlanInput', answers: 'Plan', status: 201 },
	{
		path: '/plans/behind',
		method: 'get',
		summary: 'The plan that no longer holds, and what departs from it; null while all is as planned'
	},
	{
		path: '/plans/{id}',
		method: 'get',
		summary: 'A plan with what became of each of its jobs, and whether the rest should be planned anew'
	},
	{ path: '/plans/{id}', method: 'put', summary: 'Replace a plan', body: 'PlanInput', answers: 'Plan' },
	{ path: '/plans/{id}', method: 'delete', summary: 'Take a plan away', answers: 'Plan' },
	{ path: '/plans/{id}/restore', method: 'post', summary: 'Put a plan back', answers: 'Plan' },
	{
		path: '/plans/{id}/ground',
		method: 'get',
		summary: 'What the rest of a plan is planned with now: the bench, what goes on, what each job takes where'
	},
	{
		path: '/plans/{id}/calendar.ics',
		method: 'get',
		summary: 'The acts of a plan as iCalendar (RFC 5545), each with an alarm'
	},
	{ path: '/plans/{id}/plan.csv', method: 'get', summary: 'A plan as CSV (RFC 4180)' },
	{
		path: '/hours',
		method: 'post',
		summary:
			'Attended hours from an iCalendar file, between ?from= and ?until=, in ?zone= where it names one that it does not define; nothing is kept'
	},
	{ path: '/alarms', method: 'get', summary: 'Who is called to which run now' },
	{
		path: '/runs/{id}/alarms',
		method: 'post',
		summary: 'Answer an alarm of a run, or put it off; what calls still is answered'
	},
	{
		path: '/packs/{id}/uses',
		method: 'post',
		summary: 'Note that a pack was used; the moment is now unless it is given',
		status: 201
	},
	{ path: '/uses/{id}', method: 'patch', summary: 'Say more of a use: minutes, how it felt' },
	{ path: '/uses/{id}', method: 'delete', summary: 'Take a use back' },
	{ path: '/uses/{id}/restore', method: 'post', summary: 'Undo taking a use back' },
	{
		path: '/packs/{id}/observations',
		method: 'post',
		summary: 'Note what was seen, felt or smelt at a pack; its condition follows at once',
		status: 201
	},
	{ path: '/observations/{id}', method: 'delete', summary: 'Take back an observation made by mistake' },
	{ path: '/observations/{id}/restore', method: 'post', summary: 'Undo taking it back' },
	{
		path: '/observations/{id}/clear',
		method: 'post',
		summary: 'Clear an observation with the reason why the pack is sound; what stays for good is refused'
	},
	{ path: '/looks/{id}', method: 'put', summary: 'Correct a look', body: 'Look', answers: 'Look' },
	{ path: '/looks/{id}', method: 'delete', summary: 'Take a look away', answers: 'Look' },
	{
		path: '/looks/{id}/restore',
		method: 'post',
		summary: 'Undo the removal of a look',
		answers: 'Look'
	},
	{
		path: '/runs/{id}/telemetry',
		method: 'get',
		summary: 'Samples of a run as JSON columns, or CSV with ?format=csv'
	},
	{ path: '/live', method: 'get', summary: 'Server-sent events of running channels' },
	{ path: '/preferences', method: 'get', summary: 'Standing choices', answers: 'Preferences' },
	{
		path: '/preferences',
		method: 'patch',
		summary: 'Change standing choices',
		body: 'Preferences',
		answers: 'Preferences'
	},
	{ path: '/stand-in/speed', method: 'get', summary: 'Speed of the simulated charger' },
	{ path: '/stand-in/speed', method: 'put', summary: 'Change the speed of the simulated charger' },
	{ path: '/backup', method: 'get', summary: 'Everything as one SQLite file' },
	{ path: '/book', method: 'get', summary: 'Everything as one JSON document; see /book/schema.json' },
	{
		path: '/book',
		method: 'post',
		summary:
			'Bring a book (JSON) or a table (CSV) in, all of it or none: ?look says what would change, ?replace lets the file win'
	},
	{ path: '/book/schema.json', method: 'get', summary: 'JSON Schema of a book' },
	{
		path: '/book/import',
		method: 'get',
		summary: 'How much of the book that is being brought in has been read, 0 to 1; null without one'
	},
	{ path: '/book/import', method: 'delete', summary: 'Leave it while it is still being read' },
	{ path: '/book/tables/{table}', method: 'get', summary: 'One table as CSV, such as packs.csv' },
	{ path: '/kept', method: 'get', summary: 'Data files that may be put in the place of the data' },
	{
		path: '/kept',
		method: 'post',
		summary: 'Upload a backup; it is put in place by a second act',
		status: 201
	},
	{
		path: '/clock/settle',
		method: 'post',
		summary: 'This machine’s clock is right: what the book dated by its own time is dated back'
	},
	{ path: '/process', method: 'get', summary: 'Delay of the event loop, memory and time since the start' },
	{ path: '/devices', method: 'get', summary: 'Devices that have entered from the local network' },
	{ path: '/devices/{id}', method: 'delete', summary: 'Forget a device: it has to enter anew' },
	{
		path: '/kept/exchange',
		method: 'get',
		summary: 'How much of the file that is being put in place has been looked at, 0 to 1; null without one'
	},
	{ path: '/kept/exchange', method: 'delete', summary: 'Leave it while it is still being looked at' },
	{ path: '/kept/{name}', method: 'put', summary: 'Put a file in the place of the data, which is kept' },
	{ path: '/kept/{name}', method: 'delete', summary: 'Remove a file that was kept aside' },
	{
		path: '/logs',
		method: 'post',
		summary: 'Put the log of another program into the book as a run that has ended',
		answers: 'Run',
		status: 201
	},
	{
		path: '/runs/{id}/fit',
		method: 'put',
		summary: 'What the looks at a run keyed in by hand say of the capacity of its pack'
	}
];

const content = (name: SchemaName, list = false) => {
	const ref = { $ref: `#/components/schemas/${name}` };
	return { 'application/json': { schema: list ? { type: 'array', items: ref } : ref } };
};

/**
 * What a request makes gets this id: sent again with the same key after a lost answer, it makes
 * nothing more.
 */
const IDEMPOTENCY_KEY = {
	name: 'idempotency-key',
	in: 'header',
	required: false,
	description: 'The id of what is made, chosen by the sender: the same request again makes nothing more.',
	schema: { type: 'string', format: 'uuid' }
};

/**
 * Builds the document. Fields carry their unit in their name; voltages are per cell unless the
 * name says pack.
 */
export function openApi() {
	const paths: Record<string, Record<string, unknown>> = {};
	for (const o of OPERATIONS) {
		const inPath = [...o.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
			name,
			in: 'path',
			required: true,
			schema: { type: 'string' }
		}));
		const parameters = o.method === 'post' && o.body ? [...inPath, IDEMPOTENCY_KEY] : inPath;
		(paths[o.path] ??= {})[o.method] = {
			summary: o.summary,
			...(parameters.length ? { parameters } : {}),
			...(o.body ? { requestBody: { required: true, content: content(o.body) } } : {}),
			responses: {
				[o.status ?? 200]: {
					description: o.summary,
					...(o.answers ? { content: content(o.answers, o.list) } : {})
				},
				default: { description: 'Why not, in words, by field', content: content('ApiError') }
			}
		};
	}
	const schemas = Object.fromEntries(
		Object.entries(SCHEMAS).map(([name, schema]) => [
			name,
			z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })
		])
	);
	return {
		openapi: '3.1.0',
		info: {
			title: 'Stack Tender',
			version: '1.0.0',
			description:
				'Programs for packs on chargers: solved, checked, simulated, run and logged. Quantities are SI with the unit in the field name; volts are per cell unless the name says pack.'
		},
		servers: [{ url: '/api/v1' }],
		paths,
		components: { schemas }
	};
}
