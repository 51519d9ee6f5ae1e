/** The checks of a charger as it is described. */
import { z } from 'zod';
import { schemaOf } from '../quantity/field-schema';
import { CHANNEL, CHANNEL_CHEMISTRY, CHARGER, MOST_CHANNELS } from './charger';
import { HeldSettingSchema } from './setting-schema';

const Id = z.string().min(1).max(64);

const ChannelChemistrySchema = schemaOf(CHANNEL_CHEMISTRY).refine((c) => c.minCells <= c.maxCells, {
	error: 'The least count is above the greatest.',
	path: ['minCells']
});

const channelFields = schemaOf(CHANNEL).extend({
	chemistries: z
		.array(ChannelChemistrySchema)
		.min(CHANNEL.chemistries.least, CHANNEL.chemistries.missing)
		.max(CHANNEL.chemistries.most)
});

/** What the fields of a channel say of each other. */
function agree(c: z.infer<typeof channelFields>, ctx: z.RefinementCtx): void {
	const say = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message });
	if (c.deltaVMinV !== null && c.deltaVMaxV !== null && c.deltaVMinV > c.deltaVMaxV)
		say('deltaVMinV', 'The least dip is above the greatest.');
	if (c.minCurrentA > c.maxCurrentA) say('minCurrentA', 'The least current is above the greatest.');
	if (c.currentStepA > c.maxCurrentA) say('currentStepA', 'The step is larger than the greatest current.');
}
const ChannelFieldsSchema = channelFields.superRefine(agree);
const ChannelSchema = channelFields.extend({ id: Id }).superRefine(agree);

const whole = schemaOf(CHARGER).extend({
	held: z.array(HeldSettingSchema).max(CHARGER.held.most).default([])
});
const inputIsARange = (c: { inputMinV: number; inputMaxV: number }) => c.inputMinV <= c.inputMaxV;
const noRange = { error: 'The least input volts are above the greatest.', path: ['inputMinV'] };

export const ChargerInputSchema = whole
	.extend({
		channels: z
			.array(ChannelFieldsSchema)
			.min(1, 'A charger has at least one channel.')
			.max(MOST_CHANNELS, `A charger has at most ${MOST_CHANNELS} channels here.`)
	})
	.refine(inputIsARange, noRange);

export const ChargerSchema = whole
	.extend({ id: Id, channels: z.array(ChannelSchema).min(1) })
	.refine(inputIsARange, noRange);
