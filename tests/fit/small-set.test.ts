import { STARTS } from '@/core/listening/model/starts';
import { maybeKept } from '../support/kept-facts';
import { errorsOf } from './boosting';
import { learnSmall, type SmallSet, smallSetOf } from './small-set';

const setOf = (lesson: string) => maybeKept<SmallSet>('fit', smallSetOf(lesson))!;

test.each(['starts', 'plucks', 'faults', 'struck', 'drums', 'claims'])(
  'the kept model of %s is what is learned from the kept examples, to the digit',
  (lesson) => {
    const { examples, model } = setOf(lesson);
    expect(learnSmall(examples)).toEqual(model);
  },
);

test('the model of starts that ships errs on takes it was not learned from as seldom as its file says', () => {
  const { examples, model } = setOf('starts');
  const { wrong, sureAndSo, found } = errorsOf(STARTS, examples);
  expect(wrong).toBeLessThan(0.035);
  expect(sureAndSo).toBeGreaterThan(0.97);
  expect(found).toBeGreaterThan(0.8);
  // Thirty trees of these examples alone know them by heart, and no more.
  expect(errorsOf(model, examples).logLoss).toBeLessThan(0.12);
});
