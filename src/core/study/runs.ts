import { capital } from '../base';
import type { Part } from '../notation';
import { pitchName, staffPlace } from '../pitch';
import { compare, rational } from '../time';
import type { Finding } from './finding';
import type { MeasureWords } from './measure-words';
import { idsOf, type MelodyNote, measuresOf, melodyOf } from './melody';

/** So many neighbouring lines and spaces in one direction are a run. */
const FEWEST_NOTES = 4;

/** Runs along the scale, up or down. */
export function scaleRuns(part: Part, words: MeasureWords): Finding<'scale-run'>[] {
  const melody = melodyOf(part);
  const found: Finding<'scale-run'>[] = [];
  for (let start = 0; start + 1 < melody.length; ) {
    const direction = stepBetween(melody[start]!, melody[start + 1]!);
    let end = start + 1;
    while (
      direction !== 0 &&
      end + 1 < melody.length &&
      stepBetween(melody[end]!, melody[end + 1]!) === direction
    )
      end++;
    if (direction !== 0 && end - start + 1 >= FEWEST_NOTES) {
      found.push(describeRun(melody.slice(start, end + 1), direction, words));
      start = end;
    } else start++;
  }
  return found;
}

/** Slower notes are heard one by one, not as a run. */
const LONGEST_QUARTERS = rational(2);

/** 1 for a step up, −1 for one down, 0 for anything else. */
function stepBetween(from: MelodyNote, to: MelodyNote): -1 | 0 | 1 {
  if (to.followsRest || !from.isPitched || !to.isPitched) return 0;
  if (compare(from.length, LONGEST_QUARTERS) > 0) return 0;
  const steps = staffPlace(to.spelling) - staffPlace(from.spelling);
  return steps === 1 || steps === -1 ? steps : 0;
}

function describeRun(
  notes: readonly MelodyNote[],
  direction: -1 | 1,
  words: MeasureWords,
): Finding<'scale-run'> {
  const measureIndexes = measuresOf(notes);
  const [first, last] = [notes[0]!, notes.at(-1)!];
  return {
    kind: 'scale-run',
    measureIndexes,
    eventIds: idsOf(notes),
    sentence: `${capital(words.several(measureIndexes))}: ${notes.length} notes ${direction > 0 ? 'up' : 'down'} the scale, from ${pitchName(first.spelling)} to ${pitchName(last.spelling)}, line to space without a gap.`,
  };
}
