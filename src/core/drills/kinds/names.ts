import type { Part } from '../../notation';
import { pitchName, pitchNameInOctave, STEPS, type Step } from '../../pitch';
import { melodyOf } from '../../study';
import { around, type Question } from '../question';

/** What every note is called. */
export function namesOf(part: Part): readonly Question[] {
  const named = melodyOf(part).filter(({ isPitched }) => isPitched);
  const names = [...new Set([...STEPS, ...named.map(({ spelling }) => pitchName(spelling))])].toSorted(
    byLetter,
  );
  return named.map(({ note, measureIndex, spelling }): Question => {
    const { clef } = part.measures[measureIndex]!;
    const answer = pitchName(spelling);
    return {
      item: `name ${clef} ${pitchNameInOctave(spelling)}`,
      kind: 'name',
      eventIds: [note.id],
      measureIndex,
      answer,
      choices: around(names, answer),
    };
  });
}

const byLetter = (a: string, b: string): number => letterOf(a) - letterOf(b) || a.localeCompare(b);
const letterOf = (name: string): number => STEPS.indexOf(name[0] as Step);
