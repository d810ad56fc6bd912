import { LIKELIER_THAN_NOT } from '../../base';
import { WAVERING_SEMITONES } from '../../pitch';
import { SAME_START_SECONDS } from '../frame-length';
import type { HeardTone } from '../heard';
import { STRINGS } from '../model/hearing';
import type { Pluck } from '../sounding-event';
import { arePlucked } from './sustained';

/**
 * A pitch that stands out of the others by so much is the one that was plucked. Measured on the seeds 11001–12405, with how surely it was
 * plucked.
 */
export const CLEAR_PITCH_MARGIN = 1.13;
/** And was surely plucked: octaves that were played are plucked at 0.988 and more, octaves of repeated strings at 0.958 and less. */
export const SURELY_PLUCKED = 0.97;
/** Another pitch within a tone is a string that rings with it. In the same takes 0 for everything blown or sung. */
const FEWEST_RINGING = 2;

/** Whether a pluck began a tone. */
export const beganBy = (tone: HeardTone, pluck: Pluck) =>
  Math.abs(pluck.onsetSeconds - tone.onsetSeconds) <= SAME_START_SECONDS;

/**
 * The plucks of a recording whose strings may ring into each other; none when its tones are blown, bowed or sung.
 * @param fadesByItself of the instrument, where it is known. @param find looks for plucks; only asked where there may be some, for it takes
 * its time.
 */
export function pluckedStrings(
  tones: readonly HeardTone[],
  fadesByItself: boolean | undefined,
  find: () => readonly Pluck[],
): readonly Pluck[] {
  // Who reads a harp's part may play it on a flute: what is heard counts more than what is known.
  const plucked = arePlucked(tones) ?? fadesByItself;
  if (plucked === false || tones.length === 0) return [];
  const plucks = find();
  const sure = plucks.filter(({ startStrength }) => startStrength >= LIKELIER_THAN_NOT);
  const inside = sure.flatMap((pluck) => {
    if (tones.some((tone) => beganBy(tone, pluck))) return [];
    const tone = tones.find(
      ({ onsetSeconds, endSeconds }) => onsetSeconds < pluck.onsetSeconds && endSeconds > pluck.onsetSeconds,
    );
    return tone ? [Math.abs(tone.midi - pluck.midi) <= WAVERING_SEMITONES] : [];
  });
  const renewing = inside.filter((isSamePitch) => isSamePitch).length;
  const ringing = inside.length - renewing;
  if (renewing > STRINGS.mostRenewingShare * sure.length) return [];
  const isRinging = ringing >= FEWEST_RINGING && ringing >= STRINGS.ringingShare * sure.length;
  return plucked || isRinging ? plucks : [];
}
