// Common practice: syllables by the length of the note. ta, ti ti, ti ka ti ka; ta-a, ta-a-a, ta-a-a-a for long ones.
// From memory: "ta-i" for one and a half, "tim ka" for a dotted eighth and a sixteenth, "ka tim" the other way round. A
// sixteenth is "ti" only before another one that completes the eighth: so "ka ti ka" is told from "ti ti ka".
import { add, divide, isInteger, multiply, rational, toNumber } from '../time';
import type { CountedBeat, CountedEvent } from './counted-beat';
import type { CountingSchool, Spoken } from './school';
import { SILENCE } from './silence';

const SIXTEENTH = 0.25;

export const TA_TITI: CountingSchool = {
  id: 'ta-titi',
  name: 'ta / ti-ti',
  example: 'ta, ti ti, ti ka ti ka',
  heldAs: 'vowels',
  countsEighths: false,
  say(counted, beat) {
    const quarters = toNumber(counted.event.quarters);
    if (counted.event.kind === 'rest') {
      return {
        start: SILENCE,
        held: Array.from({ length: Math.max(0, Math.ceil(quarters) - 1) }, () => SILENCE),
      };
    }
    return sayNote(quarters, counted, beat);
  },
};

/** Common practice: "tri o la" for the thirds of a triplet, "ti ti" for an even pair in a beat of three. */
const THIRDS = ['tri', 'o', 'la'] as const;

function sayNote(quarters: number, counted: CountedEvent, beat: CountedBeat): Spoken {
  if (counted.event.value.tuplet === 'triplet') return { start: THIRDS[thirdOf(counted, beat)]!, held: [] };
  if (counted.event.value.tuplet === 'duplet') return { start: 'ti', held: [] };
  if (quarters >= 1) {
    const held = Array.from({ length: Math.floor(quarters) - 1 }, () => 'a');
    return { start: 'ta', held: quarters % 1 === 0 ? held : [...held, 'i'] };
  }
  if (quarters === 0.75) return { start: 'tim', held: [] };
  if (quarters === 0.5) return { start: 'ti', held: [] };
  if (quarters !== SIXTEENTH) return { start: '', held: [] };
  return { start: isFirstOfPair(counted, beat) ? 'ti' : 'ka', held: [] };
}

/** Which third of its group it begins: of a quarter, or of two when it lasts longer than half of one. */
function thirdOf({ event, segments: [first] }: CountedEvent, beat: CountedBeat): number {
  const group = toNumber(event.quarters) > 0.5 ? rational(2) : rational(1);
  const at = multiply(add(rational(first.beat), first.from), beat.quarters);
  return Math.floor(toNumber(multiply(divide(at, group), rational(3)))) % THIRDS.length;
}

/** On the eighth, with something else beginning on the eighth's second half. */
function isFirstOfPair({ segments: [first], next }: CountedEvent, beat: CountedBeat): boolean {
  const eighths = multiply(multiply(first.from, beat.quarters), rational(2));
  return isInteger(eighths) && next !== undefined && toNumber(next.quarters) === SIXTEENTH;
}
