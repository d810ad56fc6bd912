import { type Drum, drumById, maybeDrum, maybeDrumOfKey, type Stroke, strokeOf } from '../notation';

/** Where the channel for percussion lies, counted from 0. */
export const PERCUSSION_CHANNEL = 9;

/** The one line of a hand or of a drum. */
const ONE_LINE = 'B4';

/** The key of a stroke; of a place where no drum stands a snare's. */
export function percussionKey(pitch: Stroke): number {
  const { step, octave } = pitch.display;
  const drum: Drum = maybeDrum(pitch) ?? drumById(`${step}${octave}` === ONE_LINE ? 'side-stick' : 'snare');
  return drum.midiKeys[0];
}

/** How the stroke of a key is written; what Mevlo does not know as a snare's. */
export function strokeOfKey(key: number): Stroke {
  return strokeOf(maybeDrumOfKey(key) ?? drumById('snare'));
}
