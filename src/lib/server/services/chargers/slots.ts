/** Memory slots: which saved program a charger's slot holds. */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { ProgramSettings } from '$core/request/settings';
import { taskOf, type TaskId } from '$core/request/task';
import type { Database, Store } from '../../db/connect';
import { checked, done, missing, refuse, type Result } from '../../result';
import { writeEvent } from '../house/events';

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
	const programOf = new Map(programs.map((p) => [p.get('id'), p]));
	const nameOf = new Map(packs.map((p) => [p.get('id'), p.get('name')]));
	return rows.flatMap((row) => {
		const program = programOf.get(row.get('programId'));
		if (!program) return [];
		const task = program.get('task');
		const packName = nameOf.get(program.get('packId')) ?? '';
		return {
			slot: row.get('slot'),
			programId: program.get('id'),
			packId: program.get('packId'),
			packName,
			task,
			settings: program.get('settings'),
			title: `${taskOf(task).name} · ${packName}`,
			keyedAt: row.get('updatedAt').toISOString()
		};
	});
}

const SlotRequest = z.object({
	slot: z.number().int('A slot is a whole number.').min(1, 'Slots start at 1.'),
	/** Null empties the slot. */
	programId: z.string().min(1).nullable()
});

/**
 * Notes that a program was keyed into a slot, or that the slot was emptied; answers with what it
 * held before.
 */
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
		const slots = charger.get('slots');
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
		const before = row?.get('programId') ?? null;
		if (before !== programId) {
			if (programId === null) await row?.destroy();
			else if (row) await row.update({ programId });
			else await tx.models.MemorySlot.create({ id: randomUUID(), chargerId, slot, programId });
			await writeEvent(tx, 'slot keyed', chargerId, { slot, before, programId });
		}
		return done({ slot, before });
	});
}
