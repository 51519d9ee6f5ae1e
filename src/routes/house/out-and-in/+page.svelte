<!-- Everything out and in: backup, restore and its way back, the book as JSON and CSV, a charger's log. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { toast } from 'svelte-sonner';
	import AlertDialog from '$lib/ui/control/AlertDialog.svelte';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Progress from '$lib/ui/control/Progress.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { send, type Sent } from '$lib/ui/server/api';
	import { upload, type Uploading } from '$lib/ui/server/upload.svelte';
	import { moment, day } from '$lib/ui/words';
	import type { Contents, Exchanged } from '$lib/server/exchange';
	import type { BroughtIn } from '$lib/server/services/book/bring-in';
	import type { Coming } from '$lib/server/services/book/compare-book';

	let { data } = $props();

	const size = (bytes: number): string =>
		bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1e3))} kB`;
	const holds = (c: Contents): string =>
		`${c.packs} ${c.packs === 1 ? 'pack' : 'packs'}, ${c.chargers} ${c.chargers === 1 ? 'charger' : 'chargers'}, ${c.runs} ${c.runs === 1 ? 'run' : 'runs'}${c.lastRunAt ? `, the last on ${day(c.lastRunAt)}` : ''}`;

	let under = $state.raw<Uploading | null>(null);
	let wrong = $state('');
	/** What is asked before another file is put in place. */
	let asked = $state.raw<Contents | null>(null);
	let busy = $state(false);
	/** What has just been put in place, with the way back. */
	let back = $state.raw<{ said: string; name: string } | null>(null);

	async function bringBackup(file: File | undefined) {
		if (!file) return;
		wrong = '';
		under = upload<Contents>('/kept', file);
		const sent = await under.result;
		under = null;
		if (!sent.ok) return void (wrong = sent.message);
		await invalidateAll();
		asked = sent.value as Contents;
	}
	/** How much of the file that is being put in place has been looked at; null where none is. */
	let looked = $state<number | null>(null);
	const LOOK_MS = 700;
	async function put(name: string, said: string) {
		asked = null;
		wrong = '';
		busy = true;
		looked = 0;
		const looking = setInterval(async () => {
			const told = await send<{ share: number | null }>('GET', '/kept/exchange');
			if (busy && told.ok && told.value.share !== null) looked = told.value.share;
		}, LOOK_MS);
		const sent = await send<Exchanged>('PUT', `/kept/${encodeURIComponent(name)}`, {});
		clearInterval(looking);
		busy = false;
		looked = null;
		if (!sent.ok) return void (wrong = sent.message);
		back = sent.value.keptAs ? { said, name: sent.value.keptAs } : null;
		await invalidateAll();
		toast(said);
	}
	async function drop(c: Contents) {
		const sent = await send('DELETE', `/kept/${encodeURIComponent(c.name)}`);
		if (!sent.ok) return void toast.error(sent.message);
		await invalidateAll();
	}

	/** How much of an uploaded book the server has read; null while none is read there. */
	let bookRead = $state<number | null>(null);
	async function sendBook<T>(path: string, file: File) {
		under = upload<T>(path, file);
		const looking = setInterval(async () => {
			if (under?.share !== 1) return;
			const told = await send<{ share: number | null }>('GET', '/book/import');
			if (under && told.ok) bookRead = told.value.share;
		}, LOOK_MS);
		const sent = await under.result;
		clearInterval(looking);
		under = null;
		bookRead = null;
		return sent as Sent<T>;
	}
	let book = $state.raw<File | null>(null);
	let coming = $state.raw<Coming | null>(null);
	let replace = $state(false);
	const any = $derived(
		coming !== null &&
			(coming.samples + coming.acts + coming.choices > 0 ||
				coming.tables.some((t) => t.fresh > 0 || (replace && t.differs > 0)))
	);
	async function lookAt(file: File | undefined) {
		coming = null;
		book = null;
		wrong = '';
		replace = false;
		if (!file) return;
		const sent = await sendBook<Coming>('/book?look=1', file);
		if (!sent.ok) return void (wrong = `${file.name}: ${sent.message}`);
		book = file;
		coming = sent.value as Coming;
	}
	async function bringIn() {
		if (!book) return;
		const sent = await sendBook<BroughtIn>(`/book${replace ? '?replace=1' : ''}`, book);
		if (!sent.ok) return void (wrong = sent.message);
		const { fresh, replaced, samples, keptAs } = sent.value as BroughtIn;
		const said = `${fresh} new, ${replaced} replaced, samples of ${samples} runs.`;
		book = null;
		coming = null;
		await invalidateAll();
		back = keptAs ? { said: `Brought in: ${said}`, name: keptAs } : null;
		toast(said);
	}
	const KIND: Record<Contents['kind'], string> = {
		uploaded: 'uploaded',
		replaced: 'was in place before',
		'before an import': 'before something was brought in',
		'before an upgrade': 'before an upgrade'
	};
</script>

<svelte:head><title>Out and in · Stack Tender</title></svelte:head>
<div class="page max-w-[64rem]">
	<h1>Out and in</h1>
	<p class="quiet mt-1">What is here is yours: nothing leaves this machine but by your own press.</p>
	{#if wrong}<p class="mt-3 border-l-2 border-stop pl-3 text-stop" role="alert" data-wrong>{wrong}</p>{/if}
	{#if under}
		<div class="mt-3 flex items-center gap-3" data-under>
			<Progress class="w-[14rem]" label="Reading {under.name}" done={bookRead ?? under.share} />
			<span class="quiet"
				>{under.name}{bookRead === null ? '' : ': its rows are read; the rest goes on meanwhile'}</span
			>
			<button class="link" onclick={() => under?.cancel()}>cancel</button>
		</div>
	{/if}
	{#if busy}
		<div class="mt-3 flex flex-wrap items-center gap-3" role="status" data-looked>
			<Progress class="w-[14rem]" label="Looking through the file" done={looked ?? 0} />
			<span class="quiet"
				>Every row of it is looked at before it is put in place; the rest goes on meanwhile.</span
			>
			<button class="link" onclick={() => void send('DELETE', '/kept/exchange')}>cancel</button>
		</div>
	{/if}
	{#if back}{@const b = back}
		<p class="mt-3 flex flex-wrap items-center gap-3 border-l-2 border-act pl-3" role="status" data-back>
			{b.said}
			<button class="btn" onclick={() => void put(b.name, 'It is as it was.')}>Put back what was there</button
			>
		</p>
	{/if}
	<div class="grid gap-x-10 md:grid-cols-2">
		<section class="mt-5">
			<h2>Out</h2>
			<ul>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<a class="btn" href="/api/v1/backup" download>Backup</a>
					<span class="quiet min-w-[12rem] flex-1">everything as one file, to be put back by one press</span>
				</li>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<a class="btn" href="/api/v1/book" download>Book as JSON</a>
					<span class="quiet min-w-[12rem] flex-1"
						>everything, for other programs; its <a class="link" href="/api/v1/book/schema.json">schema</a
						></span
					>
				</li>
				<li class="border-b py-2">
					<span class="quiet">A table as CSV:</span>
					{#each data.tables as table, i (table)}{i ? ', ' : ' '}<a
							class="link"
							href="/api/v1/book/tables/{table}.csv"
							download>{table.replaceAll('_', ' ')}</a
						>{/each}
				</li>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<a class="btn" href="/house/labels">Labels and phone</a>
					<span class="quiet min-w-[12rem] flex-1">codes that open a pack, and this bench on a phone</span>
				</li>
				<li class="quiet py-2 text-[12.5px]">
					The samples of one run as CSV are at its own page in the logbook.
				</li>
			</ul>
		</section>
		<section class="mt-5">
			<h2>In</h2>
			<ul>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<label class="btn cursor-pointer"
						>Restore a backup<input
							class="sr-only"
							type="file"
							accept=".sqlite,.db,application/vnd.sqlite3"
							disabled={under !== null || busy}
							onchange={(event) => {
								void bringBackup(event.currentTarget.files?.[0]);
								event.currentTarget.value = '';
							}}
						/></label
					>
					<span class="quiet min-w-[12rem] flex-1">in the place of what is here, which is kept</span>
				</li>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<label class="btn cursor-pointer"
						>Bring in a book or a table<input
							class="sr-only"
							type="file"
							accept=".json,.csv,application/json,text/csv"
							disabled={under !== null || busy}
							onchange={(event) => {
								void lookAt(event.currentTarget.files?.[0]);
								event.currentTarget.value = '';
							}}
						/></label
					>
					<span class="quiet min-w-[12rem] flex-1"
						>added to what is here; first you see what would change</span
					>
				</li>
				<li class="flex flex-wrap items-baseline gap-x-3 border-b py-2">
					<a class="btn" href="/logbook/log">A charger’s log</a>
					<span class="quiet min-w-[12rem] flex-1">lines of time, volts and current become a judged run</span>
				</li>
			</ul>
		</section>
	</div>
	{#if coming && book}
		<section class="mt-6" aria-label="What would change" data-coming>
			<h2>{book.name}: what would change</h2>
			{#if coming.problems.length}
				<p class="mt-1 text-stop">Nothing of it can be brought in:</p>
				<ul class="mt-1">
					{#each coming.problems as p, i (i)}<li class="text-[13px]">{p}</li>{/each}
				</ul>
			{:else}
				{#if coming.tables.length}
					<div class="relative overflow-x-auto" use:reachable>
						<table class="ledger">
							<thead
								><tr
									><th>Table</th><th class="right">New</th><th class="right">As it is here</th><th
										class="right">Different</th
									><th>Of which</th></tr
								></thead
							>
							<tbody>
								{#each coming.tables as t (t.table)}
									<tr>
										<td>{t.table.replaceAll('_', ' ')}</td>
										<td class="right num">{t.fresh}</td>
										<td class="right num quiet">{t.same}</td>
										<td class="right num" class:text-check={t.differs > 0}>{t.differs}</td>
										<td class="text-[12.5px]"
											>{#each t.examples as e (e.id)}<span class="block"
													>{e.name ?? e.id.slice(0, 8)}: {e.fields.slice(0, 4).join(', ')}{e.fields.length > 4
														? ' …'
														: ''}</span
												>{/each}</td
										>
									</tr>
								{/each}
							</tbody>
						</table>
					</div>
				{/if}
				<p class="mt-1">
					{#if coming.samples}Samples of <span class="num">{coming.samples}</span>
						{coming.samples === 1 ? 'run' : 'runs'} come with it.{/if}
					{#if coming.acts}<span class="num">{coming.acts}</span>
						{coming.acts === 1 ? 'record of an act comes' : 'records of acts come'} with it.{/if}
					{#if coming.choices}<span class="num">{coming.choices}</span>
						{coming.choices === 1 ? 'standing choice comes' : 'standing choices come'} with it.{/if}
					{#each coming.leftOut as l (l)}<span class="quiet">Left out: {l}</span>{/each}
				</p>
				{#if coming.tables.some((t) => t.differs > 0)}
					<Checkbox bind:checked={replace}
						>Where they differ, take what the file says. Otherwise what is here stays.</Checkbox
					>
				{/if}
				<p class="mt-2 flex gap-2">
					<button class="btn btn-act" disabled={!any || under !== null} onclick={() => void bringIn()}
						>Bring it in</button
					>
					<button class="btn" onclick={() => ((coming = null), (book = null))}>Leave it</button>
					{#if !any}<span class="quiet self-center">Nothing of it is new here.</span>{/if}
				</p>
			{/if}
		</section>
	{/if}
	<section class="mt-6">
		<h2>Kept aside</h2>
		<p class="quiet mt-1 text-[12.5px]">
			At most {data.mostKept} files and a gigabyte, or five times the data: the oldest go first, the two newest
			stay.
		</p>
		{#if data.kept.length === 0}
			<p class="quiet mt-1">
				Nothing. What a restore replaces, and what was here before something was brought in, is kept and
				listed here.
			</p>
		{/if}
		<ul data-kept>
			{#each data.kept as c (c.name)}
				<li class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b py-1.5">
					<span class="min-w-[16rem] flex-1"
						><b>{moment(c.at)}</b> <span class="quiet">{KIND[c.kind]}</span><span class="block text-[13px]"
							>{holds(c)} <span class="quiet">· {size(c.bytes)}</span></span
						></span
					>
					<button class="btn" disabled={busy} onclick={() => (asked = c)}>Put in place</button>
					<button class="btn" disabled={busy} onclick={() => void drop(c)}>Remove</button>
				</li>
			{/each}
		</ul>
	</section>
</div>
<AlertDialog
	bind:open={
		() => asked !== null,
		(open) => {
			if (!open) asked = null;
		}
	}
	title="Put this in the place of what is here?"
	about={asked
		? `${holds(asked)}, written ${moment(asked.at)}. What is here now is kept aside and can be put back.`
		: ''}
	act="Put in place"
	stay="Leave it"
	onact={() => asked && void put(asked.name, 'It is in place. What was here is kept.')}
/>
