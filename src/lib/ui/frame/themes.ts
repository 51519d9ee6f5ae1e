/** The three themes: by day on the bench, at night, and in the sun. */
export const THEMES = ['bench', 'night', 'sun'] as const;
export type Theme = (typeof THEMES)[number];
