import { INSTRUMENTS, type Instrument, maybeSoundingRange } from '../instruments';
import { type Line, writtenNotes } from '../notation';

/** Instruments on which a first-year beginner finds every note of the line; strokes for a line without pitch. */
export function instrumentsAbleToPlay(line: Line): readonly Instrument[] {
  const pitches = writtenNotes(line).flatMap(({ sound }) => (sound.kind === 'pitched' ? [sound.midi] : []));
  return INSTRUMENTS.filter((player) => {
    const range = maybeSoundingRange(player, 3);
    if (pitches.length === 0 || !range) return pitches.length === 0 && !range;
    return Math.min(...pitches) >= range[0] && Math.max(...pitches) <= range[1];
  });
}
