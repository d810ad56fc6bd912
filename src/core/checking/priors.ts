import { maybeInstrument } from '../instruments';
import { DRUM_SOUNDS, type HearingOptions, type SeveralAtOnce } from '../listening';
import { type DrumId, type Line, writtenVoices } from '../notation';
import { maybeLowestMidi } from './lowest-pitch';

/**
 * What is known of a recording of this line before it is heard, by the instrument it is written for.
 * @example hear(audio, { echo, ...priorsOf(line) })
 */
export function priorsOf(line: Line): Pick<HearingOptions, 'lowestMidi' | 'fadesByItself' | 'severalAtOnce'> {
  return {
    lowestMidi: maybeLowestMidi(line),
    fadesByItself: fadesByItself(line),
    severalAtOnce: severalAtOnce(line),
  };
}

/**
 * What of a line is to be told though it may sound at once: the pitches of several voices or of chords, where the instrument's tones die
 * away by themselves, or the drums of a kit. Undefined where one thing sounds after the other, or where nobody could tell.
 */
export function severalAtOnce(line: Line): SeveralAtOnce | undefined {
  const notes = writtenVoices(line).flat();
  const drums = new Set(
    notes.flatMap(({ heads }) => heads.flatMap((head) => (head.kind === 'drum' ? [head.drum] : []))),
  );
  if (drums.size > 0) return drums.size > 1 && [...drums].every(isKnownToEar) ? 'drums' : undefined;
  const isOfSeveral = voicesWithNotes(line) > 1 || notes.some(({ heads }) => heads.length > 1);
  return isOfSeveral && fadesByItself(line) === true ? 'pitches' : undefined;
}

const isKnownToEar = (drum: DrumId | undefined) => DRUM_SOUNDS.some((sound) => sound === drum);

const voicesWithNotes = (line: Line) => writtenVoices(line).filter((notes) => notes.length > 0).length;

/** Whether its tones die away by themselves; undefined where that depends on the player, who may pluck what is bowed, or is not known. */
export function fadesByItself({ part }: Line): boolean | undefined {
  const player = maybeInstrument(part.instrument);
  if (!player) return undefined;
  if (player.sound !== 'sustained') return true;
  return player.family === 'strings' ? undefined : false;
}
