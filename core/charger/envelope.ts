/**
 * The envelope: the largest charge current at each pack voltage, and which limit decides it
 * there. Every limit is one candidate; the least binds and keeps its name, so that a person can
 * always be told "why not more".
 */
import { connectorOf, type Connector } from '../pack/connector';
import type { Pack } from '../pack/pack';
import { ofMeasured, ratedAh } from '../pack/rated';
import { amps, cRate, text, volts, watts } from '../quantity/format';
import { heldFor, type Channel, type Charger } from './charger';

import { supplyLeftW, supplyPowerW, type Supply } from './supply';

export type LimitId =
	| 'channel current'
	| 'channel power'
	| 'shared power'
	| 'supply power'
	| 'input current'
	| 'connector'
	| 'lead'
	| 'recovery rate'
	| 'cautious rate'
	| 'low rate'
	| 'discharge rate'
	| 'discharge power'
	| 'discharge current'
	| 'fixed'
	| 'purpose rate'
	| 'label rate'
	| 'cold rate'
	| 'rate cap';

export interface Limit {
	id: LimitId;
	/** The limit in words with its figure, e.g. "channel power, 80 W at 12.60 V". */
	label: string;
	/** Largest current it allows at the voltage asked about, A. */
	currentA: number;
	/** Whose limit it is: what the charger can deliver, or what the pack may take. */
	side: 'charger' | 'pack';
}

export interface PackRate {
	id: LimitId;
	/** In words with its figure, e.g. "pack label, 2C". */
	label: string;
	rateC: number;
}

export interface EnvelopeInput {
	pack: Pack;
	charger: Charger;
	channel: Channel;
	supply: Supply | null;
	/** Output power other channels of this charger use now, W. */
	othersOutputW: number;
	/** Input power that other chargers draw from the same supply now, W. */
	othersOnSupplyW: number;
	/**
	 * Rates the pack may be charged at, per hour of the smaller of label and measured capacity, each
	 * with its reason.
	 */
	packRates: PackRate[];
	/** The person's own list of connectors; the usual list when absent. */
	connectors?: readonly Connector[];
	/** The charge lead that fits this pack, when the person keeps a list of leads. */
	lead?: { name: string; currentA: number } | null;
}

/** Greatest output power of the channel now, W, with each source of the limit named. */
export function powerLimits(input: EnvelopeInput): { id: LimitId; label: string; powerW: number }[] {
	const { charger, channel, supply, othersOutputW } = input;
	const limits: { id: LimitId; label: string; powerW: number }[] = [
		{ id: 'channel power', label: `channel power, ${text(watts(channel.powerW))}`, powerW: channel.powerW }
	];
	if (charger.sharedPowerW !== null) {
		const left = Math.max(0, charger.sharedPowerW - othersOutputW);
		limits.push({ id: 'shared power', label: `shared power left, ${text(watts(left))}`, powerW: left });
	}
	const toOutput = (inputW: number) =>
		Math.max(0, (inputW - charger.overheadW) * charger.efficiency - othersOutputW);
	if (supply) {
		const available = supplyLeftW(supply, input.othersOnSupplyW);
		const whole = available === supplyPowerW(supply);
		if (Number.isFinite(available))
			limits.push({
				id: 'supply power',
				label: `${supply.name}, ${text(watts(available))} ${whole ? 'in' : 'left'} gives ${text(watts(toOutput(available)))} out`,
				powerW: toOutput(available)
			});
		if (charger.inputCurrentA !== null) {
			const inputW = charger.inputCurrentA * supply.voltageV;
			limits.push({
				id: 'input current',
				label: `input current, ${text(amps(charger.inputCurrentA))} from ${text(volts(supply.voltageV, 1))}`,
				powerW: toOutput(inputW)
			});
		}
	}
	return limits;
}

/** Every limit on the charge current at `packV` volts, least first. `packV` must be above 0. */
export function limitsAt(input: EnvelopeInput, packV: number): Limit[] {
	const { pack, channel, charger, packRates } = input;
	const limits: Limit[] = [
		{
			id: 'channel current',
			label: `channel current, ${text(amps(channel.maxCurrentA))}`,
			currentA: channel.maxCurrentA,
			side: 'charger'
		},
		...powerLimits(input).map((p): Limit => ({
			id: p.id,
			label: `${p.label} at ${text(volts(packV, 1))}`,
			currentA: p.powerW / packV,
			side: 'charger'
		})),
		...packRates.map((r): Limit => ({
			id: r.id,
			label: `${r.label}${ofMeasured(pack)}`,
			currentA: r.rateC * ratedAh(pack),
			side: 'pack'
		}))
	];
	const connector = connectorOf(pack.connectorId, input.connectors);
	if (connector)
		limits.push({
			id: 'connector',
			label: `connector, ${connector.name} ${text(amps(connector.currentA))}`,
			currentA: connector.currentA,
			side: 'pack'
		});
	const lead = input.lead ?? null;
	if (lead)
		limits.push({
			id: 'lead',
			label: `${lead.name}, ${text(amps(lead.currentA))}`,
			currentA: lead.currentA,
			side: 'pack'
		});
	const cap = heldFor(charger, channel.id).find((s) => s.kind === 'rateCapC');
	if (cap?.heldValue != null)
		limits.push({
			id: 'rate cap',
			label: `rate cap held on ${charger.name}, ${cRate(cap.heldValue)}`,
			currentA: cap.heldValue * pack.capacityAh,
			side: 'charger'
		});
	return limits.sort((a, b) => a.currentA - b.currentA);
}

/** What the charger alone can deliver at `packV`, A, whatever the pack may take. */
export function deliverableA(input: EnvelopeInput, packV: number): number {
	return Math.min(
		...limitsAt(input, packV)
			.filter((l) => l.side === 'charger')
			.map((l) => l.currentA)
	);
}

/**
 * Every limit on the discharge current at `packV` volts, least first; empty when the channel
 * cannot discharge.
 */
export function dischargeLimitsAt(input: EnvelopeInput, packV: number, rateC: number, why: string): Limit[] {
	const { pack, channel } = input;
	if (channel.dischargeCurrentA <= 0 || channel.dischargePowerW <= 0) return [];
	const limits: Limit[] = [
		{
			id: 'discharge current',
			label: `channel discharges at most ${text(amps(channel.dischargeCurrentA))}`,
			currentA: channel.dischargeCurrentA,
			side: 'charger'
		},
		{
			id: 'discharge power',
			label: `discharge power, ${text(watts(channel.dischargePowerW))} at ${text(volts(packV, 1))}`,
			currentA: channel.dischargePowerW / packV,
			side: 'charger'
		},
		{
			id: 'discharge rate',
			label: `${why}, ${cRate(rateC)}${ofMeasured(pack)}`,
			currentA: rateC * ratedAh(pack),
			side: 'pack'
		}
	];
	return limits.sort((a, b) => a.currentA - b.currentA);
}

export interface EnvelopePoint {
	packV: number;
	currentA: number;
	binding: LimitId;
}

/** The envelope between two pack voltages, `points` evenly spaced samples, both ends included. */
export function envelope(input: EnvelopeInput, fromV: number, toV: number, points = 60): EnvelopePoint[] {
	return Array.from({ length: points }, (_, i) => {
		const packV = fromV + ((toV - fromV) * i) / (points - 1);
		const [least] = limitsAt(input, packV);
		return { packV, currentA: least.currentA, binding: least.id };
	});
}
