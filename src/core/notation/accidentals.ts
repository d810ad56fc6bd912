import { keyAlteration, type Spelling } from '../pitch';
import { add, compare, type Rational, ZERO } from '../time';
import { headsOf } from './heads';
import type { LineEvent, Measure, WrittenPitch } from './line';

/** How the pitch of a note head is told to the reader: by a printed sign, or by key, an earlier sign or a tie. */
export interface HeadSign {
  readonly alter: Spelling['alter'];
  readonly isPrinted: boolean;
}

/**
 * The signs before the heads of a measure: one list per note, its own pitch first, then its chord pitches.
 * A sign lasts to the barline, on its own staff and in its own octave, whichever voice it stands in.
 */
export function headSigns(measure: Measure): ReadonlyMap<string, readonly (HeadSign | undefined)[]> {
  const signs = new Map<string, readonly (HeadSign | undefined)[]>();
  const voices = [{ staff: 'upper' as const, events: measure.events }, ...measure.otherVoices];
  for (const staff of ['upper', 'lower'] as const) {
    const inForce = new Map<string, number>();
    for (const event of inTime(voices.filter((voice) => voice.staff === staff).map(({ events }) => events))) {
      if (event.kind === 'rest') continue;
      signs.set(
        event.id,
        headsOf(event).map((head) => signOf(head, event.tiedFromPrevious, measure.keyFifths, inForce)),
      );
    }
  }
  return signs;
}

function inTime(voices: readonly (readonly LineEvent[])[]): readonly LineEvent[] {
  const placed = voices.flatMap((events) => {
    let onset: Rational = ZERO;
    return events.map((event) => {
      const at = onset;
      onset = add(onset, event.quarters);
      return { at, event };
    });
  });
  return placed.sort((a, b) => compare(a.at, b.at)).map(({ event }) => event);
}

function signOf(
  head: WrittenPitch,
  isTied: boolean,
  keyFifths: number,
  inForce: Map<string, number>,
): HeadSign | undefined {
  if (head.kind === 'unpitched') return undefined;
  const { step, octave, alter } = head.spelling;
  const place = `${step}${octave}`;
  const expected = inForce.get(place) ?? keyAlteration(step, keyFifths);
  if (isTied) return { alter, isPrinted: false };
  inForce.set(place, alter);
  return { alter, isPrinted: alter !== expected };
}
