/**
 * What can be found from anywhere: places, settings and actions, packs and what may be done with
 * them, chargers, channels, runs.
 */
import { chemistryOf } from '$core/chemistry/catalogue';
import { channelNameOf, type Charger } from '$core/charger/charger';
import type { Run } from '$core/log/run';
import { cellsLabel, type Pack } from '$core/pack/pack';
import { TASKS } from '$core/request/task';
import { fit } from '../control/find';
import { THEMES, type Theme } from './themes';

export interface Entry {
	/** Unique in the list. */
	id: string;
	label: string;
	/** Said beside it: what kind of thing it is. */
	about: string;
	/** Other words it is found by. */
	search?: string;
	/** Where it leads, or what it does. */
	go: { to: string } | { theme: Theme } | { help: true } | { used: { id: string; name: string } };
	/** Of two that fit alike the heavier comes first. */
	weight: number;
}

/** What the list is made from, as the API gives it. */
export interface Findable {
	packs: readonly { pack: Pack; readiness: { state: string } }[];
	chargers: readonly Charger[];
	runs: readonly { run: Run; packName: string }[];
	/** The places of the application. */
	places: readonly { path: string; name: string; also?: string }[];
}

const ofPlace = ({ path, name, also }: Findable['places'][number]): Entry => ({
	id: path,
	label: name,
	about: 'place',
	search: also,
	go: { to: path },
	weight: 3
});

const STANDING: readonly Entry[] = [
	...THEMES.map((theme): Entry => ({
		id: `theme ${theme}`,
		label: `${theme[0].toUpperCase()}${theme.slice(1)}`,
		about: 'colours of the screen',
		search: 'theme dark light',
		go: { theme },
		weight: 2
	})),
	...(
		[
			['/packs/new', 'New pack', 'from its label', 'add'],
			['/chargers/new', 'New charger', 'from its sheet', 'add'],
			['/plan/new', 'Plan a day', 'jobs and hours', 'new plan field day evening ready by'],
			['/plan/season', 'The season', 'care of the next months', 'plan winter months due'],
			['/emergency', 'Emergency', 'what to do at once', 'fire smoke hiss swollen acid'],
			['/house', 'Your practice', 'settings', 'schools rates habits preferences'],
			[
				'/house/out-and-in',
				'Out and in',
				'restore, export, import',
				'json csv download upload merge restore backup'
			],
			['/house/labels', 'Phone and labels', 'QR codes', 'lan phone mobile print qr sheet'],
			['/logbook/packs', 'Packs over time', 'capacity, resistance, retire', 'trend ageing wear retire fade'],
			['/logbook/log', 'A charger’s log', 'a CSV becomes a run', 'import csv log telemetry'],
			['/house/rules', 'What is checked', 'every rule with its reason', 'rules'],
			['/chargers/stock', 'Bench stock', 'connectors, leads, boards', 'settings adapters'],
			['/api/v1/backup', 'Backup', 'everything in one file', 'download save'],
			['/#workshop', 'Air temperature', 'settings', 'workshop ambient']
		] as const
	).map(([to, label, about, search]): Entry => ({ id: to, label, about, search, go: { to }, weight: 2 })),
	{
		id: 'keys',
		label: 'Keys',
		about: 'and cautions',
		search: 'help shortcuts',
		go: { help: true },
		weight: 2
	}
];

