/**
 * What a page draws of a pack over time: ten years of points are thinned, and counted before they
 * are.
 */
import type { Ageing, Course } from '$core/ageing/ageing';
import type { AgedPoint, Source } from '$core/ageing/points';

export interface DrawnCourse extends Omit<Course, 'points'> {
	points: Pick<AgedPoint, 'at' | 'value' | 'from'>[];
	counted: Partial<Record<Source, number>>;
}
export interface DrawnAgeing extends Omit<Ageing, 'capacity' | 'resistance' | 'spread'> {
	capacity: DrawnCourse | null;
	resistance: DrawnCourse | null;
	spread: DrawnCourse | null;
}

/** More rings than this are a smear. */
const MOST_POINTS = 150;

function drawn(course: Course | null): DrawnCourse | null {
	if (!course) return null;
	const counted: DrawnCourse['counted'] = {};
	for (const { from } of course.points) counted[from] = (counted[from] ?? 0) + 1;
	const sorted = [...course.points].sort((a, b) => a.at.localeCompare(b.at));
	const stride = Math.ceil(sorted.length / MOST_POINTS);
	// The newest is always there, and every discharge from full: there are few of them.
	const shown = sorted.filter((p, k) => (sorted.length - 1 - k) % stride === 0 || p.from === 'measured');
	return { ...course, counted, points: shown.map(({ at, value, from }) => ({ at, value, from })) };
}

export const drawnAgeing = ({ capacity, resistance, spread, ...rest }: Ageing): DrawnAgeing => ({
	...rest,
	capacity: drawn(capacity),
	resistance: drawn(resistance),
	spread: drawn(spread)
});
