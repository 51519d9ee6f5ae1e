/** What a format of samples is. */
import type { Telemetry } from '../simulate/telemetry';

export interface SamplesFormat {
	/** As it is asked for in an address, and the ending of the file's name. */
	id: string;
	contentType: string;
	write(samples: Telemetry): string;
}
