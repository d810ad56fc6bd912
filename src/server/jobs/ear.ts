import { type Heard, type HearingOptions, hear } from '@/core/listening';
import { type Model, renderSampledWhole } from '@/core/playback';
import { type Outline, outlineOf } from '@/core/review';
import type { Audio } from '@/core/signal';
import { readBank } from './read-bank';

/** What a check hears with. It can be put in its place: most checks of what comes after it start from facts that are kept. */
export interface Ear {
  hear(audio: Audio, options: HearingOptions): Heard;
  /** How what a device itself plays would be heard. */
  outlineOfPlayed(sound: PlayedByDevice): Promise<Outline>;
}

export interface PlayedByDevice {
  readonly model: Model;
  readonly bank: Parameters<typeof readBank>[0];
}

/** Rendering takes a second or two: only where a look at the notes does not settle it. */
const RENDERED_SAMPLE_RATE = 22050;

export const EAR: Ear = {
  hear,
  outlineOfPlayed: async ({ model, bank }) =>
    outlineOf(hear(await renderSampledWhole(model, await readBank(bank), RENDERED_SAMPLE_RATE))),
};