const ofPack = ({ pack, readiness }: Findable['packs'][number]): Entry[] => {
	const chemistry = chemistryOf(pack.chemistry);
	const search = `${cellsLabel(pack)} ${chemistry.name} ${pack.usedIn}`;
	const usable = readiness.state !== 'out of service';
	return [
		{
			id: `pack ${pack.id}`,
			label: pack.name,
			about: `${chemistry.name} ${cellsLabel(pack)}, ${readiness.state}`,
			search,
			go: { to: `/packs/${pack.id}` },
			weight: 2
		},
		...TASKS.filter((task) => usable && task.families.includes(chemistry.family)).map((task): Entry => ({
			id: `${task.id} ${pack.id}`,
			label: `${task.name}: ${pack.name}`,
			about: 'program',
			search,
			go: { to: `/program?pack=${pack.id}&task=${task.id}` },
			weight: 0
		})),
		...(usable && chemistry.traits.mayJoin
			? [
					{
						id: `parallel ${pack.id}`,
						label: `Together with others: ${pack.name}`,
						about: 'parallel',
						search: `${search} joined board batch`,
						go: { to: `/parallel?kind=${encodeURIComponent(`${pack.chemistry} ${pack.cells}`)}` },
						weight: 0
					}
				]
			: []),
		{
			id: `diagnose ${pack.id}`,
			label: `Diagnose ${pack.name}`,
			about: 'when something is odd',
			search: 'error fault message symptom wrong',
			go: { to: `/diagnose?pack=${pack.id}` },
			weight: 0
		},
		{
			id: `read ${pack.id}`,
			label: `Reading of ${pack.name}`,
			about: 'type what the meter says',
			search: 'measure volts',
			go: { to: `/packs/${pack.id}#reading` },
			weight: 0
		},
		{
			id: `used ${pack.id}`,
			label: `I just used ${pack.name}`,
			about: 'no longer ready; it cools first',
			search: 'flown driven sailed empty',
			go: { used: { id: pack.id, name: pack.name } },
			weight: 0
		}
	];
};

const ofCharger = (charger: Charger): Entry[] => [
	{
		id: `charger ${charger.id}`,
		label: charger.name,
		about: 'charger',
		go: { to: `/chargers/${charger.id}` },
		weight: 2
	},
	{
		id: `limits ${charger.id}`,
		label: `Limits of ${charger.name}`,
		about: 'what it keeps and can give',
		search: 'timer capacity settings held',
		go: { to: `/chargers/${charger.id}` },
		weight: 0
	},
	{
		id: `edit ${charger.id}`,
		label: `Edit ${charger.name}`,
		about: 'its description',
		go: { to: `/chargers/${charger.id}/edit` },
		weight: 0
	},
	{
		id: `suits ${charger.id}`,
		label: `Does ${charger.name} suit my packs?`,
		about: 'charger',
		go: { to: `/chargers/${charger.id}/suits` },
		weight: 0
	},
	...(charger.channels.length > 1 ? charger.channels : []).map((channel): Entry => ({
		id: `channel ${channel.id}`,
		label: channelNameOf(charger, channel),
		about: `program on it, ${channel.powerW} W`,
		go: { to: `/program?channel=${channel.id}` },
		weight: 1
	}))
];

const ofRun = ({ run, packName }: Findable['runs'][number]): Entry => {
	const ended = run.status === 'ended';
	const task = TASKS.find((t) => t.id === run.task)?.name ?? run.task;
	const day = new Date(run.startedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
	return {
		id: `run ${run.id}`,
		label: ended ? `${day}: ${task}, ${packName}` : `Running: ${task}, ${packName}`,
		about: ended ? `logbook, ${run.endReason ?? 'ended'}` : 'run',
		search: 'run log',
		go: { to: ended ? `/logbook/${run.id}` : `/run/${run.id}` },
		weight: ended ? -1 : 4
	};
};

/** Everything that can be found. */
export const entriesOf = ({ packs, chargers, runs, places }: Findable): Entry[] => [
	...places.map(ofPlace),
	...STANDING,
	...runs.map(ofRun),
	...packs.flatMap(ofPack),
	...chargers.flatMap(ofCharger)
];

/** Those that fit what was typed, best first; with nothing typed, places and what runs. */
export function found(entries: readonly Entry[], typed: string, most = 12): Entry[] {
	if (typed.trim() === '') return entries.filter((e) => e.weight >= 3).slice(0, most);
	return entries
		.map((entry) => ({
			entry,
			// A word of the label weighs more than one it is merely found by.
			score: 2 * fit(typed, entry.label) + fit(typed, `${entry.label} ${entry.about} ${entry.search ?? ''}`)
		}))
		.filter(({ score }) => score > 0)
		.sort(
			(a, b) =>
				b.score + 0.3 * b.entry.weight - (a.score + 0.3 * a.entry.weight) ||
				a.entry.label.length - b.entry.label.length
		)
		.slice(0, most)
		.map(({ entry }) => entry);
}
