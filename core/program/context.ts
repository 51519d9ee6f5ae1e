/** Everything a program depends on: this pack, on this channel, from this supply, for this purpose, now. */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { heldFor, type Channel, type Charger } from '../charger/charger';
import type { EnvelopeInput, PackRate } from '../charger/envelope';
import type { HeldSetting, HeldSettingKind } from '../charger/setting';
import type { Supply } from '../charger/supply';
import { estimateCharge, type ChargeState } from '../pack/charge-state';
import type { Pack } from '../pack/pack';
import type { ReadingInput } from '../pack/reading';
import { cRate } from '../quantity/format';
import { taskOf, type Purpose, type Task, type TaskId } from './task';

export interface ProgramContext {
	pack: Pack;
	reading: ReadingInput | null;
	charger: Charger;
	channelId: string;
	supply: Supply | null;
	/** Output power that the charger's other channels use now, W. */
	othersOutputW: number;
	ambientDegC: number;
	/** The present moment, ISO 8601; core has no clock. */
	now: string;
	task: TaskId;
	purpose: Purpose;
}

/** The context with its references followed. */
export interface Resolved extends ProgramContext {
	chemistry: Chemistry;
	channel: Channel;
	taskData: Task;
	chargeState: ChargeState;
	/** Temperature to compute with, °C: the pack's, or the air's when the pack was not measured. */
	packDegC: number;
	envelope: EnvelopeInput;
}

/** The rates that bear on this pack for this purpose, each with its reason. */
export function packRates(
	chemistry: Chemistry,
	pack: Pick<Pack, 'labelChargeRateC'>,
	purpose: Purpose,
	packDegC: number
): PackRate[] {
	const { rates: r, temperatures: t } = chemistry;
	const label = pack.labelChargeRateC;
	const rates: PackRate[] = [];
	if (label === null)
		rates.push({
			id: 'label rate',
			label: `no rate on the label, so ${cRate(r.noLabelC)}`,
			rateC: r.noLabelC
		});
	else rates.push({ id: 'label rate', label: `pack label, ${cRate(label)}`, rateC: label });
	const wanted = { gentle: r.gentleC, standard: r.standardC, hurry: r.hurryMaxC }[purpose];
	rates.push({
		id: 'purpose rate',
		label: purpose === 'hurry' ? `hurry, at most ${cRate(wanted)}` : `${purpose}, ${cRate(wanted)}`,
		rateC: wanted
	});
	if (packDegC < t.coldDegC)
		rates.push({ id: 'cold rate', label: `cold pack, ${cRate(t.coldRateC)}`, rateC: t.coldRateC });
	return rates;
}

/** Follows the references of a context. The channel must belong to the charger; a miss is a bug and throws. */
export function resolve(context: ProgramContext): Resolved {
	const { pack, charger, reading, purpose, ambientDegC } = context;
	const chemistry = chemistryOf(pack.chemistry);
	const channel = charger.channels.find((c) => c.id === context.channelId);
	if (!channel) throw new Error(`charger ${charger.id} has no channel ${context.channelId}`);
	const packDegC = reading?.temperatureDegC ?? ambientDegC;
	return {
		...context,
		chemistry,
		channel,
		taskData: taskOf(context.task),
		chargeState: estimateCharge(chemistry, pack.cells, reading),
		packDegC,
		envelope: {
			pack,
			charger,
			channel,
			supply: context.supply,
			othersOutputW: context.othersOutputW,
			packRates: packRates(chemistry, pack, purpose, packDegC)
		}
	};
}

/** The held setting of this kind that bears on the program's channel, or null when the charger has none. */
export function heldSetting(
	r: Pick<Resolved, 'charger' | 'channelId'>,
	kind: HeldSettingKind
): HeldSetting | null {
	return heldFor(r.charger, r.channelId).find((s) => s.kind === kind) ?? null;
}
