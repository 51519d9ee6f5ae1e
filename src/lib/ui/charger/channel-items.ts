/** Channels to choose from, named as everywhere: "Basin Four, channel 2"; a charger with one channel is its own name. */
import type { Charger } from '$core/charger/charger';

export interface ChannelItem {
	value: string;
	label: string;
	/** What else it may be found by. */
	search: string;
}

/** The name of a channel of this charger. */
export const channelName = (
	charger: Pick<Charger, 'name' | 'channels'>,
	channel: { label: string }
): string => (charger.channels.length > 1 ? `${charger.name}, channel ${channel.label}` : charger.name);

export const channelItems = (chargers: readonly Charger[]): ChannelItem[] =>
	chargers.flatMap((c) =>
		c.channels.map((ch) => ({ value: ch.id, label: channelName(c, ch), search: `${ch.powerW} W` }))
	);
