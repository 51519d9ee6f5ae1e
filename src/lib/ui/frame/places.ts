/** The places of the application, in the order of the rail; `key` is pressed after `g`. */
import BookOpenText from '@lucide/svelte/icons/book-open-text';
import Layers from '@lucide/svelte/icons/layers';
import PlugZap from '@lucide/svelte/icons/plug-zap';
import SlidersHorizontal from '@lucide/svelte/icons/sliders-horizontal';
import SquareActivity from '@lucide/svelte/icons/square-activity';
import Stethoscope from '@lucide/svelte/icons/stethoscope';
import Sun from '@lucide/svelte/icons/sun';

export const PLACES = [
	{ path: '/', name: 'Today', key: 't', icon: Sun },
	{ path: '/packs', name: 'Packs', key: 'p', icon: Layers },
	{ path: '/chargers', name: 'Chargers', key: 'c', icon: PlugZap },
	{ path: '/program', name: 'Program', key: 'g', icon: SlidersHorizontal },
	{ path: '/run', name: 'Run', key: 'r', icon: SquareActivity },
	{ path: '/diagnose', name: 'Diagnose', key: 'd', icon: Stethoscope },
	{ path: '/logbook', name: 'Logbook', key: 'b', icon: BookOpenText }
] as const;

export function isAt(path: string, at: string): boolean {
	return path === '/' ? at === '/' : at === path || at.startsWith(path + '/');
}
