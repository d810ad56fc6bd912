import { type Rational, toMixedNumber } from '../time';
import type { CountedBeat, CountedEvent, Segment } from './counted-beat';
import type { Spoken } from './school';

/** Words for the places inside a beat, by the fraction at which they begin; the beat itself is said otherwise. */
export interface PlaceWords {
  readonly halves: Readonly<Partial<Record<'¼' | '½' | '¾', string>>>;
  readonly thirds: Readonly<Partial<Record<'⅓' | '⅔' | '1/6' | '½' | '5/6', string>>>;
}

/** Counting in which a word belongs to a place in the beat, whatever the length of the note. */
export function sayByPlace(
  { segments: [start, ...held] }: CountedEvent,
  { division }: CountedBeat,
  words: PlaceWords,
  onBeat: (beat: number) => string,
): Spoken {
  const inside: Readonly<Record<string, string>> = division === 2 ? words.halves : words.thirds;
  const say = ({ beat, from }: Segment) =>
    isStart(from) ? onBeat(beat) : (inside[toMixedNumber(from)] ?? '');
  return { start: say(start), held: held.map(say) };
}

function isStart(from: Rational): boolean {
  return from.numerator === 0;
}
