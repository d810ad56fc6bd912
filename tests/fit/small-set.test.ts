import { STARTS } from '@/core/listening/model/starts';
import { maybeKept } from '../support/kept-facts';
import { errorsOf } from './boosting';
import { learnSmall, SMALL_SET, type SmallSet } from './small-set';

const { examples, model } = maybeKept<SmallSet>('fit', SMALL_SET)!;

test('the kept model is what is learned from the kept examples, to the digit', () => {
  expect(learnSmall(examples)).toEqual(model);
});

test('the model that ships errs on takes it was not learned from as seldom as its file says', () => {
  const { wrong, sureAndSo, found } = errorsOf(STARTS, examples);
  expect(wrong).toBeLessThan(0.035);
  expect(sureAndSo).toBeGreaterThan(0.97);
  expect(found).toBeGreaterThan(0.8);
  // Thirty trees of these examples alone know them by heart, and no more.
  expect(errorsOf(model, examples).logLoss).toBeLessThan(0.12);
});
