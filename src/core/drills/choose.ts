import { grouped, type Random } from '../base';
import type { Day } from '../calendar';
import type { DrillKind, Question } from './question';
import type { Known } from './schedule';

/** What takes its time is asked less often in a minute. Our own measure. */
const MOST_OF_A_KIND: Readonly<Partial<Record<DrillKind, number>>> = { clap: 2, heard: 3, word: 4, key: 2 };

/** What can be chosen from. */
export interface Askable extends Question {
  /** It stands in a measure that went wrong lately. */
  readonly wentWrong?: boolean;
}

/**
 * What is asked in a drill: what is due, the least known first; then what was never asked, and of that what went wrong lately first; then what
 * is due soonest. Each thing once, at a place by chance, rather where it went wrong.
 */
export function chooseQuestions<Asked extends Askable>(
  questions: readonly Asked[],
  known: ReadonlyMap<string, Known>,
  today: Day,
  most: number,
  random: Random,
): readonly Asked[] {
  const rank = ({ item, wentWrong }: Askable): readonly [group: number, within: number | string] => {
    const found = known.get(item);
    if (!found) return [1, wentWrong ? 0 : 1];
    return found.dueOn <= today ? [0, found.box] : [2, found.dueOn];
  };
  const places = [...grouped(questions, ({ item }) => item).values()].map((all) => {
    const wrong = all.filter(({ wentWrong }) => wentWrong);
    return random.pick(wrong.length > 0 ? wrong : all);
  });
  const ordered = places
    .map((question) => ({ question, chance: random.uniform(0, 1) }))
    .toSorted((a, b) => {
      const [[groupA, withinA], [groupB, withinB]] = [rank(a.question), rank(b.question)];
      return groupA - groupB || (withinA < withinB ? -1 : withinA > withinB ? 1 : a.chance - b.chance);
    })
    .map(({ question }) => question);
  const kinds = new Map<DrillKind, number>();
  return ordered
    .filter(({ kind }) => {
      const count = (kinds.get(kind) ?? 0) + 1;
      kinds.set(kind, count);
      return count <= (MOST_OF_A_KIND[kind] ?? most);
    })
    .slice(0, most);
}
