/**
 * Programs set up by hand in the drill: what label, charger and meter say, what was keyed, and
 * what the rules say of it afterwards.
 */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { chemistryOf } from '$core/chemistry/catalogue';
import {
	settingName,
	shownPerStored,
	showSetting,
	unitOf,
	type Overrides,
	type SettingId
} from '$core/request/settings';
import { OverridesSchema } from '$core/request/settings-schema';
import { taskOf } from '$core/request/task';
import { solve } from '$core/program/solve';
import { GRADES, type Grade } from '../../../../../drill/drills';
import { askedOf, judgeProgram, programBench } from '../../../../../drill/programs';
import type { Database, Store } from '../../db/connect';
import { checked, done, missing, refuse, type Result } from '../../result';
import { progress, type Progress } from './drills';

/** Results of these stand beside those of hidden faults, under this name. */
export const PROGRAM_DRILL = 'program';

const readable = (grade: number, seed: number): grade is Grade =>
	(GRADES as readonly number[]).includes(grade) && Number.isInteger(seed) && seed >= 0 && seed <= 1e9;
const mah = (ah: number): string => `${Math.round(1000 * ah)} mAh`;

/** What a person has in front of them; null where there is no such drill. */
export function programDrill(grade: number, seed: number) {
	if (!readable(grade, seed)) return null;
	const { context } = programBench(grade, seed);
	const own = solve(context);
	const { pack, reading, charger, ambientDegC, task } = context;
	const [channel] = charger.channels;
	const { name, family } = chemistryOf(pack.chemistry);
	const hours = (Date.parse(context.now) - Date.parse(reading!.takenAt)) / 3600e3;
	const lithium = family === 'lithium';
	return {
		title: `${pack.name} on ${charger.name}`,
		task: taskOf(task).name,
		pack: [
			['Label', `${name} ${pack.cells}S ${mah(pack.capacityAh)}`],
			['Printed volts', pack.labelVoltageV === null ? 'none' : `${pack.labelVoltageV.toFixed(1)} V`],
			['Printed rate', pack.labelChargeRateC === null ? 'none' : `${pack.labelChargeRateC}C`],
			['Condition', pack.condition],
			['Air and pack', `${ambientDegC.toFixed(0)} °C`],
			[
				'Meter',
				`${hours < 1 ? `${Math.round(60 * hours)} min` : `${Math.round(hours)} h`} ago, at rest: ${
					reading!.cellVoltagesV?.map((v) => v.toFixed(3)).join(' ') ??
					`${reading!.packVoltageV!.toFixed(2)} V in all`
				}`
			]
		],
		charger: [
			['Power', `${channel.powerW} W`],
			['Current', `${channel.minCurrentA} to ${channel.maxCurrentA} A, steps of ${channel.currentStepA} A`],
			...(lithium
				? [['Balancing', `${channel.balanceCurrentA} A, a port for ${channel.balancePortCells}S`]]
				: []),
			['Probe', channel.hasProbe ? 'yes' : 'no'],
			['Exact to', `${Math.round(1000 * channel.voltageAccuracyV)} mV a cell`]
		],
		asked: askedOf(own).map((id) => ({
			id,
			label: settingName(id, task),
			unit: id === 'cells' ? 'S' : unitOf(id),
			per: shownPerStored(id),
			flag: typeof own.solved[id] === 'boolean'
		}))
	};
}

const Committed = z.object({ keyed: OverridesSchema.nullable() });

/**
 * Commits to what was keyed, or to leaving it alone: judged, kept, and laid beside what would be
 * set here.
 */
export async function commitProgram(
	db: Database,
	grade: number,
	seed: number,
	input: unknown,
	now: string,
	id: string = randomUUID()
) {
	const valid = checked(Committed, input);
	if (!valid.ok) return valid;
	if (!readable(grade, seed)) return missing('drill');
	const bench = programBench(grade, seed);
	const { task } = bench.context;
	const asked = askedOf(solve(bench.context));
	const keyed = valid.value.keyed as Overrides | null;
	const lacking = keyed === null ? [] : asked.filter((a) => keyed[a] === undefined);
	if (lacking.length)
		return refuse(
			422,
			`Key in ${settingName(lacking[0], task).toLowerCase()}.`,
			Object.fromEntries(lacking.map((a) => [a, 'Key it in.']))
		);
	const judged = judgeProgram(bench, keyed);
	const { own, right, safe, findings } = judged;
	const words = (s: Overrides): string => asked.map((a) => showSetting(a, s[a]!)).join(', ');
	await db.write(async (tx) => {
		if (await tx.models.DrillResult.findByPk(id)) return;
		await tx.models.DrillResult.create({
			id,
			drillId: PROGRAM_DRILL,
			seed,
			grade,
			causeSaid: keyed === null ? 'not to be charged' : words(keyed).slice(0, 60),
			goOnSaid: keyed !== null,
			looks: keyed === null ? 0 : asked.length,
			minutes: 0,
			right,
			safe,
			at: now
		});
	});
	const shown = (value: Overrides[SettingId], a: SettingId) =>
		value === undefined ? null : showSetting(a, value);
	const median = (s: typeof own | null) => s?.forecast?.timeMin.median ?? null;
	return done({
		right,
		safe,
		refused: keyed === null,
		trap: bench.trap,
		proposed: own.proposed,
		findings: findings
			.filter((f) => f.severity !== 'note')
			.map(({ severity, sentence }) => ({ severity: severity as 'stop' | 'check', sentence })),
		rows: asked.map((a) => ({
			label: settingName(a, task),
			keyed: keyed === null ? null : shown(keyed[a], a),
			own: own.proposed ? shown(own.solved[a], a) : null,
			why: (own.decisions as Partial<Record<SettingId, { why: string }>>)[a]?.why ?? ''
		})),
		minutes: { keyed: median(judged.keyed), own: own.proposed ? median(own) : null }
	});
}
type Committing = Awaited<ReturnType<typeof commitProgram>>;
/** What is told once a person has committed. */
export type JudgedProgram = Extract<Committing, { ok: true }>['value'];
export type ProgramDrillResult = Result<JudgedProgram>;

/** How far the person has come with programs, by grade. */
export const programProgress = (db: Store): Promise<Progress[]> => progress(db, [PROGRAM_DRILL]);
