/**
 * Everything a program depends on: this pack, on this channel, from this supply, for this purpose,
 * now.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { heldOf, type Channel, type Charger } from '../charger/charger';
import type { EnvelopeInput, PackRate } from '../charger/envelope';
import type { HeldSetting, HeldSettingKind } from '../charger/setting';
import type { Supply } from '../charger/supply';
import { asOnePack, type Load, type Member } from '../pack/load';
import type { Pack } from '../pack/pack';
import { packVoltage, type ReadingInput } from '../pack/reading';
import { chargeStateOf, type ChargeState } from '../pack-state/charge-state';
import type { PackEvent } from '../pack-state/event';
import { passOver, stateAt, type EventPass, type PackState } from '../pack-state/pack-state';
import { amps, cRate, degrees, text } from '../quantity/format';
import { resolvePractice, whose, type ResolvedPractice } from '../practice/practice';
import { boardFor, leadFor, type ParallelBoard } from '../charger/inventory';
import { connectorOf, type Connector } from '../pack/connector';
import { ratedAh, type BelievedCapacity } from '../pack/rated';
import type { SettingId } from './settings';
import { ALONE, type Surroundings } from './surroundings';
import { taskOf, type Purpose, type Task, type TaskId } from './task';

export interface ProgramContext {
	pack: Pack;
	reading: ReadingInput | null;
	/** What is joined with the pack on the same channel; a pack alone when it is absent. */
	joined?: readonly Member[];
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
	/** The rest of the bench and the pack's past; what is absent is taken as nothing. */
	around?: Partial<Surroundings>;
}

/** The context with its references followed. Pack and reading are those of the whole load. */
export interface Resolved extends Omit<ProgramContext, 'around' | 'joined' | 'pack'> {
	/** With what is believed of its capacity, which rates count from. */
	pack: Pack & BelievedCapacity;
	load: Load;
	chemistry: Chemistry;
	channel: Channel;
	taskData: Task;
	/** What is believed of the pack now, and its charge as a forecast begins with it. */
	state: PackState;
	/** What is believed of each pack of the load, in its order; of one alone it is `state`. */
	memberStates: readonly PackState[];
	chargeState: ChargeState;
	/** The board that joins the load; null for a pack alone, or where no list of boards is kept. */
	board: ParallelBoard | null;
	/** How warm it is, to compute with, and may be at least and at most, °C. */
	packDegC: number;
	coldestDegC: number;
	warmestDegC: number;
	/** How the two are known, in words. */
	howColdest: string;
	howWarmest: string;
	envelope: EnvelopeInput;
	around: Surroundings;
	practice: ResolvedPractice;
	/** The settings that this task has for this pack on this channel. */
	settingIds: readonly SettingId[];
}

/**
 * The most a pack whose label says no rate is charged at, 1/h: the chemistry's own figure, or what
 * the person follows instead for lithium. `guessed` when it is above what the chemistry bears
 * without harm.
 */
export function unlabelledRate(
	chemistry: Chemistry,
	practice: ResolvedPractice
): { rateC: number; guessed: boolean } {
	const own = practice.values.noLabelC;
	if (own === null || !chemistry.traits.followsOwnFigures)
		return { rateC: chemistry.rates.noLabelC, guessed: false };
	return { rateC: own, guessed: true };
}

/** The rates that bear on this pack for this purpose, each with its reason. */
export function packRates(
	chemistry: Chemistry,
	pack: Pick<Pack, 'labelChargeRateC'>,
	purpose: Purpose,
	packDegC: number,
	practice: ResolvedPractice = resolvePractice()
): PackRate[] {
	const { rates: r, temperatures: t } = chemistry;
	const label = pack.labelChargeRateC;
	const rates: PackRate[] = [];
	if (label === null) {
		const { rateC, guessed } = unlabelledRate(chemistry, practice);
		const by = guessed ? ` by ${whose(practice, 'noLabelC')}` : '';
		rates.push({ id: 'label rate', label: `no rate on the label, so ${cRate(rateC)}${by}`, rateC });
	} else rates.push({ id: 'label rate', label: `pack label, ${cRate(label)}`, rateC: label });
	// The person's own ceiling is not meant of every chemistry; the others keep theirs.
	const raised = chemistry.traits.followsOwnFigures && practice.from.hurryMaxC !== 'default';
	const hurryC = raised ? practice.values.hurryMaxC : r.hurryMaxC;
	const wanted = { gentle: r.gentleC, standard: r.standardC, hurry: hurryC }[purpose];
	rates.push({
		id: 'purpose rate',
		label:
			purpose === 'hurry'
				? `hurry, at most ${cRate(wanted)}${raised ? ` by ${whose(practice, 'hurryMaxC')}` : ''}`
				: `${purpose}, ${cRate(wanted)}`,
		rateC: wanted
	});
	if (packDegC < t.coldDegC)
		rates.push({ id: 'cold rate', label: `cold pack, ${cRate(t.coldRateC)}`, rateC: t.coldRateC });
	return rates;
}

