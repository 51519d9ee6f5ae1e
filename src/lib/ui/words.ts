/** How times are written. */
import { taskOf, type TaskId } from '$core/request/task';
import dayjs from 'dayjs';
import relativeTime from 'dayjs/plugin/relativeTime';

dayjs.extend(relativeTime);

/** `6 minutes ago`, as of `now`. */
export const ago = (at: string, now: string): string => dayjs(at).from(dayjs(now));

/** `25 Nov 2026, 18:04` in the person's own zone. */
export const moment = (at: string): string => dayjs(at).format('D MMM YYYY, HH:mm');

export const day = (at: string): string => dayjs(at).format('D MMM YYYY');

/** `25 Nov 14:03`, under a heading that says the year. */
export const dayAndClock = (at: string): string => dayjs(at).format('D MMM HH:mm');

/** `November 2026`. */
export const month = (at: string): string => dayjs(at).format('MMMM YYYY');

/** `20:14` in the person's own zone. */
export const clock = (at: string): string => dayjs(at).format('HH:mm');

/** The moment so many minutes after another, ISO 8601. */
export const endOf = (from: string, minutes: number): string =>
	new Date(Date.parse(from) + minutes * 60e3).toISOString();

/** Seconds as `64 min`. */
export const minutesOf = (seconds: number): string => `${Math.round(seconds / 60)} min`;

/** Where one run of a capacity check is programmed: a discharge goes down to the floor there. */
export const checkHref = (packId: string, task: TaskId): string =>
	`/program?pack=${packId}&task=${task}${taskOf(task).moves === 'out' ? '&check=capacity' : ''}`;
