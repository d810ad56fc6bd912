import type { Question } from './question';

/** What was answered. */
export interface Answer {
  readonly item: string;
  readonly isRight: boolean;
}

/** The same questions for another round: what was missed first, then what there was no time for, then what was known. */
export function askedAgain<Asked extends Pick<Question, 'item'>>(
  questions: readonly Asked[],
  answers: readonly Answer[],
): readonly Asked[] {
  const last = new Map(answers.map(({ item, isRight }) => [item, isRight]));
  const rank = ({ item }: Asked) => [false, undefined, true].indexOf(last.get(item));
  return questions.toSorted((a, b) => rank(a) - rank(b));
}
