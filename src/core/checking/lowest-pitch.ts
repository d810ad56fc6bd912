import { maybeInstrument, maybeSoundingRange } from '../instruments';
import { headsOf, isPitchedNote, type Line } from '../notation';
import { spellingToMidi } from '../pitch';

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
  const { measures, transpositionSemitones, instrument } = line.part;
  const written = measures.flatMap(({ events }) =>
    events.flatMap((event) =>
      event.kind === 'note' && isPitchedNote(event)
        ? headsOf(event).flatMap((head) => (head.kind === 'pitched' ? [spellingToMidi(head.spelling)] : []))
        : [],
    ),
  );
  const player = maybeInstrument(instrument);
  if (written.length === 0 || !player) return undefined;
  const lowestWritten = Math.min(...written) + transpositionSemitones;
  const range = player.isOctaveFree ? undefined : maybeSoundingRange(player, WIDEST_LEVEL);
  return range === undefined
    ? lowestWritten - OCTAVE
    : Math.min(lowestWritten, range[0]) - BELOW_RANGE_SEMITONES;
}
