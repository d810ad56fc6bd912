import { maybeInstrument, maybeSoundingRange } from '../instruments';
import { headsOf, isPitchedNote, type Line } from '../notation';
import { spellingToMidi } from '../pitch';

/** A beginner may slip off the instrument's lowest note, and instruments differ. */
const BELOW_RANGE_SEMITONES = 3;
/** Without an instrument, or where it may sing in another octave, the line may come an octave lower. */
const OCTAVE = 12;
const WIDEST_LEVEL = 3;

/**
 * The lowest pitch, at concert pitch, that playing this line can have; undefined for lines without pitches. What lies under it
 * cannot be the player's.
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
  if (written.length === 0) return undefined;
  const lowestWritten = Math.min(...written) + transpositionSemitones;
  const player = maybeInstrument(instrument);
  const range = player && !player.isOctaveFree ? maybeSoundingRange(player, WIDEST_LEVEL) : undefined;
  return range === undefined
    ? lowestWritten - OCTAVE
    : Math.min(lowestWritten, range[0]) - BELOW_RANGE_SEMITONES;
}
