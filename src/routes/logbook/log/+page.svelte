<!-- A charger's own log: which column is what, what it comes to, and into the book with it. -->
<script lang="ts">
	import Papa from 'papaparse';
	import dayjs from 'dayjs';
	import { goto } from '$app/navigation';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import {
		endOfLog,
		guessLog,
		readLog,
		ROLES,
		UNITS,
		wrongWith,
		type ColumnMeaning,
		type ForeignLog,
		type Role
	} from '$core/formats/foreign-log';
	import type { Run } from '$core/log/run';
	import { END_REASONS, type EndReason } from '$core/pack/end-reason';
	import { ordinaryTask, TASKS, type TaskId } from '$core/request/task';
	import { thinned } from '$core/simulate/telemetry';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import { roundTicks } from '$lib/ui/charts/ticks';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import Moment from '$lib/ui/control/Moment.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { send } from '$lib/ui/server/api';
	import { readText } from '$lib/ui/form/read-file';

	let { data } = $props();

	const LARGEST = 30_000_000;
	const SHOWN = 6;
	/** In place of a pack. */
	const NONE = 'none';
	const ROLE_WORDS: Record<Role, string> = {
		time: 'time',
		volts: 'pack volts',
		current: 'current',
		charge: 'charge',
		warmth: 'temperature',
		cell: 'a cell',
		nothing: 'nothing'
	};
	let text = $state.raw('');
	let name = $state('');
	let log = $state.raw<ForeignLog | null>(null);
	let meaning = $state.raw<ColumnMeaning[]>([]);
	let wrong = $state('');
	// svelte-ignore state_referenced_locally
	let packId = $state(data.packId);
	let channelId = $state('');
	let task = $state<TaskId | ''>('');
	let reason = $state<EndReason | ''>('');
	let started = $state<string | null>(null);
	let busy = $state(false);

	const pack = $derived(data.packs.find((p) => p.id === packId));
	const problems = $derived(log ? wrongWith(meaning) : []);
	const read = $derived(log && problems.length === 0 ? readLog(log, meaning) : null);
	const end = $derived(read ? endOfLog(read.samples) : null);
	const likelyTask = $derived<TaskId>(
		end?.way === 'out' ? 'discharge' : pack ? ordinaryTask(chemistryOf(pack.chemistry), pack.cells) : 'charge'
	);
	const likelyReason = $derived<EndReason>(
		end?.way === 'out' ? 'end voltage' : end?.tapered ? 'full' : 'stopped'
	);
	const perCell = $derived(end && pack ? end.mostV / pack.cells : null);
	const course = $derived(read ? thinned(read.samples, 300) : null);

	async function take(file: File | undefined) {
		wrong = '';
		log = null;
		if (!file) return;
		name = file.name;
		if (file.size > LARGEST) return void (wrong = `${file.name} is larger than ${LARGEST / 1e6} MB.`);
		const found = await readText(file);
		if (found === null)
			return void (wrong = `${file.name} is no text: a log is lines of figures with separators (CSV).`);
		text = found;
		log = guessLog(Papa.parse<string[]>(text.trimEnd()).data);
		if (!log) return void (wrong = `${file.name} holds no lines of figures.`);
		meaning = log.meaning;
		const at = readLog(log).startedAt;
		if (at) started = dayjs(at).toISOString();
	}
	function mean(i: number, role: Role) {
		const cells = meaning.filter((m, k) => k !== i && m.role === 'cell').length;
		meaning = meaning.map((m, k) =>
			k === i
				? { role, unit: Object.keys(UNITS[role])[0], ...(role === 'cell' ? { cell: cells + 1 } : {}) }
				: m
		);
	}
	const setUnit = (i: number, unit: string) =>
		(meaning = meaning.map((m, k) => (k === i ? { ...m, unit } : m)));
	async function put() {
		busy = true;
		const sent = await send<Run>('POST', '/logs', {
			packId,
			channelId,
			task: task || likelyTask,
			endReason: reason || likelyReason,
			startedAt: started,
			text,
			meaning
		});
		busy = false;
		if (!sent.ok) return void (wrong = sent.message);
		await goto(`/logbook/${sent.value.id}`);
	}
	const ahead = $derived(started !== null && started > dayjs().toISOString());
	const ready = $derived(
		end !== null && pack !== undefined && channelId !== '' && started !== null && !ahead
	);
</script>

