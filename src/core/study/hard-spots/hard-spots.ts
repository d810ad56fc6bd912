import { accidentals, endedAccidentals, keyNotes } from './alterations';
import { breaths, longNotes, repeatedNotes } from './breathing';
import { fingerExchanges, stringCrossings } from './finger-exchanges';
import type { HardSpot, Looking } from './hard-spot';
import { leaps } from './leaps';
import { novelties } from './novelties';
import { outOfReach } from './out-of-reach';
import { missedEntries, rhythmChanges } from './rhythm-spots';
import { fastRuns } from './speed';

const FINDERS: readonly ((looking: Looking) => readonly HardSpot[])[] = [
  outOfReach,
  missedEntries,
  rhythmChanges,
  fastRuns,
  leaps,
  fingerExchanges,
  stringCrossings,
  keyNotes,
  accidentals,
  endedAccidentals,
  longNotes,
  breaths,
  repeatedNotes,
  novelties,
];

/** Everything that is likely to go wrong, the hardest first, equally hard ones in the order of the line. */
export function hardSpots(looking: Looking): readonly HardSpot[] {
  return FINDERS.flatMap((find) => find(looking)).toSorted(
    (a, b) => b.weight - a.weight || a.measureIndexes[0]! - b.measureIndexes[0]!,
  );
}

/** The difficulty of each printed measure: the weights of its spots added up; one in several measures counts in each. */
export function difficultyByMeasure(measureCount: number, spots: readonly HardSpot[]): readonly number[] {
  return Array.from({ length: measureCount }, (_, index) =>
    spots
      .filter(({ measureIndexes }) => measureIndexes.includes(index))
      .reduce((sum, { weight }) => sum + weight, 0),
  );
}
