import { type Note, type Part, spellingOf } from '../notation';
import { type Spelling, spellingToMidi } from '../pitch';
import { add, type Rational, subtract, ZERO } from '../time';

/** A note of the first voice as it is struck; what is tied to it is added to its length. */
export interface MelodyNote {
  readonly note: Note;
  readonly measureIndex: number;
  /** Quarters from the start of the printed line. */
  readonly onset: Rational;
  /** Quarters from the first written event of the measure. */
  readonly onsetInMeasure: Rational;
  readonly length: Rational;
  readonly isPitched: boolean;
  readonly spelling: Spelling;
  readonly midi: number;
  /** Nothing but this note lies between the one before and it. */
  readonly followsRest: boolean;
  readonly isSlurredFromPrevious: boolean;
}

/** The struck notes of the first voice in printed order. */
export function melodyOf(part: Part): readonly MelodyNote[] {
  const notes: MelodyNote[] = [];
  let start: Rational = ZERO;
  let followsRest = true;
  let openSlurs = 0;
  for (const [measureIndex, measure] of part.measures.entries()) {
    let onset = start;
    for (const event of measure.events) {
      const previous = notes.at(-1);
      if (event.kind === 'rest') followsRest = true;
      else if (event.tiedFromPrevious && previous) {
        notes[notes.length - 1] = { ...previous, length: add(previous.length, event.quarters) };
        openSlurs += event.slurStarts - event.slurStops;
      } else {
        const spelling = spellingOf(event.pitch);
        notes.push({
          note: event,
          measureIndex,
          onset,
          onsetInMeasure: subtract(onset, start),
          length: event.quarters,
          isPitched: event.pitch.kind === 'pitched',
          spelling,
          midi: spellingToMidi(spelling),
          followsRest,
          isSlurredFromPrevious: openSlurs > 0,
        });
        openSlurs += event.slurStarts - event.slurStops;
        followsRest = false;
      }
      onset = add(onset, event.quarters);
    }
    start = onset;
  }
  return notes;
}

/** Neighbours without a rest between them. */
export function connectedPairs(
  melody: readonly MelodyNote[],
): readonly (readonly [MelodyNote, MelodyNote])[] {
  return melody.slice(1).flatMap((note, index) => {
    const before = melody[index]!;
    return note.followsRest || !note.isPitched || !before.isPitched ? [] : [[before, note] as const];
  });
}

/** Printed measures that some notes stand in, rising and once each. */
export function measuresOf(notes: readonly MelodyNote[]): number[] {
  return [...new Set(notes.map(({ measureIndex }) => measureIndex))].sort((a, b) => a - b);
}

export function idsOf(notes: readonly MelodyNote[]): string[] {
  return notes.map(({ note }) => note.id);
}
