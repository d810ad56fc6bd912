import { hear } from '@/core/listening';
import { type Model, renderSampledWhole } from '@/core/playback';
import { type Outline, outlineOf } from '@/core/review';
import { readBank } from './read-bank';

export interface PlayedByDevice {
  readonly model: Model;
  readonly bank: Parameters<typeof readBank>[0];
}

/** Rendering takes a second or two: only where a look at the notes does not settle it. */
const RENDERED_SAMPLE_RATE = 22050;

/** How what a device itself plays would be heard. */
export async function outlineOfPlayed({ model, bank }: PlayedByDevice): Promise<Outline> {
  return outlineOf(hear(await renderSampledWhole(model, await readBank(bank), RENDERED_SAMPLE_RATE)));
}
