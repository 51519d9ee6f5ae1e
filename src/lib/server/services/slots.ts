/** Memory slots: which saved program a charger's slot holds. */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { ProgramSettings } from '$core/request/settings';
import { taskOf, type TaskId } from '$core/request/task';
import type { Database, Store } from '../db/connect';
import { checked, done, missing, refuse, type Result } from '../result';
import { writeEvent } from './events';

export interface SlotContent {
	slot: number;
	programId: string;
	packId: string;
	packName: string;
	task: TaskId;
	settings: ProgramSettings;
	/** "Balance charge · Gannet lifeboat, main". */
	title: string;
	keyedAt: string;
}

/** What the slots of a charger hold, in order; empty slots are absent. */
export async function slotsOf(db: Store, chargerId: string): Promise<SlotContent[]> {
	const rows = await db.models.MemorySlot.findAll({ where: { chargerId }, order: [['slot', 'ASC']] });
	const programs = await db.models.Program.findAll({ where: { id: rows.map((r) => r.get('programId')) } });
	const packs = await db.models.Pack.findAll({
		where: { id: programs.map((p) => p.get('packId')) },
		paranoid: false,
		attributes: ['id', 'name']
	});
	const byId = (list: typeof rows) => new Map(list.map((r) => [r.get('id') as string, r]));
	const [programOf, packOf] = [byId(programs), byId(packs)];
	return rows.flatMap((row) => {
		const program = programOf.get(row.get('programId') as string);
		if (!program) return [];
		const task = program.get('task') as TaskId;
		const packName = (packOf.get(program.get('packId') as string)?.get('name') as string) ?? '';
		return {
			slot: row.get('slot') as number,
			programId: program.get('id') as string,
			packId: program.get('packId') as string,
			packName,
			task,
			settings: program.get('settings') as ProgramSettings,
			title: `${taskOf(task).name} · ${packName}`,
			keyedAt: (row.get('updatedAt') as Date).toISOString()
		};
	});
}

const SlotRequest = z.object({
	slot: z.number().int('A slot is a whole number.').min(1, 'Slots start at 1.'),
	/** Null empties the slot. */
	programId: z.string().min(1).nullable()
});

/** Notes that a program was keyed into a slot, or that the slot was emptied; answers with what it held before. */
export async function setSlot(
	db: Database,
	chargerId: string,
	input: unknown
): Promise<Result<{ slot: number; before: string | null }>> {
	const request = checked(SlotRequest, input);
	if (!request.ok) return request;
	return db.write(async (tx) => {
		const charger = await tx.models.Charger.findByPk(chargerId);
		if (!charger) return missing('charger');
		const { slot, programId } = request.value;
		const slots = charger.get('slots') as number;
		if (slot > slots)
			return refuse(
				422,
				slots === 0
					? `${charger.get('name')} has no memory slots.`
					: `${charger.get('name')} has ${slots} slots.`,
				{ slot: `Slots go from 1 to ${slots}.` }
			);
		if (programId !== null) {
			const program = await tx.models.Program.findByPk(programId);
			if (!program) return missing('program');
			if (program.get('chargerId') !== chargerId)
				return refuse(409, 'This program was proved on another charger: solve it on this one first.');
		}
		const row = await tx.models.MemorySlot.findOne({ where: { chargerId, slot } });
		const before = (row?.get('programId') as string | undefined) ?? null;
		if (before !== programId) {
			if (programId === null) await row?.destroy();
			else if (row) await row.update({ programId });
			else await tx.models.MemorySlot.create({ id: randomUUID(), chargerId, slot, programId });
			await writeEvent(tx, 'slot keyed', chargerId, { slot, before, programId });
		}
		return done({ slot, before });
	});
}
