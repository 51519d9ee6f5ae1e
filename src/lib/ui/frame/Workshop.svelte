<!-- Standing choices of the place: the air's temperature, the theme, the backup. -->
<script lang="ts">
	import ToggleGroup from '$lib/ui/control/ToggleGroup.svelte';
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import { send } from '../server/api';
	import Checkbox from '../control/Checkbox.svelte';
	import Stepper from '../form/Stepper.svelte';
	import { theme, THEMES } from './theme.svelte';

	interface Standing {
		ambientDegC: number;
		presenceMin: number;
		watchStops: boolean;
		walkMin: number;
		/** Places where chargers stand. */
		places: number;
	}
	let standing: Standing = $props();

	/** Pressed here and on its way: shown at once, and the next press goes on from it. */
	let pressed = $state<Partial<Standing>>({});
	const shown = $derived({ ...standing, ...pressed });
	/** What this window knows to be kept. */
	// svelte-ignore state_referenced_locally
	let seen = { ...standing };
	let queue: Promise<unknown> = Promise.resolve();

	const CALLED: Record<keyof Standing, string> = {
		ambientDegC: 'Air temperature',
		presenceMin: 'The interval',
		watchStops: 'Stopping by itself',
		walkMin: 'The walk',
		places: 'Places'
	};
	const said = (value: unknown) => (typeof value === 'boolean' ? (value ? 'on' : 'off') : String(value));

	/**
	 * Writes one choice over the value that is known; changed in another window meanwhile, both are
	 * said and theirs stays.
	 */
	function set<K extends keyof Standing>(key: K, value: Standing[K]) {
		pressed = { ...pressed, [key]: value };
		queue = queue.then(async () => {
			const sent = await send('PATCH', '/preferences', { [key]: value, was: { [key]: seen[key] } });
			if (sent.ok) seen = { ...seen, [key]: value };
			else {
				const theirs = (sent.current as Standing | undefined)?.[key];
				if (theirs !== undefined) seen = { ...seen, [key]: theirs };
				toast.error(
					theirs === undefined
						? sent.message
						: `${CALLED[key]} was set to ${said(theirs)} in another window meanwhile, and stays so. Here it was to be ${said(value)}: set it again if you want that.`
				);
			}
			await refresh();
			if (pressed[key] === value || !sent.ok) {
				const { [key]: _done, ...rest } = pressed;
				pressed = rest as Partial<Standing>;
			}
		});
	}
</script>

<section class="mt-6" id="workshop">
	<h2>Workshop</h2>
	<div class="mt-1 grid grid-cols-[1fr_150px] items-center gap-x-4 border-b py-2">
		<p>
			Air where packs are charged<br /><span class="quiet text-[12.5px]"
				>used for a pack whose own temperature was not measured</span
			>
		</p>
		<Stepper
			label="Air temperature"
			unit="°C"
			figure={String(shown.ambientDegC)}
			step={1}
			min={-30}
			max={60}
			onset={(v) => set('ambientDegC', v)}
		/>
	</div>
	<div class="grid grid-cols-[1fr_150px] items-center gap-x-4 border-b py-2">
		<p>
			Ask whether somebody is there<br /><span class="quiet text-[12.5px]"
				>while something runs, every so often; 0 asks never</span
			>
		</p>
		<Stepper
			label="Ask every"
			unit="min"
			figure={String(shown.presenceMin)}
			step={1}
			min={0}
			max={120}
			onset={(v) => set('presenceMin', Math.round(v))}
		/>
	</div>
	{#if standing.places > 1}
		<div class="grid grid-cols-[1fr_150px] items-center gap-x-4 border-b py-2">
			<p>
				Walk from one charger’s place to another<br /><span class="quiet text-[12.5px]"
					>a plan leaves so long between what hands do at two places</span
				>
			</p>
			<Stepper
				label="Walk"
				unit="min"
				figure={String(shown.walkMin)}
				step={1}
				min={0}
				max={60}
				onset={(v) => set('walkMin', v)}
			/>
		</div>
	{/if}
	<div class="border-b py-2">
		<Checkbox checked={shown.watchStops} onchange={(on) => set('watchStops', on)}
			>Stop a charge over the link by itself<span class="quiet block text-[12.5px]"
				>when something is seen that no sound charge shows; otherwise it is only called out</span
			></Checkbox
		>
	</div>
	<div class="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b py-2">
		<p>
			How you do things<br /><span class="quiet text-[12.5px]"
				>rates, ends, storage, plug order: where practitioners differ</span
			>
		</p>
		<a class="btn" href="/house">Your practice</a>
	</div>
	<div class="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b py-2">
		<p>
			Connectors, leads, boards<br /><span class="quiet text-[12.5px]"
				>what limits a program besides the charger</span
			>
		</p>
		<a class="btn" href="/chargers/stock">Bench stock</a>
	</div>
	<div class="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b py-2">
		<p>
			Everything in one file<br /><span class="quiet text-[12.5px]"
				>nothing leaves this machine unless you take it</span
			>
		</p>
		<a class="btn" href="/api/v1/backup" download>Backup</a>
	</div>
	<ToggleGroup
		label="Theme"
		look="buttons"
		class="flex items-center justify-between gap-x-4 border-b py-2 sm:hidden"
		value={theme.current}
		options={THEMES.map((name) => [name, name[0].toUpperCase() + name.slice(1)] as const)}
		onchange={(name) => theme.choose(name)}
	/>
</section>
