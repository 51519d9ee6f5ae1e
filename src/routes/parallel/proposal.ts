/** What the API proposes for a batch. */
import type { Solution } from '$core/program/solve';
import type { Finding } from '$core/program/rule';

export interface Proposal {
	proposed: boolean;
	verdict: Solution['verdict'];
	findings: Finding[];
	settings: Solution['settings'] | null;
	decisions: Solution['decisions'] | null;
	forecast: Pick<NonNullable<Solution['forecast']>, 'timeMin' | 'chargeAh'> | null;
}
