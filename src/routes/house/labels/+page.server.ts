import { app } from '$lib/server/app';
import { codesOf } from '$lib/server/lan/code';
import { openDevices } from '$lib/server/lan/devices';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { allPacks } from '$lib/server/services/packs/packs';
import { chemistryOf } from '$core/chemistry/catalogue';
import { cellsLabel } from '$core/pack/pack';
import type { PageServerLoad } from './$types';

/** `http://192.0.2.7:5280`: a scheme, a host, a port; nothing after it. */
const ADDRESS = /^https?:\/\/[\w.-]+(:\d{1,5})?$/;

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:devices');
	const { db } = await app();
	const [packs, chargers] = await Promise.all([allPacks(db), listChargers(db)]);
	const secure = Boolean(process.env.STACK_TENDER_CERT);
	const lan = (process.env.STACK_TENDER_LAN ?? '')
		.split(',')
		.filter(Boolean)
		.map((address) => `${secure ? 'https' : 'http'}://${address}:${process.env.PORT ?? url.port}`);
	const typed = url.searchParams.get('at')?.trim().replace(/\/$/, '') ?? '';
	const at = ADDRESS.test(typed) ? typed : (lan[0] ?? url.origin);
	const labels = [
		...packs.map((p) => ({
			kind: 'pack' as const,
			id: p.id,
			name: p.name,
			line: `${chemistryOf(p.chemistry).name} ${cellsLabel(p)} · ${Math.round(1000 * p.capacityAh)} mAh`,
			opens: `${at}/packs/${p.id}`
		})),
		...chargers.flatMap((c) =>
			c.channels.map((channel) => ({
				kind: 'channel' as const,
				id: channel.id,
				name: `${c.name} ${c.channels.length > 1 ? channel.label : ''}`.trim(),
				line: `${channel.powerW} W · ${channel.maxCurrentA} A`,
				opens: `${at}/chargers/${c.id}`
			}))
		)
	];
	const [code, ...codes] = await codesOf([at, ...labels.map((l) => l.opens)]);
	return {
		labels: labels.map(({ opens: _, ...label }, k) => ({ ...label, code: codes[k] })),
		at,
		lan,
		wrong: typed !== '' && !ADDRESS.test(typed),
		code,
		/** Devices that have entered, the last seen first. */
		devices: openDevices()?.list() ?? [],
		/** Who looks at this came over the local network. */
		away: lan.some((address) => address === url.origin),
		secure: url.protocol === 'https:' || url.hostname === 'localhost' || url.hostname === '127.0.0.1'
	};
};
