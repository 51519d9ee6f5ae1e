/**
 * The programs that a channel's own screen may offer. What each of them does is described in
 * `request/task.ts`.
 */

export const TASK_IDS = ['balance', 'charge', 'fast', 'storage', 'discharge', 'cycle', 'recover'] as const;
export type TaskId = (typeof TASK_IDS)[number];

/** The word as a task, or null when there is no such task. */
export const taskIdOf = (word: unknown): TaskId | null => TASK_IDS.find((id) => id === word) ?? null;
