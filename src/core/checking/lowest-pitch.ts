import { maybeInstrument, maybeSoundingRange } from '../instruments';
import { type Line, writtenVoices } from '../notation';

/** A beginner may slip off the instrument's lowest note, and instruments differ. */
const BELOW_RANGE_SEMITONES = 3;
/** A voice may sing in another octave. */
const OCTAVE = 12;
const WIDEST_LEVEL = 3;

/**
 * The lowest pitch, at concert pitch, that playing this line can have. What lies under it cannot be the player's. Undefined for lines
 * without pitches, and where nobody knows the instrument.
 */
export function maybeLowestMidi(line: Line): number | undefined {
  const written = writtenVoices(line)
    .flat()
    .flatMap(({ heads }) => heads.flatMap((head) => (head.kind === 'pitched' ? [head.midi] : [])));
  const player = maybeInstrument(line.part.instrument);
  if (written.length === 0 || !player) return undefined;
  const lowestWritten = Math.min(...written);
  const range = player.isOctaveFree ? undefined : maybeSoundingRange(player, WIDEST_LEVEL);
  return range === undefined
    ? lowestWritten - OCTAVE
    : Math.min(lowestWritten, range[0]) - BELOW_RANGE_SEMITONES;
}
