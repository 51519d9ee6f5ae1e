<!-- A day and a time in the person's zone, by the 24 h clock as everywhere here: typed segment by segment, or stepped with the arrows. -->
<script lang="ts">
	import { CalendarDateTime, type DateValue } from '@internationalized/date';
	import { DateField } from 'bits-ui';
	import X from '@lucide/svelte/icons/x';
	import dayjs from 'dayjs';

	interface Props {
		/** ISO 8601; null where none is said. */
		value: string | null;
		label: string;
		/** It may be left open: with a press that empties it. */
		optional?: boolean;
		invalid?: boolean;
		/** Said when the field is left or Enter is pressed: half of a date is no date. */
		onchange: (value: string | null) => void;
	}
	let { value, label, optional = false, invalid = false, onchange }: Props = $props();

	const inward = (at: string | null): DateValue | undefined => {
		const d = dayjs(at);
		return at === null || !d.isValid()
			? undefined
			: new CalendarDateTime(d.year(), d.month() + 1, d.date(), d.hour(), d.minute());
	};
	const outward = (at: DateValue | undefined): string | null =>
		at && at.year >= 2000 ? dayjs(at.toString()).toISOString() : null;
	const startOf = () => {
		const d = dayjs().minute(0);
		return new CalendarDateTime(d.year(), d.month() + 1, d.date(), d.hour(), 0);
	};

	let typed = $state.raw<DateValue | undefined>(undefined);
	/**
	 * The page is read again every so often: what is being typed goes back only where the moment
	 * itself has changed.
	 */
	const given = $derived(value);
	$effect.pre(() => {
		typed = inward(given);
	});
	const weekday = $derived.by(() => {
		const at = outward(typed);
		return at ? dayjs(at).format('ddd') : '';
	});
	function say(): void {
		const at = outward(typed);
		// A field that was half typed goes back to what it was.
		if (at === null) typed = inward(value);
		else if (at !== outward(inward(value))) onchange(at);
	}
	function left(event: FocusEvent): void {
		if (!(event.currentTarget as HTMLElement).contains(event.relatedTarget as Node | null)) say();
	}
</script>

<div
	class="field num inline-flex !w-auto items-center gap-[0.4em] {invalid ? '!border-stop' : ''}"
	role="presentation"
	onfocusout={left}
	onkeydown={(e) => {
		if (e.key === 'Enter') say();
	}}
>
	{#if weekday}<span class="quiet w-[2em] text-[12px]" aria-hidden="true">{weekday}</span>{/if}
	<DateField.Root
		bind:value={typed}
		placeholder={startOf()}
		granularity="minute"
		hourCycle={24}
		hideTimeZone
		locale="en-GB"
	>
		<DateField.Input class="flex flex-1 items-center whitespace-pre" aria-label={label}>
			{#snippet children({ segments })}
				{#each segments as { part, value: text }, n (n)}
					{#if part === 'literal'}<span class="quiet" aria-hidden="true"
							>{text.includes(',') ? '  ' : text}</span
						>
					{:else}<DateField.Segment
							{part}
							class="min-h-[26px] content-center px-px focus:bg-act focus:text-act-ink focus:outline-none"
							>{text}</DateField.Segment
						>{/if}
				{/each}
			{/snippet}
		</DateField.Input>
	</DateField.Root>
	{#if optional && value !== null}
		<button
			type="button"
			class="grid min-h-[24px] min-w-[24px] place-items-center"
			aria-label="{label}: leave it open"
			onclick={() => onchange(null)}><X size={13} aria-hidden="true" /></button
		>
	{/if}
</div>
