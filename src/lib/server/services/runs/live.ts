/**
 * The latest values of every run that is followed over a link, and who wants to hear of changes.
 * In memory only.
 */

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

/**
 * `values`: new figures. `changed`: the run itself is another than before, e.g. it has started.
 * `ended`: it is over. `withdrawn`: its start never happened, and it is not kept.
 */
export interface LiveChange {
	runId: string;
	what: 'values' | 'changed' | 'ended' | 'withdrawn';
}

const values = new Map<string, LiveValues>();
const listeners = new Set<(change: LiveChange) => void>();

const tell = (change: LiveChange): void => {
	// One page that is gone must not keep the others from hearing.
	for (const listen of [...listeners])
		try {
			listen(change);
		} catch {
			listeners.delete(listen);
		}
};

export const live = {
	get: (runId: string): LiveValues | undefined => values.get(runId),
	set(value: LiveValues): void {
		values.set(value.runId, value);
		tell({ runId: value.runId, what: 'values' });
	},
	changed: (runId: string): void => tell({ runId, what: 'changed' }),
	end(runId: string, what: 'ended' | 'withdrawn' = 'ended'): void {
		values.delete(runId);
		tell({ runId, what });
	},
	/** Calls `listen` at every change until the returned function is called. */
	subscribe(listen: (change: LiveChange) => void): () => void {
		listeners.add(listen);
		return () => listeners.delete(listen);
	}
};
