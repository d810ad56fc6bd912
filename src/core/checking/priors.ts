import { maybeInstrument } from '../instruments';
import type { HearingOptions } from '../listening';
import type { Line } from '../notation';
import { maybeLowestMidi } from './lowest-pitch';

/**
 * What is known of a recording of this line before it is heard, by the instrument it is written for.
 * @example hear(audio, { echo, ...priorsOf(line) })
 */
export function priorsOf(line: Line): Pick<HearingOptions, 'lowestMidi' | 'fadesByItself'> {
  return { lowestMidi: maybeLowestMidi(line), fadesByItself: fadesByItself(line) };
}

/** Whether its tones die away by themselves; undefined where that depends on the player, who may pluck what is bowed, or is not known. */
export function fadesByItself({ part }: Line): boolean | undefined {
  const player = maybeInstrument(part.instrument);
  if (!player) return undefined;
  if (player.sound !== 'sustained') return true;
  return player.family === 'strings' ? undefined : false;
}
