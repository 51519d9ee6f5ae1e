/** Channels to choose from, named as everywhere. */
import { channelNameOf, type Charger } from '$core/charger/charger';

export interface ChannelItem {
	value: string;
	label: string;
	/** What else it may be found by. */
	search: string;
}

export const channelItems = (chargers: readonly Charger[]): ChannelItem[] =>
	chargers.flatMap((c) =>
		c.channels.map((ch) => ({ value: ch.id, label: channelNameOf(c, ch), search: `${ch.powerW} W` }))
	);
