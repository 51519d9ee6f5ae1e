/**
 * The links to chargers by their kind. A link of another kind is one folder and one line in
 * {@link makeLinks}.
 */
import type { Charger } from '$core/charger/charger';
import type { ChargerLink } from './charger-link';
import { StandInLink } from './stand-in-link';

export type LinkKind = Charger['link'];

export interface Links {
	/** The link of a charger of this kind; null for one without a data link. */
	of(kind: LinkKind): ChargerLink | null;
	close(): void;
}

/** The real links; `standIn` is handed out as well, since only a simulated charger has a speed. */
export function makeLinks(standInPort: number): Links & { standIn: StandInLink } {
	const standIn = new StandInLink(standInPort);
	// A link of another kind is its folder and a line here; its word stands in the description of a
	// charger's link.
	const links: Record<Exclude<LinkKind, 'none'>, ChargerLink & { close(): void }> = { 'stand-in': standIn };
	return {
		standIn,
		of: (kind) => (kind === 'none' ? null : links[kind]),
		close: () => Object.values(links).forEach((link) => link.close())
	};
}
