/** Packs as they are known, as the circuit that they make when they are joined. */
import { chemistryOf } from '../../chemistry/catalogue';
import { socAt } from '../../chemistry/curve';
import { ratedAh } from '../../pack/rated';
import { cellVoltages } from '../../pack/reading';
import type { JoinedModel } from './joined-packs';
import { cellOhms, type Member } from './member';
import { USUAL_BOARD, type Board } from './network';

/**
 * The circuit of these packs at rest as they read; every resistance of theirs `ohmFactor` times
 * what is known or usual.
 */
export function joinedModel(
	members: readonly Member[],
	board: Board = { ...USUAL_BOARD, balanceOhm: null },
	ohmFactor = 1
): JoinedModel {
	const { curve, defaults } = chemistryOf(members[0].pack.chemistry);
	return {
		curve,
		relaxS: defaults.relaxS,
		board,
		packs: members.map((m) => {
			const { cells } = m.pack;
			const each = <T>(value: T) => Array.from({ length: cells }, () => value);
			return {
				capacityAh: each(ratedAh(m.pack)),
				soc: cellVoltages(m.reading, cells).map((v) => socAt(curve, v)),
				seriesOhm: cellOhms(m).map((r) => r * ohmFactor),
				relaxOhm: each((ohmFactor * defaults.relaxOhmAh) / m.pack.capacityAh)
			};
		})
	};
}
