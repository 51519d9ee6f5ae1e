/**
 * The places of the application, in the order of the rail; `key` is pressed after `g`. Those for
 * the thumb stand in a phone's bar, the others are one press further, under Find.
 */
import BookOpenText from '@lucide/svelte/icons/book-open-text';
import CalendarClock from '@lucide/svelte/icons/calendar-clock';
import Combine from '@lucide/svelte/icons/combine';
import GraduationCap from '@lucide/svelte/icons/graduation-cap';
import Layers from '@lucide/svelte/icons/layers';
import PlugZap from '@lucide/svelte/icons/plug-zap';
import SlidersHorizontal from '@lucide/svelte/icons/sliders-horizontal';
import SquareActivity from '@lucide/svelte/icons/square-activity';
import Stethoscope from '@lucide/svelte/icons/stethoscope';
import Sun from '@lucide/svelte/icons/sun';

export interface Place {
	path: string;
	name: string;
	key: string;
	icon: typeof Sun;
	thumb: boolean;
	/** Other words it is found by. */
	also?: string;
}

export const PLACES: readonly Place[] = [
	{ path: '/', name: 'Today', key: 't', icon: Sun, thumb: true },
	{ path: '/packs', name: 'Packs', key: 'p', icon: Layers, thumb: true },
	{ path: '/chargers', name: 'Chargers', key: 'c', icon: PlugZap, thumb: false },
	{ path: '/program', name: 'Program', key: 'g', icon: SlidersHorizontal, thumb: true },
	{ path: '/run', name: 'Run', key: 'r', icon: SquareActivity, thumb: true },
	{
		path: '/parallel',
		name: 'Parallel',
		key: 'l',
		icon: Combine,
		thumb: false,
		also: 'batches board joined together pile volts'
	},
	{
		path: '/plan',
		name: 'Plan',
		key: 'n',
		icon: CalendarClock,
		thumb: false,
		also: 'field day evening schedule season calendar hours ready by'
	},
	{ path: '/diagnose', name: 'Diagnose', key: 'd', icon: Stethoscope, thumb: true },
	{ path: '/logbook', name: 'Logbook', key: 'b', icon: BookOpenText, thumb: false },
	{
		path: '/drill',
		name: 'Drill',
		key: 'x',
		icon: GraduationCap,
		thumb: false,
		also: 'learn practice train exercise'
	}
];

export function isAt(path: string, at: string): boolean {
	return path === '/' ? at === '/' : at === path || at.startsWith(path + '/');
}
