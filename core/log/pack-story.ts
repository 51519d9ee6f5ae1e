/**
 * Why a pack is believed to stand where it stands: each event in words, with the charge after it.
 */
import { OBSERVATION } from '../pack/observation';
import { packVoltage } from '../pack/reading';
import { taskOf } from '../request/task';
import type { PackEvent, RunEvent } from '../pack-state/event';
import type { PackState, StateStep } from '../pack-state/pack-state';

export interface StoryLine {
	id: string;
	kind: PackEvent['kind'];
	/** ISO 8601. */
	at: string;
	/** What happened, in words with figures. */
	words: string;
	/**
	 * Charge after it, 5th to 95th percentile, shares clipped to 0 to 1; null where it says nothing of
	 * the charge.
	 */
	charge: { low: number; high: number } | null;
	/** What does not fit of it; null where everything does. */
	contradicted: boolean;
	/** Why its end is not believed; null where it is, or it is no run. */
	doubted: string | null;
}

const clip = (share: number): number => Math.min(1, Math.max(0, share));
const mah = (ah: number): string => `${Math.round(1000 * Math.abs(ah))} mAh`;

function runWords(run: RunEvent): string {
	const { name } = taskOf(run.task);
	if (run.open) return `${name} going on`;
	const moved = run.chargeAh === null ? null : mah(run.chargeAh);
	const took = run.durationS === null ? null : `${Math.round(run.durationS / 60)} min`;
	const figures = [moved, took].filter((w) => w !== null).join(' in ');
	return `${name}${figures ? `: ${figures}` : ''}, ended by ${run.endReason ?? 'nobody knows what'}${run.joined ? ', joined with others' : ''}`;
}

/** An event in words. */
export function eventWords(event: PackEvent): string {
	switch (event.kind) {
		case 'reading': {
			const { reading } = event;
			const volts = reading.cellVoltagesV
				? `${reading.cellVoltagesV.map((v) => v.toFixed(2)).join(' ')} V`
				: `${packVoltage(reading).toFixed(2)} V for the pack`;
			const state = { rest: 'at rest', loaded: 'under load', 'just used': 'just after use' }[reading.state];
			const said = {
				'not said': '',
				'not used': ', not used since',
				used: ', used before',
				'until it faded': ', used until it faded'
			}[reading.usedSince];
			const warm = reading.temperatureDegC === null ? '' : `, ${Math.round(reading.temperatureDegC)} °C`;
			return `Read ${volts} ${state}${warm}${said}`;
		}
		case 'use': {
			const minutes = event.minutes === null ? '' : ` for ${Math.round(event.minutes)} min`;
			return `Used${minutes}${event.felt === 'not said' ? '' : `, felt ${event.felt}`}`;
		}
		case 'run':
			return runWords(event);
		case 'observation': {
			const words: Partial<Record<string, string>> = OBSERVATION.what.words;
			const said = words[event.what] ?? event.what;
			return `Seen: ${said}${event.clearedBecause ? `; cleared: ${event.clearedBecause}` : ''}`;
		}
	}
}

/** The story of a pack, newest first. */
export const storyOf = ({ steps, contradictions, restV }: PackState): StoryLine[] =>
	steps
		.map((step: StateStep): StoryLine => {
			const { event, judged, low, high } = step;
			const doubted = judged && judged.outcome !== 'sound' && restV === null ? judged.reason : null;
			return {
				id: event.id,
				kind: event.kind,
				at: event.at,
				words: eventWords(event),
				charge: event.kind === 'observation' ? null : { low: clip(low), high: clip(high) },
				contradicted: contradictions.some((c) => c.event === event.id),
				doubted
			};
		})
		.toReversed();
