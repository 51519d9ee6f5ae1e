/** Acts in order and in words, and why something is not in a plan. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { actsOf } from './acts';
import type { PlannedRun } from './plan';
import type { Change } from './reality';
import {
	actWords,
	helpWords,
	lengthWords,
	movedWords,
	readyWords,
	runWords,
	whyWords,
	type Names
} from './words';

const at = (clock: string) => `2026-05-02T${clock}:00.000Z`;
const run = (jobId: string, channelId: string, from: string, likely: string, to: string): PlannedRun => ({
	jobId,
	chargerId: 'c',
	channelId,
	purpose: 'standard',
	currentA: 4.7,
	limited: false,
	wear: 1,
	inTime: true,
	spans: [{ task: 'balance', from: at(from), likely: at(likely), to: at(to) }]
});
const names: Names = {
	job: (id) => ({ winch: 'Winch tug', tern: 'Tern' })[id] ?? id,
	channel: () => 'Pier Two, channel B',
	clock: (moment) => moment.slice(11, 16)
};

test('one visit for what comes off a channel and what goes on after it', () => {
	const planned = [run('winch', 'b', '19:05', '19:51', '19:56'), run('tern', 'b', '20:00', '20:57', '21:05')];
	const acts = actsOf(planned);
	assert.deepEqual(
		acts.map((a) => [a.at.slice(11, 16), a.kind, a.jobId, a.firstOff]),
		[
			['19:05', 'begin', 'winch', null],
			['20:00', 'begin', 'tern', 'winch'],
			['20:57', 'unplug', 'tern', null]
		]
	);
	assert.equal(
		actWords(acts[1], planned[1], names),
		'unplug Winch tug, then Tern on Pier Two, channel B: balance 4.7 A'
	);
	assert.equal(actWords(acts[2], planned[1], names), 'Tern on Pier Two, channel B likely over: unplug it');
	// On another channel, or much later, it is a visit of its own.
	assert.equal(actsOf([planned[0], { ...planned[1], channelId: 'a' }]).length, 4);
	assert.equal(actsOf([planned[0], run('tern', 'b', '20:12', '20:57', '21:05')]).length, 4);
});

test('left off, gone on with, and the next run of the same job', () => {
	const lead: PlannedRun = {
		...run('auk', 'a', '19:00', '22:00', '22:00'),
		spans: [
			{ task: 'charge', from: at('19:00'), likely: at('21:55'), to: at('22:00') },
			{ task: 'charge', from: at('22:30'), likely: at('23:00'), to: at('23:10') },
			{ task: 'discharge', from: at('23:30'), likely: at('23:40'), to: at('23:50') }
		]
	};
	assert.deepEqual(
		actsOf([lead]).map((a) => [a.kind, a.at.slice(11, 16), a.step, a.likely]),
		[
			['begin', '19:00', 0, false],
			['leave off', '22:00', 0, false],
			['go on', '22:30', 0, false],
			['next run', '23:30', 1, false],
			['unplug', '23:40', 1, true]
		],
		'nobody knows to the minute when it is over; everything else is appointed'
	);
	assert.equal(runWords(lead), 'charge 4.7 A');
	assert.equal(runWords(lead, 1), 'discharge');
});

test('lengths, reasons and what would help', () => {
	assert.deepEqual([0, 45, 60, 505].map(lengthWords), ['0 min', '45 min', '1 h', '8 h 25 min']);
	assert.equal(
		whyWords({ kind: 'too long', needsMin: 200, hasMin: 180, divisible: false }, names, null),
		'It needs 3 h 20 min with somebody there; the longest stretch is 3 h. Stay longer, let somebody watch, or let it be charged faster.'
	);
	assert.match(
		whyWords({ kind: 'crowded out', by: ['winch', 'tern'] }, names, null),
		/the place of Winch tug and Tern/
	);
	assert.match(whyWords({ kind: 'crowded out', by: ['tern'] }, names, null), /take the place of Tern/);
	assert.match(whyWords({ kind: 'crowded out', by: [] }, names, null), /runs that go on already/);
	assert.equal(whyWords({ kind: 'no way' }, names, 'A cell reads 4.31 V.'), 'A cell reads 4.31 V.');
	assert.match(whyWords({ kind: 'too late', at: at('21:20') }, names, null), /before 21:20/);
	const help = { what: 'Half an hour longer', gains: [], losses: [], wearLess: 0 };
	assert.equal(helpWords(help, names), 'Half an hour longer: nothing.');
	assert.equal(
		helpWords({ ...help, gains: ['tern'], losses: ['winch'] }, names),
		'Half an hour longer: Tern in time, Winch tug no longer.'
	);
	assert.equal(
		helpWords({ ...help, wearLess: 1.24 }, names),
		'Half an hour longer: 1.2 charges’ wear less in all.'
	);
});

test('what a planning changed, in one sentence', () => {
	const now = [
		run('winch', 'b', '19:05', '19:51', '19:56'),
		{ ...run('tern', 'b', '20:00', '20:57', '21:05'), currentA: 2 }
	];
	const change = (jobId: string, by: Partial<Change>): Change => ({
		jobId,
		movedMin: 0,
		channel: false,
		pace: false,
		became: null,
		...by
	});
	const said = (...changes: Change[]) => movedWords(changes, now, names);
	assert.equal(said(), '');
	assert.equal(said(change('winch', { movedMin: 15 })), 'Winch tug 15 min later; nothing else moves.');
	assert.equal(
		said(change('winch', { movedMin: -75, channel: true, pace: true, became: 'late' })),
		'Winch tug 1 h 15 min sooner, on Pier Two, channel B, at 4.7 A, and late; nothing else moves.'
	);
	assert.equal(
		said(
			change('tern', { became: 'in time', channel: true }),
			change('winch', { movedMin: null, became: 'left out' })
		),
		'Tern on Pier Two, channel B, in time again; Winch tug no longer fits; nothing else moves.'
	);
	assert.equal(said(change('winch', { movedMin: -1 })), 'Winch tug 1 min sooner; nothing else moves.');
	assert.equal(said(change('tern', { pace: true })), 'Tern at 2.0 A; nothing else moves.');
	const four = ['winch', 'tern', 'a', 'b'].map((id) => change(id, { movedMin: null, became: 'in time' }));
	assert.equal(said(...four), 'Winch tug is new; Tern is new; a is new; 1 more moved.');
});

test('how often all that is still to come is ready, and that it is not all', () => {
	assert.equal(readyWords(0.934, 4, 4), '93 of 100 such days have all 4 ready.');
	assert.equal(readyWords(0.5, 1, 1), '50 of 100 such days have it ready.');
	assert.equal(readyWords(0.99, 9, 10), '99 of 100 such days have all 9 ready that are still to come.');
	assert.equal(
		readyWords(0.9925, 1, 10),
		'More than 99 of 100 such days have the one ready that is still to come.'
	);
});
