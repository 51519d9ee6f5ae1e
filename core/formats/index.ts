/** The formats in which the samples of a run leave: adding one is its file and its line here. */
import type { SamplesFormat } from './samples-format';
import { csvFormat } from './telemetry-csv';

const FORMATS: readonly SamplesFormat[] = [csvFormat];

/** The format of this name, or null when there is none. */
export const formatOf = (id: string | null): SamplesFormat | null => FORMATS.find((f) => f.id === id) ?? null;