<svelte:head><title>A charger’s log · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>A charger’s log</h1>
		<a class="btn" href="/logbook">Logbook</a>
	</header>
	<p class="quiet mt-1 max-w-[46rem]">
		A file of lines with time, volts and current, from whatever program wrote it. It becomes a run that has
		ended, with its curve, and its end is judged. The file stays on this machine.
	</p>
	<label class="btn mt-3 inline-flex cursor-pointer">
		{log ? 'Another file' : 'Choose a file'}
		<input
			class="sr-only"
			type="file"
			accept=".csv,.txt,.log,.tsv,text/csv,text/plain"
			onchange={(event) => void take(event.currentTarget.files?.[0])}
		/>
	</label>
	{#if wrong}<p class="mt-2 text-stop" role="alert">{wrong}</p>{/if}
	{#if log}
		<h2 class="mt-5">{name}: {log.lines.length} lines</h2>
		<p class="quiet text-[12.5px]">
			{log.decimalComma ? 'Figures with a decimal comma.' : 'Figures with a decimal point.'} Say of each column
			what it is.
		</p>
		<div class="relative mt-1 overflow-x-auto" use:reachable>
			<table class="ledger" data-columns>
				<thead>
					<tr>
						<th class="right">line</th>
						{#each meaning as m, i (i)}
							<th class="min-w-[8.5rem] align-top">
								<span class="block truncate">{log.header[i] ?? `column ${i + 1}`}</span>
								<Select
									label="Column {i + 1} is"
									value={m.role}
									options={ROLES.map((r) => [r, ROLE_WORDS[r]] as const)}
									onchange={(role) => mean(i, role)}
								/>
								{#if m.role !== 'nothing'}
									<span class="mt-1 flex gap-1">
										{#if m.role === 'cell'}<Select
												label="Column {i + 1} is cell"
												value={String(m.cell ?? 1)}
												options={Array.from(
													{ length: 24 },
													(_, k) => [String(k + 1), `cell ${k + 1}`] as const
												)}
												onchange={(c) =>
													(meaning = meaning.map((x, k) => (k === i ? { ...x, cell: Number(c) } : x)))}
											/>{/if}
										<Select
											label="Unit of column {i + 1}"
											value={m.unit}
											options={Object.keys(UNITS[m.role]).map((u) => [u, u] as const)}
											onchange={(unit) => setUnit(i, unit)}
										/>
									</span>
								{/if}
							</th>
						{/each}
					</tr>
				</thead>
				<tbody>
					{#each log.lines.slice(0, SHOWN) as { line, cells } (line)}
						<tr>
							<td class="right quiet num">{line}</td>
							{#each meaning as m, i (i)}<td class="num" class:quiet={m.role === 'nothing'}
									>{cells[i] ?? ''}</td
								>{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		{#each problems as p (p)}<p class="mt-1 text-check">{p}</p>{/each}
		{#if read && read.leftOut > 0}
			<details class="mt-2">
				<summary class="text-check"
					>{read.leftOut} {read.leftOut === 1 ? 'line is' : 'lines are'} left out</summary
				>
				<ul class="quiet text-[12.5px]">
					{#each read.problems as p (p)}<li>{p}</li>{/each}
				</ul>
			</details>
		{/if}
		{#if end && course}
			<div class="mt-4 grid gap-x-8 gap-y-3 lg:grid-cols-[1.2fr_1fr]">
				<div class="min-w-0">
					<div
						role="img"
						aria-label="Volts and current of the log over {Math.round(end.durationS / 60)} minutes"
					>
						<Plot
							x={roundTicks(0, Math.max(1, (course.timeS.at(-1) ?? 0) / 60), 6)}
							y={roundTicks(Math.min(...course.packV), Math.max(...course.packV))}
							right={roundTicks(0, Math.max(0.1, ...course.currentA.map(Math.abs)))}
							tones={{ y: 'act', right: 'ink' }}
							curves={[
								{ tone: 'act', points: course.timeS.map((s, k) => ({ x: s / 60, y: course.packV[k] })) },
								{
									tone: 'ink',
									weight: 'thin',
									right: true,
									points: course.timeS.map((s, k) => ({ x: s / 60, y: Math.abs(course.currentA[k]) }))
								}
							]}
							height={220}
							room={{ left: 44, right: 40, top: 10, bottom: 24 }}
						/>
					</div>
					<p data-comes-to>
						{end.way === 'in' ? 'In' : 'Out'}: <b class="num">{Math.round(1000 * end.chargeAh)}</b> mAh in
						<b class="num">{Math.round(end.durationS / 60)}</b>
						min at <b class="num">{end.currentA.toFixed(2)}</b> A, up to
						<b class="num">{end.mostV.toFixed(2)}</b>
						V{#if perCell !== null}, <span class="num">{perCell.toFixed(2)}</span> a cell{/if}.
						{end.way === 'in'
							? end.tapered
								? 'Its current had faded at the end: it looks full.'
								: 'Its current had not faded: it did not end full.'
							: ''}
					</p>
				</div>
				<form class="grid content-start gap-2" onsubmit={(event) => (event.preventDefault(), void put())}>
					<Combobox
						label="Pack"
						value={packId || NONE}
						items={[
							{ value: NONE, label: 'of which pack?' },
							...data.packs.map((p) => ({ value: p.id, label: p.name }))
						]}
						onchange={(id) => (packId = id === NONE ? '' : id)}
					/>
					<Select
						label="Channel"
						value={channelId}
						options={[['', 'on which channel?'], ...data.channels.map((c) => [c.id, c.label] as const)]}
						onchange={(id) => (channelId = id)}
					/>
					<Select
						label="Task"
						value={task || likelyTask}
						options={TASKS.map((t) => [t.id, t.name] as const)}
						onchange={(t) => (task = t)}
					/>
					<Select
						label="Ended"
						value={reason || likelyReason}
						options={END_REASONS.map((r) => [r, `ended: ${r}`] as const)}
						onchange={(r) => (reason = r)}
					/>
					<div class="flex flex-wrap items-center gap-2">
						<span class="quiet">Started</span><Moment
							label="Started"
							value={started}
							invalid={ahead}
							onchange={(at) => (started = at)}
						/>
					</div>
					<button class="btn btn-act" disabled={!ready || busy}>Put it into the book</button>
					{#if !ready}<p class="quiet text-[12.5px]">
							Still to be said: {[
								...(pack ? [] : ['the pack']),
								...(channelId ? [] : ['the channel']),
								...(started && !ahead ? [] : ['when it started'])
							].join(', ')}.
						</p>{/if}
				</form>
			</div>
		{/if}
	{/if}
</div>
