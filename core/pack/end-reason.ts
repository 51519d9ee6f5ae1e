/** Why a run ended, as its charger or a person says. */
export const END_REASONS = [
	'full',
	'end voltage',
	'timer',
	'capacity limit',
	'temperature',
	'temperature rise',
	'stopped',
	'charger error',
	'no main lead',
	'cell error',
	'count',
	'input low',
	'charger hot',
	'restarted',
	'cancelled',
	'clock stands still',
	'link lost'
] as const;
export type EndReason = (typeof END_REASONS)[number];
