/** The formats in which the samples of a run leave: adding one is its file and its line here. */
import type { Telemetry } from '../simulate/telemetry';
import { csvFormat } from './telemetry-csv';

export interface SamplesFormat {
	/** As it is asked for in an address, and the ending of the file's name. */
	id: string;
	contentType: string;
	write(samples: Telemetry): string;
}

const FORMATS: readonly SamplesFormat[] = [csvFormat];

/** The format of this name, or null when there is none. */
export const formatOf = (id: string | null): SamplesFormat | null => FORMATS.find((f) => f.id === id) ?? null;
