<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { toast, type Toaster as ToasterKind } from 'svelte-sonner';
	import { tinykeys } from 'tinykeys';
	import { afterNavigate, beforeNavigate, goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { page } from '$app/state';
	import { readySound } from '$lib/ui/frame/alarm-sound';
	import ClockNote from '$lib/ui/frame/ClockNote.svelte';
	import Dock from '$lib/ui/frame/Dock.svelte';
	import { undoList } from '$lib/ui/frame/undo.svelte';
	import { heardBookTime } from '$lib/ui/server/book-time';
	import { feed } from '$lib/ui/server/live.svelte';
	import { PLACES } from '$lib/ui/frame/places';
	import Rail from '$lib/ui/frame/Rail.svelte';
	import { theme } from '$lib/ui/frame/theme.svelte';

	let { data, children } = $props();
	let helpOpen = $state(false);
	$effect.pre(() => heardBookTime(data.clock.now));

	/** Keys are for the page, not for a field that is being typed in. */
	function outsideFields(act: () => void) {
		return (event: KeyboardEvent) => {
			const at = event.target as HTMLElement;
			if (at.closest('input, textarea, select, [contenteditable], [role="dialog"]')) return;
			event.preventDefault();
			act();
		};
	}
	// Nothing to say, take back or find yet: what shows those is loaded once the page stands, or
	// when it is asked for first.
	let Toaster = $state.raw<typeof ToasterKind | null>(null);
	const alarmBar = () => import('$lib/ui/frame/AlarmBar.svelte');
	const undoButton = () => import('$lib/ui/frame/UndoButton.svelte');
	let finding = $state(false);
	let Palette = $state.raw<typeof import('$lib/ui/frame/Palette.svelte').default | null>(null);
	let Help = $state.raw<typeof import('$lib/ui/frame/Help.svelte').default | null>(null);
	async function find() {
		Palette ??= (await import('$lib/ui/frame/Palette.svelte')).default;
		finding = true;
	}
	async function help() {
		Help ??= (await import('$lib/ui/frame/Help.svelte')).default;
		helpOpen = true;
	}
	const nextAction = () =>
		document.querySelector<HTMLElement>('[data-next]:not(:disabled):not([aria-disabled="true"])')?.click();

	/**
	 * Where each page of this visit was scrolled to, by its place in the history; Back finds it
	 * again.
	 */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is drawn from it
	const scrolled = new Map<string, number>();
	const main = () => document.querySelector('main');
	beforeNavigate(({ from }) => {
		// On Back the address is the other page's already.
		if (from) scrolled.set(from.url.href, main()?.scrollTop ?? 0);
	});
	afterNavigate(({ type, from, to }) => {
		undoList.clear();
		if (type === 'enter' || from?.url.pathname === to?.url.pathname) return;
		if (type === 'popstate') main()?.scrollTo(0, scrolled.get(to?.url.href ?? '') ?? 0);
		else if (!to?.url.hash) main()?.scrollTo(0, 0);
		// What is new is typed at once.
		if (to?.url.pathname.endsWith('/new'))
			return void document.querySelector<HTMLElement>('main form input')?.focus();
		// Who reads by ear, or goes on by keyboard, begins at the heading of the new page.
		const heading = document.querySelector<HTMLElement>('main h1');
		if (heading && !to?.url.hash && !document.querySelector('main :focus')) {
			heading.tabIndex = -1;
			heading.focus({ preventScroll: true });
		}
	});

	// The plan moves with what happens, whichever place is open; its own page sees to it itself.
	const PLAN_EVERY_MS = 60_000;
	/** The page is drawn first. */
	const PLAN_SOON_MS = 3000;
	async function planStands() {
		if (/^\/plan\/[0-9a-f-]{36}$/.test(page.url.pathname)) return;
		await (await import('$lib/ui/plan/plan-keeper')).keepPlan();
	}

	// Where the page that reacts now belongs to: told to whoever drives a browser, a person's helper
	// or a test.
	afterNavigate(() => {
		document.documentElement.dataset.at = location.pathname + location.search;
	});

	onMount(() => {
		theme.read();
		const deaf = readySound();
		void import('$lib/ui/frame/Toaster').then((loaded) => (Toaster = loaded.Toaster));
		const keys = tinykeys(window, {
			...Object.fromEntries(PLACES.map((p) => [`g ${p.key}`, outsideFields(() => void goto(p.path))])),
			'/': outsideFields(() => void find()),
			'Shift+?': outsideFields(() => void help()),
			n: outsideFields(
				() =>
					void goto(
						`/${['chargers', 'plan'].find((at) => page.url.pathname.startsWith(`/${at}`)) ?? 'packs'}/new`
					)
			),
			'.': outsideFields(nextAction)
		});
		const feedOff = feed.open((heard) => {
			if (heard?.what === 'withdrawn' && page.url.pathname === `/run/${heard.runId}`) {
				toast.error(
					'The charger did not start: it answers, and knows nothing of this run. Nothing was charged.'
				);
				const { programId } = page.data as { programId?: string | null };
				void goto(programId ? `/run/start/${programId}` : '/run', { invalidateAll: true });
			} else void refresh('app:channels');
			void planStands();
		});
		const planEvery = setInterval(() => void planStands(), PLAN_EVERY_MS);
		const planSoon = setTimeout(() => void planStands(), PLAN_SOON_MS);
		const comeBack = () => {
			if (!document.hidden) void planStands();
		};
		document.addEventListener('visibilitychange', comeBack);
		return () => {
			keys();
			clearInterval(planEvery);
			clearTimeout(planSoon);
			document.removeEventListener('visibilitychange', comeBack);
			feedOff();
			deaf();
		};
	});
</script>

<a class="skip" href="#main">Skip to the page</a>
<div class="shell">
	<div class="rail-cell"><Rail onfind={() => void find()} onhelp={() => void help()} /></div>
	<main id="main" tabindex="-1">{@render children()}</main>
	<div class="dock-cell">
		{#if data.clock.aheadMin > 0}<ClockNote {...data.clock} />{/if}
		{#if data.alarms.length}{#await alarmBar() then { default: AlarmBar }}<AlarmBar
					alarms={data.alarms}
				/>{/await}{/if}<Dock channels={data.channels} />
	</div>
</div>
{#if Help}<Help bind:open={helpOpen} />{/if}
{#if Palette && finding}<Palette bind:open={finding} onhelp={() => void help()} />{/if}
{#if !feed.connected}
	<p class="no-print fixed right-3 bottom-20 z-50 border bg-panel px-3 py-1 text-stop" role="status">
		The application does not answer. Charging goes on at the charger; trying again.
	</p>
{/if}
{#if undoList.items.length}
	{#await undoButton() then { default: UndoButton }}<UndoButton />{/await}
{/if}
{#if Toaster}
	<Toaster
		theme={theme.current === 'night' ? 'dark' : 'light'}
		position="bottom-right"
		offset={{ bottom: 112, right: 16 }}
		mobileOffset={{ bottom: 130 }}
	/>
{/if}

<style>
	.shell {
		display: grid;
		grid-template: 1fr auto / 138px 1fr;
		height: 100dvh;
	}
	.rail-cell {
		grid-row: 1 / 3;
		display: grid;
		min-height: 0;
	}
	main {
		/* What is placed for screen readers alone stays inside and adds no second scroll bar. */
		position: relative;
		overflow: auto;
		min-width: 0;
		outline: none;
	}
	.dock-cell {
		min-width: 0;
	}
	.skip {
		position: absolute;
		left: -999px;
	}
	.skip:focus {
		left: 8px;
		top: 8px;
		z-index: 60;
		background: var(--panel);
		padding: 4px 8px;
	}
	@media (max-width: 720px) {
		.shell {
			grid-template: 1fr auto auto / 1fr;
		}
		.rail-cell {
			grid-row: 3;
		}
	}
	@media print {
		.shell {
			display: block;
			height: auto;
		}
		main {
			overflow: visible;
		}
	}
</style>
