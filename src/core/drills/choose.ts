import { grouped, type Random } from '../base';
import type { Day } from '../calendar';
import type { Question } from './question';
import type { Known } from './schedule';

/**
 * What is asked in a drill: what is due, the least known first; then what was never asked; then what is due soonest. Each thing once, at a
 * place by chance.
 */
export function chooseQuestions<Asked extends Question>(
  questions: readonly Asked[],
  known: ReadonlyMap<string, Known>,
  today: Day,
  most: number,
  random: Random,
): readonly Asked[] {
  const rank = ({ item }: Question): readonly [group: number, within: number | string] => {
    const found = known.get(item);
    if (!found) return [1, 0];
    return found.dueOn <= today ? [0, found.box] : [2, found.dueOn];
  };
  const places = [...grouped(questions, ({ item }) => item).values()];
  return places
    .map((all) => ({ question: random.pick(all), chance: random.uniform(0, 1) }))
    .toSorted((a, b) => {
      const [[groupA, withinA], [groupB, withinB]] = [rank(a.question), rank(b.question)];
      return groupA - groupB || (withinA < withinB ? -1 : withinA > withinB ? 1 : a.chance - b.chance);
    })
    .slice(0, most)
    .map(({ question }) => question);
}
