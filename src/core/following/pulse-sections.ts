import type { TempoSpan, WrittenNote } from '../notation';
import { compare } from '../time';

/** Notes that may be played at one pulse: nobody knows when the note after a fermata is due, or how fast a new tempo is taken. */
export interface PulseSection {
  /** From 0, in the order of the line. */
  readonly index: number;
  /** Under a rit. or an accel. */
  readonly isFree: boolean;
}

/** The section of each note. @param notes @param spans of one line. */
export function pulseSections(
  notes: readonly WrittenNote[],
  spans: readonly TempoSpan[],
): readonly PulseSection[] {
  const spanOf = ({ onsetQuarters }: WrittenNote) =>
    spans.findLastIndex(({ fromQuarters }) => compare(fromQuarters, onsetQuarters) <= 0);
  let index = 0;
  return notes.map((note, n) => {
    const before = notes[n - 1];
    if (before && (before.fermata || spanOf(before) !== spanOf(note))) index++;
    return { index, isFree: note.freeTempo };
  });
}
