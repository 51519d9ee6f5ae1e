/**
 * What a meeting does over time: packs joined at their main leads, each a row of cells with a
 * series resistance and a relaxation pair, run until next to nothing flows. The first current is
 * the greatest; it falls within seconds to minutes, and what counts is the charge that moves and
 * how hard the first minute is.
 */
import { chemistryOf } from '../../chemistry/catalogue';
import { ocvAt, socAt } from '../../chemistry/curve';
import { ratedAh } from '../../pack/rated';
import { cellVoltages } from '../../pack/reading';
import { BALANCE_CONTACT_A, CUSTOMARY_MIN, levelInA, type LevelWait } from './level';
import { cellOhms, type Member } from './member';
import { meetAtNode } from './node';

export interface Settling extends LevelWait {
	/** First current of each pack, A; positive flows in. */
	peakA: number[];
	/** Mean current over the first minute, A. */
	minuteMeanA: number[];
	/** Charge moved until next to nothing flows, as a share of each pack's capacity. */
	movedShare: number[];
}

/** Next to nothing, 1/h (common practice, no source). */
const STILL_C = 0.1;
const FINE_S = 0.5;
const COARSE_S = 5;
const MINUTE_S = 60;
const LONGEST_S = 4 * 3600;

interface State {
	socs: number[];
	capacityAh: number;
	seriesOhm: number;
	relaxOhm: number;
	relaxV: number;
	movedAh: number;
}

/**
 * Runs the meeting with every resistance `ohmFactor` times what is known or usual. One chemistry
 * and one cell count.
 */
export function settle(members: readonly Member[], ohmFactor = 1): Settling {
	const { curve, defaults } = chemistryOf(members[0].pack.chemistry);
	const packs = members.map((m): State => {
		const capacityAh = ratedAh(m.pack);
		return {
			socs: cellVoltages(m.reading, m.pack.cells).map((v) => socAt(curve, v)),
			capacityAh,
			seriesOhm: ohmFactor * cellOhms(m).reduce((a, b) => a + b, 0),
			relaxOhm: (ohmFactor * m.pack.cells * defaults.relaxOhmAh) / m.pack.capacityAh,
			relaxV: 0,
			movedAh: 0
		};
	});
	const emf = () => packs.map((p) => p.socs.reduce((sum, s) => sum + ocvAt(curve, s), 0) + p.relaxV);
	const ohm = packs.map((p) => p.seriesOhm);
	const peakA = meetAtNode(emf(), ohm);
	const minuteAs = packs.map(() => 0);
	let timeS = 0;
	let levelS = 0;
	const levelA = members.map((m) => levelInA(m.pack));
	let last: { k: number; gives: boolean } | null = null;
	let customaryA = peakA.map(() => 0);
	while (timeS < LONGEST_S) {
		const dtS = timeS < MINUTE_S ? FINE_S : COARSE_S;
		const amps = meetAtNode(emf(), ohm);
		packs.forEach((p, k) => {
			const keep = Math.exp(-dtS / defaults.relaxS);
			p.relaxV = p.relaxV * keep + amps[k] * p.relaxOhm * (1 - keep);
			const ah = (amps[k] * dtS) / 3600;
			p.movedAh += ah;
			for (let i = 0; i < p.socs.length; i++) p.socs[i] += ah / p.capacityAh;
			if (timeS < MINUTE_S) minuteAs[k] += amps[k] * dtS;
		});
		timeS += dtS;
		const notLevel = amps.findIndex((a, k) => a > levelA[k] || -a > BALANCE_CONTACT_A);
		if (notLevel >= 0) {
			levelS = timeS;
			last = { k: notLevel, gives: amps[notLevel] < 0 };
		}
		if (timeS <= 60 * CUSTOMARY_MIN) customaryA = amps.map(Math.abs);
		const flows = packs.some((p, k) => Math.abs(amps[k]) > STILL_C * p.capacityAh);
		if (!flows && notLevel < 0 && timeS > MINUTE_S) break;
	}
	return {
		peakA,
		minuteMeanA: minuteAs.map((s) => s / MINUTE_S),
		movedShare: packs.map((p) => p.movedAh / p.capacityAh),
		levelMin: levelS / 60,
		last: last && {
			name: members[last.k].pack.name,
			labelChargeRateC: members[last.k].pack.labelChargeRateC,
			gives: last.gives,
			levelA: last.gives ? BALANCE_CONTACT_A : levelA[last.k],
			customaryA: customaryA[last.k]
		}
	};
}
