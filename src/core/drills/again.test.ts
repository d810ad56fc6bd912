import { askedAgain } from '.';

const asked = ['a', 'b', 'c', 'd', 'e'].map((item) => ({ item }));
const again = (answers: Parameters<typeof askedAgain>[1]) =>
  askedAgain(asked, answers)
    .map(({ item }) => item)
    .join('');

test.each([
  [[], 'abcde'],
  [[{ item: 'a', isRight: true }], 'bcdea'],
  [
    [
      { item: 'a', isRight: true },
      { item: 'b', isRight: false },
      { item: 'c', isRight: true },
    ],
    'bdeac',
  ],
  [
    [
      { item: 'e', isRight: false },
      { item: 'e', isRight: true },
    ],
    'abcde',
  ],
])('what was missed comes first, what was known last: %j', (answers, order) => {
  expect(again(answers)).toBe(order);
});
