import { type Rational, toMixedNumber } from '../time';
import type { CountedBeat, CountedEvent, Segment } from './counted-beat';
import type { Spoken } from './school';

/** Words for the places inside a beat, by the fraction at which they begin; the beat itself is said otherwise. */
export interface PlaceWords {
  readonly halves: Readonly<Partial<Record<'¼' | '½' | '¾', string>>>;
  readonly thirds: Readonly<Partial<Record<'⅓' | '⅔' | '1/6' | '½' | '5/6', string>>>;
}

/** Counting in which a word belongs to a place in the beat, whatever the length of the note; triplets fall into thirds, duplets into halves. */
export function sayByPlace(
  { segments: [start, ...held] }: CountedEvent,
  beat: CountedBeat,
  words: PlaceWords,
  onBeat: (beat: number) => string,
): Spoken {
  const say = (segment: Segment) => {
    if (isStart(segment.from)) return onBeat(segment.beat);
    const inside: Readonly<Record<string, string>> = isInThirds(segment, beat) ? words.thirds : words.halves;
    return inside[toMixedNumber(segment.from)] ?? '';
  };
  return { start: say(start), held: held.map(say) };
}

/** As the notes that begin in a beat divide it; where they do not tell, as the meter does. */
function isInThirds({ partsOfBeat }: Segment, { division }: CountedBeat): boolean {
  if (partsOfBeat % 3 === 0) return true;
  return division === 3 && partsOfBeat % 2 !== 0;
}

function isStart(from: Rational): boolean {
  return from.numerator === 0;
}
