import { chemistryOf } from '$core/chemistry/catalogue';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { isSymptom, listCases, taughtOf } from '$lib/server/services/diagnose/cases';
import { onRecord } from '$lib/server/services/diagnose/known';
import { allPacks, getPack } from '$lib/server/services/packs/packs';
import { causeOf } from '$core/diagnose/causes';
import { symptomOf } from '$core/diagnose/symptom';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const asked = (name: string) => url.searchParams.get(name);
	const record = asked('run') ? await onRecord(db, asked('run')!) : null;
	const [packs, chargers, cases] = await Promise.all([allPacks(db), listChargers(db), listCases(db)]);
	const packId = record?.run.packId ?? asked('pack');
	const channelId = record?.run.channelId ?? asked('channel');
	const charger = chargers.find((c) => c.channels.some((ch) => ch.id === channelId)) ?? null;
	const nameOf = async (id: string | null) => {
		if (id === null) return null;
		const pack = await getPack(db, id);
		return pack.ok ? pack.value.name : null;
	};
	return {
		runId: record?.run.id ?? null,
		suggested: record?.suggested ?? [],
		judged: record?.judged ?? null,
		packId,
		channelId,
		message: asked('said') ?? record?.run.message ?? '',
		packs: packs.map((p) => ({ id: p.id, name: p.name, family: chemistryOf(p.chemistry).family })),
		chargers,
		taught: await taughtOf(db, charger?.id ?? null),
		cases: await Promise.all(
			cases.map(async (c) => ({
				id: c.id,
				openedAt: c.openedAt,
				title: isSymptom(c.symptom) ? symptomOf(c.symptom).name : c.symptom,
				pack: await nameOf(c.packId),
				confirmed: c.confirmed === null ? null : (causeOf(c.confirmed)?.name ?? c.confirmed)
			}))
		)
	};
};
