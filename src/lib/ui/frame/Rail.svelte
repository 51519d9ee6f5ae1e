<!-- The places: a rail on the left, a bar at the bottom of a phone. -->
<script lang="ts">
	import Flame from '@lucide/svelte/icons/flame';
	import Search from '@lucide/svelte/icons/search';
	import ToggleGroup from '$lib/ui/control/ToggleGroup.svelte';
	import { page } from '$app/state';
	import { isAt, PLACES } from './places';
	import { theme, THEMES } from './theme.svelte';

	let { onfind, onhelp }: { onfind: () => void; onhelp: () => void } = $props();
</script>

<nav class="rail no-print" aria-label="Places">
	<a href="/" class="brand" aria-label="Stack Tender, Today">
		<svg width="22" height="20" viewBox="0 0 22 20" aria-hidden="true">
			<g fill="var(--panel)" stroke="var(--quiet)" stroke-width="0.8">
				<rect x="1" y="1" width="20" height="5" /><rect x="1" y="7.5" width="20" height="5" /><rect
					x="1"
					y="14"
					width="20"
					height="5"
				/>
			</g>
			<g fill="var(--act)"
				><rect x="1" y="1" width="12" height="5" /><rect x="1" y="7.5" width="15" height="5" /><rect
					x="1"
					y="14"
					width="10"
					height="5"
				/></g
			>
		</svg>
		<span>Stack Tender</span>
	</a>
	<ul>
		{#each PLACES as place (place.path)}
			{@const here = isAt(place.path, page.url.pathname)}
			<li class:desk={!place.thumb}>
				<a href={place.path} class:here aria-current={here ? 'page' : undefined}>
					<place.icon size={18} strokeWidth={1.6} class="icon" aria-hidden="true" />
					<span>{place.name}</span>
					<kbd>g {place.key}</kbd>
				</a>
			</li>
		{/each}
		<li class="thumb">
			<button type="button" onclick={onfind}
				><Search size={18} strokeWidth={1.6} class="icon" aria-hidden="true" /><span>Find</span></button
			>
		</li>
	</ul>
	<a href="/emergency" class="alarm" aria-current={page.url.pathname === '/emergency' ? 'page' : undefined}>
		<Flame size={18} strokeWidth={1.8} aria-hidden="true" />
		<span>Emergency</span>
	</a>
	<div class="foot">
		<ToggleGroup
			label="Theme"
			class="flex justify-between"
			value={theme.current}
			options={THEMES.map((name) => [name, name[0].toUpperCase() + name.slice(1)] as const)}
			onchange={(name) => theme.choose(name)}
		/>
		<button type="button" class="row" onclick={onfind}><span>Find</span><kbd>/</kbd></button>
		<button type="button" class="row" onclick={onhelp}><span>Keys</span><kbd>?</kbd></button>
	</div>
</nav>

<style>
	.rail {
		display: flex;
		flex-direction: column;
		border-right: var(--stroke) solid var(--rule);
		min-height: 0;
	}
	.brand {
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 16px 12px 20px 14px;
		font-weight: 700;
		font-size: 15px;
		line-height: 1.15;
	}
	ul a {
		display: flex;
		align-items: center;
		justify-content: space-between;
		padding: 6px 12px 6px 11px;
		border-left: 3px solid transparent;
	}
	ul a :global(.icon),
	.thumb {
		display: none;
	}
	ul a:hover {
		background: var(--panel);
	}
	ul a.here {
		background: var(--panel);
		border-left-color: var(--act);
		font-weight: 650;
	}
	kbd {
		font-family: var(--font-mono);
		font-size: 11px;
		color: var(--quiet);
		font-weight: 400;
	}
	.alarm {
		margin-top: auto;
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 6px 12px 6px 14px;
		color: var(--stop);
		font-weight: 650;
	}
	.alarm:hover {
		background: var(--panel);
	}
	.foot {
		padding: 10px 12px 12px 14px;
		font-size: 12.5px;
		display: grid;
		gap: 8px;
	}
	.row {
		display: flex;
		justify-content: space-between;
		min-height: 24px;
	}
	@media (max-width: 720px) {
		.rail {
			border-right: 0;
			border-top: var(--stroke) solid var(--rule);
			background: var(--paper);
		}
		.brand,
		.foot,
		.desk,
		kbd {
			display: none;
		}
		.rail {
			display: grid;
			grid-template-columns: 6fr 1fr;
		}
		.alarm {
			margin: 0;
			flex-direction: column;
			justify-content: center;
			gap: 2px;
			padding: 7px 0 6px;
			border-top: 3px solid transparent;
			font-size: 11px;
		}
		.alarm span {
			font-size: 0;
		}
		.alarm span::after {
			content: 'Fire';
			font-size: 11px;
		}
		ul {
			display: grid;
			grid-auto-columns: 1fr;
			grid-auto-flow: column;
		}
		.thumb {
			display: block;
		}
		ul a,
		.thumb button {
			display: flex;
			align-items: center;
			width: 100%;
			flex-direction: column;
			gap: 2px;
			padding: 7px 0 6px;
			font-size: 10.5px;
			letter-spacing: -0.01em;
			border-left: 0;
			border-top: 3px solid transparent;
		}
		ul a :global(.icon) {
			display: block;
		}
		ul a.here {
			border-top-color: var(--act);
		}
	}
</style>
