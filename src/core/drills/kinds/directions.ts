import { isPitchedNote, type Part } from '../../notation';
import { staffPlace } from '../../pitch';
import { melodyOf } from '../../study';
import type { Question } from '../question';

const DIRECTIONS = ['up', 'down', 'the same'] as const;

/** Whether two neighbours in a measure go up or down. */
export function directionsOf(part: Part): readonly Question[] {
  const melody = melodyOf(part).filter(({ note }) => isPitchedNote(note));
  return melody.slice(1).flatMap((after, index): Question[] => {
    const before = melody[index]!;
    if (after.measureIndex !== before.measureIndex) return [];
    const steps = staffPlace(after.spelling) - staffPlace(before.spelling);
    const answer = steps === 0 ? 'the same' : steps > 0 ? 'up' : 'down';
    return [
      {
        item: `direction ${answer} ${Math.abs(steps)}`,
        kind: 'direction',
        eventIds: [before.note.id, after.note.id],
        measureIndex: after.measureIndex,
        answer,
        choices: DIRECTIONS,
      },
    ];
  });
}
