/**
 * A plan in words: what hands do, and why something is not in it. Moments are written by whoever
 * knows the person's clock.
 */
import { amps, text } from '../quantity/format';
import { taskOf } from '../request/task';
import type { Act } from './acts';
import type { Helps, LeftOutWhy } from './outcome';
import type { Goal, PlannedRun } from './plan';
import type { Change } from './reality';

export interface Names {
	/** The pack of a job, or "First, two joined". */
	job: (jobId: string) => string;
	/** "Pier Two, channel A". */
	channel: (channelId: string) => string;
	/** "20:14", or "Sat 8:00" where it is another day. */
	clock: (at: string) => string;
}

export const GOAL_WORDS: Record<Goal | 'read' | 'resistance', string> = {
	ready: 'ready for use',
	storage: 'at storage',
	'capacity check': 'capacity checked',
	discharge: 'discharged',
	read: 'read again',
	resistance: 'resistance read'
};

/** "balance 4.7 A". */
export function runWords(run: PlannedRun, step = 0): string {
	const tasks = [...new Set(run.spans.map((s) => s.task))];
	// "balance 4.7 A" says it: a balance charge is the only one.
	const task = taskOf(tasks[Math.min(step, tasks.length - 1)])
		.name.toLowerCase()
		.replace(/^balance charge$/, 'balance');
	return step === 0 ? `${task} ${text(amps(run.currentA))}` : task;
}

/** "Winch tug likely full: unplug it, then Tern on Pier Two, channel B." Without the moment. */
export function actWords(act: Act, run: PlannedRun, names: Names): string {
	const off = act.firstOff === null ? '' : `unplug ${names.job(act.firstOff)}, then `;
	const job = names.job(act.jobId);
	const on = names.channel(act.channelId);
	switch (act.kind) {
		case 'begin':
			return `${off}${job} on ${on}: ${runWords(run)}`;
		case 'go on':
			return `${off}go on with ${job} on ${on}: ${runWords(run)}`;
		case 'next run':
			return `${job} on ${on}: ${runWords(run, act.step)}`;
		case 'leave off':
			return `stop ${job} on ${on} and unplug it: it goes on later`;
		case 'unplug':
			return `${job} on ${on} likely over: unplug it`;
	}
}

/** So many changes are told one by one. */
const TOLD = 3;

/**
 * "Skua cutter 10 min later, on Pier Two, channel B; nothing else moves." What a planning
 * changed; '' where it changed nothing.
 */
export function movedWords(
	changes: readonly Change[],
	planned: readonly PlannedRun[],
	names: Pick<Names, 'job' | 'channel'>
): string {
	if (changes.length === 0) return '';
	const told = changes.slice(0, TOLD).map((c) => {
		const name = names.job(c.jobId);
		const run = planned.find((p) => p.jobId === c.jobId);
		if (c.became === 'left out') return `${name} no longer fits`;
		if (c.movedMin === null) return `${name} is new`;
		const parts: string[] = [];
		if (Math.abs(c.movedMin) >= 1)
			parts.push(`${lengthWords(Math.abs(c.movedMin))} ${c.movedMin > 0 ? 'later' : 'sooner'}`);
		if (c.channel && run) parts.push(`on ${names.channel(run.channelId)}`);
		if (c.pace && run) parts.push(`at ${text(amps(run.currentA))}`);
		if (c.became === 'late') parts.push('and late');
		if (c.became === 'in time') parts.push('in time again');
		return `${name} ${parts.join(', ')}`;
	});
	const more = changes.length - told.length;
	return `${told.join('; ')}${more > 0 ? `; ${more} more moved` : '; nothing else moves'}.`;
}

/** `3 h 20 min`, `45 min`. */
export function lengthWords(min: number): string {
	const whole = Math.max(0, Math.round(min));
	const h = Math.floor(whole / 60);
	if (h === 0) return `${whole} min`;
	return whole % 60 === 0 ? `${h} h` : `${h} h ${whole % 60} min`;
}

/** Why a job is not in time, and what would change it. */
export function whyWords(why: LeftOutWhy, names: Names, cannot: string | null): string {
	switch (why.kind) {
		case 'no way':
			return cannot ?? 'No channel here can do it.';
		case 'too long':
			return why.divisible
				? `It needs ${lengthWords(why.needsMin)} with somebody there, in as many pieces as you like; there are ${lengthWords(why.hasMin)}. More hours, or somebody who watches, make room for it.`
				: `It needs ${lengthWords(why.needsMin)} with somebody there; the longest stretch is ${lengthWords(why.hasMin)}. Stay longer, let somebody watch, or let it be charged faster.`;
		case 'too late':
			return `Even alone it is not surely over before ${names.clock(why.at)}: ask for it later, begin sooner, or let it be charged faster.`;
		case 'pinned':
			return 'Where it is pinned it cannot be: nobody is there, or what it needs is taken. Let it go, or pin it elsewhere.';
		case 'crowded out':
			return why.by.length === 0
				? 'What it needs is taken by runs that go on already.'
				: `There is no room beside the others: it would take the place of ${list(why.by.map(names.job))}. Say which of them matters less.`;
	}
}

const list = (words: readonly string[]): string =>
	words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** "Half an hour longer: Dunlin trawler in time." */
export function helpWords(help: Helps, names: Names): string {
	const gains = help.gains.length ? `${list(help.gains.map(names.job))} in time` : '';
	const losses = help.losses.length ? `${list(help.losses.map(names.job))} no longer` : '';
	const wear =
		!help.gains.length && help.wearLess >= 0.1 ? `${help.wearLess.toFixed(1)} charges’ wear less in all` : '';
	const said = [gains, losses, wear].filter(Boolean).join(', ');
	return `${help.what}: ${said || 'nothing'}.`;
}

/**
 * So many of a hundred days, from a share of 0 to 1: from some hundred days that were drawn it is
 * not known to be all of them.
 */
export const daysWords = (share: number): string =>
	share > 0.99 ? 'More than 99' : `${Math.floor(100 * share)}`;

/**
 * On how many of a hundred such days what is still to come is ready in time: `share` of days,
 * `toCome` jobs of `inTime` that are or will be.
 */
export function readyWords(share: number, toCome: number, inTime: number): string {
	const have = `${daysWords(share)} of 100 such days have`;
	if (toCome === inTime) return toCome === 1 ? `${have} it ready.` : `${have} all ${toCome} ready.`;
	return toCome === 1
		? `${have} the one ready that is still to come.`
		: `${have} all ${toCome} ready that are still to come.`;
}