/**
 * What joined packs are charged at unless a person decides otherwise, 1/h of each (common practice,
 * no source).
 */
export const JOINED_C = 1;

/** Rates that come from being joined: 1C of each, and what the plug of each bears of its share. */
function joinedRates(
	load: readonly { pack: Pack & BelievedCapacity }[],
	connectors: readonly Connector[] | undefined
): PackRate[] {
	if (load.length === 1) return [];
	const plugs = load.flatMap(({ pack }): PackRate[] => {
		const plug = connectorOf(pack.connectorId, connectors);
		if (!plug) return [];
		const label = `the plug of ${pack.name}, ${text(amps(plug.currentA))} for its share`;
		return [{ id: 'connector', label, rateC: plug.currentA / ratedAh(pack) }];
	});
	return [
		{ id: 'purpose rate', label: `joined, ${cRate(JOINED_C)} of each pack`, rateC: JOINED_C },
		...plugs.sort((a, b) => a.rateC - b.rateC).slice(0, 1)
	];
}

/** The last pass over each list of events: a pack is tried on one channel after the other. */
const lastPasses = new WeakMap<readonly PackEvent[], { key: string; passed: EventPass }>();

/**
 * The state of a pack by its events and the reading that a program begins with, which need not be
 * one of them.
 */
function stateOf(
	pack: Pack,
	reading: ReadingInput | null,
	events: readonly PackEvent[],
	now: string,
	airDegC: number
): PackState {
	const key = JSON.stringify([pack, reading, now]);
	const before = lastPasses.get(events);
	if (before?.key === key) return stateAt(before.passed, now, airDegC);
	const known = reading && events.some((e) => e.kind === 'reading' && isSame(e.reading, reading));
	const own: PackEvent[] =
		reading && !known ? [{ kind: 'reading', id: 'begins with', at: reading.takenAt, reading }] : [];
	const passed = passOver(pack, [...events, ...own], now);
	lastPasses.set(events, { key, passed });
	return stateAt(passed, now, airDegC);
}
/**
 * How warm a load may be, °C, and how that is known: of joined packs the hottest counts, and the
 * coldest. What a reading says that is dated after `now` may be so at any time.
 */
function temperaturesOf(
	states: readonly PackState[],
	load: Load,
	now: string
): Pick<Resolved, 'coldestDegC' | 'warmestDegC' | 'howColdest' | 'howWarmest'> {
	const misdated = load.flatMap(({ reading }) =>
		reading?.temperatureDegC != null && Date.parse(reading.takenAt) > Date.parse(now)
			? [reading.temperatureDegC]
			: []
	);
	const ahead = (degC: number) => ({
		degC,
		how: `the pack was at ${text(degrees(degC))} in a reading that is dated after now`
	});
	const cold = [
		...states.map(({ warmth }) => ({ degC: warmth.coldestDegC, how: warmth.howColdest })),
		...misdated.map(ahead)
	].sort((a, b) => a.degC - b.degC)[0];
	const warm = [
		...states.map(({ warmth }) => ({ degC: warmth.warmestDegC, how: warmth.howWarmest })),
		...misdated.map(ahead)
	].sort((a, b) => b.degC - a.degC)[0];
	return { coldestDegC: cold.degC, warmestDegC: warm.degC, howColdest: cold.how, howWarmest: warm.how };
}
const isSame = (a: ReadingInput, b: ReadingInput): boolean =>
	Date.parse(a.takenAt) === Date.parse(b.takenAt) && packVoltage(a) === packVoltage(b);

