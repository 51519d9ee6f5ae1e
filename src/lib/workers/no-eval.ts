/**
 * Imported first by every worker: the content policy lets nothing be made from text, and Zod is
 * told not to try.
 */
import { z } from 'zod';

z.config({ jitless: true });
