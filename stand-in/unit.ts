/**
 * One simulated charger: its channels, made as packs are plugged into them, and the power that
 * they share.
 */
import { StandInChannel } from './channel';
import { STAND_IN_SPEC } from './spec';

export class StandInUnit {
	readonly channels = new Map<string, StandInChannel>();

	get running(): number {
		return [...this.channels.values()].filter((c) => c.running).length;
	}

	/**
	 * The channel of this id for a pack to be plugged into; null when every channel is busy with
	 * another.
	 */
	claim(id: string): StandInChannel | null {
		const known = this.channels.get(id);
		if (known) return known;
		if (this.channels.size >= STAND_IN_SPEC.channels.length) {
			// A channel that was described anew has another id: what has ended on the old one makes room.
			const idle = [...this.channels].find(([, channel]) => !channel.running);
			if (!idle) return null;
			this.channels.delete(idle[0]);
		}
		const channel = new StandInChannel();
		this.channels.set(id, channel);
		return channel;
	}

	/** Lets simulated time pass on every channel, within the power they share. */
	advance(seconds: number): void {
		for (const channel of this.channels.values()) {
			const others = [...this.channels.values()]
				.filter((c) => c !== channel)
				.reduce((sum, c) => sum + c.outputW, 0);
			channel.advance(seconds, STAND_IN_SPEC.sharedPowerW - others);
		}
	}
}
