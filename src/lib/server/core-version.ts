/** The version of core that results kept in the data file were computed with. */
import { randomUUID } from 'node:crypto';

/** Put in place by the build. */
declare const __CORE_HASH__: string | undefined;

/** Hash of the built sources; where nothing is built, results are good for this process alone. */
export const CORE_VERSION = typeof __CORE_HASH__ === 'string' ? __CORE_HASH__ : `unbuilt ${randomUUID()}`;
