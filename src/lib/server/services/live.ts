/** The latest values of every run that is followed over a link, and who wants to hear of changes. In memory only. */

export interface LiveValues {
	runId: string;
	timeS: number;
	currentA: number;
	packV: number;
	chargeAh: number;
	temperatureDegC: number | null;
	cellV: number[];
	phase: string | null;
	/** The leg of the program that runs, from 1, and how many there are. */
	leg: number;
	legs: number;
	/** False while the charger does not answer. */
	reachable: boolean;
}

const values = new Map<string, LiveValues>();
const listeners = new Set<(change: { runId: string; ended: boolean }) => void>();

export const live = {
	get: (runId: string): LiveValues | undefined => values.get(runId),
	set(value: LiveValues): void {
		values.set(value.runId, value);
		for (const listen of listeners) listen({ runId: value.runId, ended: false });
	},
	end(runId: string): void {
		values.delete(runId);
		for (const listen of listeners) listen({ runId, ended: true });
	},
	/** Calls `listen` at every change until the returned function is called. */
	subscribe(listen: (change: { runId: string; ended: boolean }) => void): () => void {
		listeners.add(listen);
		return () => listeners.delete(listen);
	}
};
