/** The programs that a channel's own screen may offer. What each of them does is described in `program/task.ts`. */
import { z } from 'zod';

export const TaskId = z.enum(['balance', 'charge', 'fast', 'storage', 'discharge', 'cycle', 'recover']);
export type TaskId = z.infer<typeof TaskId>;
