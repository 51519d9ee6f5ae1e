<!-- Keeps the screen on while a run is looked at, where the address allows it; where not, says that a dark phone does not call. -->
<script lang="ts">
	import Checkbox from '$lib/ui/control/Checkbox.svelte';

	let able = $state<boolean | null>(null);
	let on = $state(false);
	let lock: WakeLockSentinel | null = null;

	async function hold() {
		if (!on || lock || document.visibilityState !== 'visible') return;
		try {
			lock = await navigator.wakeLock.request('screen');
			lock.addEventListener('release', () => (lock = null));
		} catch {
			// A battery that is low refuses it.
			on = false;
		}
	}
	function set(wanted: boolean) {
		on = wanted;
		if (on) void hold();
		else void lock?.release();
	}
	$effect(() => {
		able = 'wakeLock' in navigator;
		// The browser takes the lock away with the page that is hidden: it is asked for again.
		document.addEventListener('visibilitychange', hold);
		return () => {
			document.removeEventListener('visibilitychange', hold);
			void lock?.release();
		};
	});
</script>

{#if able}
	<Checkbox checked={on} onchange={set}><span class="text-[13px]">keep this screen on</span></Checkbox>
{:else if able === false && !isSecureContext}
	<p class="quiet text-[12.5px]" data-dark>
		This address cannot keep the screen on, and a dark phone does not call: set its own screen timer long.
	</p>
{/if}
