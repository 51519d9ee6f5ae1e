/** The packs of the harbour fleet, with what only the demo knows of how they really are. */
import type { PackInput } from '../core/pack/pack';

export interface DemoPack {
	pack: Partial<PackInput> & Pick<PackInput, 'name' | 'usedIn' | 'cells' | 'capacityAh'>;
	/** Years in use. */
	years: number;
	/** Share of the label's capacity that is left, and how much its resistance has grown. */
	health: { capacity: number; resistance: number };
	/** How often it goes out, days between runs in the season. */
	everyDays: number;
	/** Where the story leaves it. */
	now: 'empty' | 'storage' | 'ready' | 'full for three weeks' | 'part' | 'half' | 'drifted' | 'unread';
	/** State of charge lost per week by one cell more than by its siblings. */
	drift?: { cell: number; perWeek: number };
	charger: 'quay' | 'pier' | 'basin';
	/** Name of the pack it works with as a pair. */
	pairWith?: string;
	/** Its capacity is measured now and then. */
	measured?: boolean;
}

export const PACKS: DemoPack[] = [
	{
		pack: {
			name: 'Gannet lifeboat, main',
			usedIn: 'Gannet lifeboat',
			cells: 4,
			capacityAh: 3.7,
			labelChargeRateC: 2,
			labelVoltageV: 14.8,
			connectorId: 'block-medium'
		},
		years: 1.3,
		health: { capacity: 0.97, resistance: 1.1 },
		everyDays: 9,
		now: 'part',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Gannet lifeboat, spare',
			usedIn: 'Gannet lifeboat',
			cells: 4,
			capacityAh: 3.7,
			labelChargeRateC: 2,
			labelVoltageV: 14.8,
			connectorId: 'block-medium'
		},
		years: 1.3,
		health: { capacity: 0.96, resistance: 1.15 },
		everyDays: 16,
		now: 'storage',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Skua cutter',
			usedIn: 'Skua cutter',
			cells: 3,
			capacityAh: 2.2,
			labelChargeRateC: 5,
			labelVoltageV: 11.1,
			connectorId: 'block-small'
		},
		years: 2.1,
		health: { capacity: 0.91, resistance: 1.4 },
		everyDays: 10,
		now: 'empty',
		measured: true,
		charger: 'pier'
	},
	{
		pack: {
			name: 'Winch tug',
			usedIn: 'Towing winch',
			cells: 6,
			capacityAh: 5,
			labelChargeRateC: 3,
			labelVoltageV: 22.2,
			connectorId: 'block-large'
		},
		years: 0.8,
		health: { capacity: 0.99, resistance: 1.05 },
		everyDays: 14,
		now: 'half',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Tern rescue boat',
			usedIn: 'Tern rescue boat',
			cells: 2,
			capacityAh: 1.8,
			labelChargeRateC: 2,
			labelVoltageV: 7.4,
			connectorId: 'block-small'
		},
		years: 3,
		health: { capacity: 0.82, resistance: 1.9 },
		everyDays: 12,
		now: 'empty',
		charger: 'quay'
	},
	{
		pack: {
			name: 'Buoy lamp, north',
			usedIn: 'Channel buoys',
			cells: 1,
			capacityAh: 0.52,
			connectorId: 'signal-2',
			balanceLead: false,
			labelVoltageV: 3.7
		},
		years: 1,
		health: { capacity: 0.95, resistance: 1.2 },
		everyDays: 21,
		now: 'ready',
		charger: 'quay'
	},
	{
		pack: {
			name: 'Buoy lamp, south',
			usedIn: 'Channel buoys',
			cells: 1,
			capacityAh: 0.52,
			connectorId: 'signal-2',
			balanceLead: false,
			labelVoltageV: 3.7
		},
		years: 1,
		health: { capacity: 0.94, resistance: 1.25 },
		everyDays: 21,
		now: 'empty',
		charger: 'quay'
	},
	{
		pack: {
			name: 'Petrel pilot boat',
			usedIn: 'Petrel pilot boat',
			cells: 3,
			capacityAh: 2.6,
			labelChargeRateC: 2,
			labelVoltageV: 11.4,
			connectorId: 'block-medium',
			notes: 'Second-hand. The wrap says 11.4 V; entered as LiPo when it came.'
		},
		years: 0.4,
		health: { capacity: 0.98, resistance: 1.05 },
		everyDays: 25,
		now: 'part',
		charger: 'basin'
	},
	{
		pack: {
			name: 'Cormorant ferry',
			usedIn: 'Cormorant ferry',
			cells: 4,
			capacityAh: 5.2,
			labelChargeRateC: 2,
			labelVoltageV: 14.8,
			connectorId: 'block-medium'
		},
		years: 2.4,
		health: { capacity: 0.88, resistance: 1.5 },
		everyDays: 11,
		now: 'drifted',
		drift: { cell: 2, perWeek: 0.035 },
		charger: 'pier'
	},
	{
		pack: {
			name: 'Heron inspection launch',
			usedIn: 'Heron launch',
			cells: 3,
			capacityAh: 1.5,
			labelChargeRateC: 3,
			labelVoltageV: 11.1,
			connectorId: 'block-small'
		},
		years: 1.6,
		health: { capacity: 0.93, resistance: 1.3 },
		everyDays: 18,
		now: 'full for three weeks',
		charger: 'basin'
	},
	{
		pack: {
			name: 'Razorbill workboat',
			usedIn: 'Razorbill workboat',
			cells: 4,
			parallel: 2,
			capacityAh: 6.4,
			labelChargeRateC: 1,
			labelVoltageV: 14.8,
			connectorId: 'block-large'
		},
		years: 0.05,
		health: { capacity: 1, resistance: 1 },
		everyDays: 400,
		now: 'unread',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Kittiwake launch',
			usedIn: 'Kittiwake launch',
			cells: 5,
			capacityAh: 3.3,
			labelChargeRateC: 2,
			labelVoltageV: 18.5,
			connectorId: 'block-medium'
		},
		years: 1.1,
		health: { capacity: 0.95, resistance: 1.2 },
		everyDays: 15,
		now: 'storage',
		charger: 'basin'
	},
	{
		pack: {
			name: 'Puffin spare',
			usedIn: 'Puffin lifeboat',
			cells: 2,
			capacityAh: 1.3,
			labelChargeRateC: 1,
			labelVoltageV: 7.4,
			connectorId: 'block-small',
			condition: 'swollen',
			notes: 'Swollen after the regatta. In the sand bucket outside until the next hazardous-waste day.'
		},
		years: 4.2,
		health: { capacity: 0.6, resistance: 3 },
		everyDays: 30,
		now: 'part',
		charger: 'quay'
	},
	{
		pack: {
			name: 'Survey catamaran',
			usedIn: 'Survey catamaran',
			chemistry: 'liion',
			cells: 3,
			parallel: 2,
			capacityAh: 7,
			labelChargeRateC: 0.5,
			labelVoltageV: 10.8,
			connectorId: 'block-medium'
		},
		years: 1.8,
		health: { capacity: 0.93, resistance: 1.2 },
		everyDays: 13,
		now: 'half',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Sprint hydroplane',
			usedIn: 'Sprint hydroplane',
			chemistry: 'lihv',
			cells: 3,
			capacityAh: 1.1,
			labelChargeRateC: 3,
			labelVoltageV: 11.4,
			connectorId: 'block-small'
		},
		years: 0.6,
		health: { capacity: 0.96, resistance: 1.1 },
		everyDays: 9,
		now: 'storage',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Sprint hydroplane, gift',
			usedIn: 'Sprint hydroplane',
			chemistry: 'lihv',
			cells: 3,
			capacityAh: 1.1,
			labelChargeRateC: 2,
			labelVoltageV: 11.1,
			connectorId: 'block-small',
			notes: 'Came in a bag of LiHV packs and was entered with them. The wrap says 11.1 V.'
		},
		years: 0.05,
		health: { capacity: 1, resistance: 1 },
		everyDays: 400,
		now: 'part',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Heron receiver',
			usedIn: 'Heron launch, receiver',
			chemistry: 'life',
			cells: 2,
			capacityAh: 1.45,
			labelChargeRateC: 1,
			labelVoltageV: 6.6,
			connectorId: 'signal-2'
		},
		years: 2.2,
		health: { capacity: 0.94, resistance: 1.3 },
		everyDays: 17,
		now: 'part',
		charger: 'basin'
	},
	{
		pack: {
			name: 'Trawler receiver',
			usedIn: 'Trawlers, receiver',
			chemistry: 'life',
			cells: 2,
			capacityAh: 2.1,
			labelChargeRateC: 2,
			labelVoltageV: 6.6,
			connectorId: 'signal-2'
		},
		years: 1.1,
		health: { capacity: 0.97, resistance: 1.1 },
		everyDays: 20,
		now: 'storage',
		charger: 'basin'
	},
	{
		pack: {
			name: 'Guillemot trawler',
			usedIn: 'Guillemot trawler',
			chemistry: 'nimh',
			cells: 6,
			capacityAh: 2.4,
			labelChargeRateC: null,
			labelVoltageV: 7.2,
			connectorId: 'blade-nylon',
			balanceLead: false,
			notes: 'Six cells in a shrink sleeve.'
		},
		years: 1.5,
		health: { capacity: 0.93, resistance: 1.2 },
		everyDays: 14,
		now: 'half',
		measured: true,
		charger: 'pier'
	},
	{
		pack: {
			name: 'Dunlin trawler',
			usedIn: 'Dunlin trawler',
			chemistry: 'nimh',
			cells: 7,
			capacityAh: 3.0,
			labelChargeRateC: 1,
			labelVoltageV: 8.4,
			connectorId: 'blade-nylon',
			balanceLead: false
		},
		years: 0.7,
		health: { capacity: 0.98, resistance: 1.1 },
		everyDays: 16,
		now: 'empty',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Phoenix fire boat',
			usedIn: 'Phoenix fire boat',
			chemistry: 'nicd',
			cells: 8,
			capacityAh: 1.8,
			labelChargeRateC: null,
			labelVoltageV: 9.6,
			connectorId: 'blade-nylon',
			balanceLead: false,
			notes: 'Old, but it pumps. Cells from before most members joined.'
		},
		years: 9,
		health: { capacity: 0.8, resistance: 1.5 },
		everyDays: 24,
		now: 'part',
		measured: true,
		charger: 'basin'
	},
	{
		pack: {
			name: 'Auk tug, port',
			usedIn: 'Auk tug',
			chemistry: 'lead',
			cells: 6,
			capacityAh: 7.0,
			labelChargeRateC: null,
			labelVoltageV: 12.0,
			connectorId: 'bullet-4',
			balanceLead: false,
			notes: 'Ballast as well: it may only be swapped for one of the same weight.'
		},
		years: 2.6,
		health: { capacity: 0.9, resistance: 1.3 },
		everyDays: 12,
		now: 'half',
		pairWith: 'Auk tug, starboard',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Auk tug, starboard',
			usedIn: 'Auk tug',
			chemistry: 'lead',
			cells: 6,
			capacityAh: 7.0,
			labelChargeRateC: null,
			labelVoltageV: 12.0,
			connectorId: 'bullet-4',
			balanceLead: false
		},
		years: 2.6,
		health: { capacity: 0.88, resistance: 1.35 },
		everyDays: 12,
		now: 'half',
		pairWith: 'Auk tug, port',
		charger: 'pier'
	},
	{
		pack: {
			name: 'Smew harbour tug',
			usedIn: 'Smew harbour tug',
			chemistry: 'leadgel',
			cells: 3,
			capacityAh: 4.0,
			labelChargeRateC: null,
			labelVoltageV: 6.0,
			connectorId: 'blade-nylon',
			balanceLead: false
		},
		years: 1.9,
		health: { capacity: 0.94, resistance: 1.15 },
		everyDays: 18,
		now: 'ready',
		charger: 'basin'
	}
];