/**
 * Follows the references of a context. The channel must belong to the charger; a miss is a bug and
 * throws.
 */
export function resolve(context: ProgramContext): Resolved {
	const { charger, purpose, ambientDegC } = context;
	const { joined = [], ...given } = context;
	const around = { ...ALONE, ...context.around };
	const alone = joined.length === 0;
	// Joined, a pack's volts meet the others': a reading from before its last run is none.
	const own = stateOf(context.pack, context.reading, around.events, context.now, ambientDegC);
	const stale = !alone && own.readBefore;
	const load: Load = [{ pack: context.pack, reading: stale ? null : context.reading }, ...joined];
	const { pack: onePack, reading } = asOnePack(load);
	// What happened to the first pack says nothing of the charge of the others.
	const state = alone ? own : stateOf(onePack, reading, [], context.now, ambientDegC);
	const chemistry = chemistryOf(onePack.chemistry);
	const channel = charger.channels.find((c) => c.id === context.channelId);
	if (!channel) throw new Error(`charger ${charger.id} has no channel ${context.channelId}`);
	const { packDegC } = state.warmth;
	const memberStates = [
		own,
		...joined.map((m) =>
			stateOf(m.pack, m.reading, around.joinedEvents[m.pack.id] ?? [], context.now, ambientDegC)
		)
	];
	const believedCapacityAh = memberStates.reduce((sum, s) => sum + s.capacityAh, 0);
	const pack = { ...onePack, believedCapacityAh };
	const temperatures = temperaturesOf([state, ...memberStates], load, context.now);
	const { coldestDegC } = temperatures;
	const practice = resolvePractice(around.practice.person, pack.practice, around.practice.program);
	const taskData = taskOf(context.task);
	const { inventory } = around;
	const board = alone ? null : (around.board ?? (inventory && boardFor(inventory, load.length, pack.cells)));
	const lead = alone ? inventory && leadFor(inventory, pack) : board;
	return {
		...given,
		load,
		pack,
		reading,
		around,
		practice,
		chemistry,
		channel,
		taskData,
		state,
		memberStates,
		chargeState: chargeStateOf(state),
		board,
		packDegC,
		...temperatures,
		settingIds: settingsFor(taskData, chemistry, pack, channel),
		envelope: {
			pack,
			charger,
			channel,
			supply: context.supply,
			othersOutputW: context.othersOutputW,
			othersOnSupplyW: around.othersOnSupplyW,
			connectors: around.inventory?.connectors,
			lead: lead && { name: lead.name, currentA: lead.currentA },
			packRates: [
				...packRates(chemistry, pack, purpose, coldestDegC, practice),
				...joinedRates(
					load.map(({ pack }, k) => ({ pack: { ...pack, believedCapacityAh: memberStates[k].capacityAh } })),
					inventory?.connectors
				)
			]
		}
	};
}

/** The settings of a task, less those that this chemistry, pack or channel has no use for. */
function settingsFor(task: Task, chemistry: Chemistry, pack: Pack, channel: Channel): SettingId[] {
	const dip = chemistry.endOfCharge.kind === 'dip';
	const byCharge = task.stores && chemistry.storage.kind === 'charge';
	const useless: Partial<Record<SettingId, boolean>> = {
		deltaV: !dip,
		trickleA: !dip && !channel.asksTrickle,
		endVoltageV: dip || byCharge,
		balance: chemistry.balanceFromCells === null,
		dischargeA: task.stores && channel.dischargeCurrentA === 0
	};
	return task.settings.filter((id) => !useless[id]);
}

/** Whether this program has the setting. */
export const asks = (r: Pick<Resolved, 'settingIds'>, id: SettingId): boolean => r.settingIds.includes(id);

/**
 * The held setting of this kind that bears on the program's channel, or null when the charger has
 * none.
 */
export function heldSetting(
	r: Pick<Resolved, 'charger' | 'channelId' | 'task' | 'chemistry'>,
	kind: HeldSettingKind
): HeldSetting | null {
	return heldOf(r.charger, r.channelId, kind, r.task, r.chemistry.id);
}
