import { whyGuessable } from './guessable';

const IDA = ['Ida Quill', 'ida'];

// Common practice: what is tried first on any lock of digits (from memory).
test.each([
  ['1111', 'six'],
  ['12345', 'short'],
  ['111111', 'one digit'],
  ['000000', 'one digit'],
  ['123456', 'in order'],
  ['654321', 'in order'],
  ['345678', 'in order'],
  ['567890', 'in order'],
  ['1234567890', 'in order'],
  ['121212', 'two in turn'],
  ['123123', 'three in turn'],
  ['flute', 'short'],
  ['ida-ida-ida', 'name'],
  ['MyQuill2017', 'name'],
  ['abcabcabc', 'repeats'],
])('%s is refused (%s)', (secret) => {
  expect(whyGuessable(secret, IDA)).toMatch(/\.$/);
});

test.each(['271828', '314159', '904172', 'paper-boat'])('%s is taken', (secret) => {
  expect(whyGuessable(secret, IDA)).toBeUndefined();
});

test('a short part of a name stands in many words and does not count', () => {
  expect(whyGuessable('boat-house', ['Bo Ek', 'bo'])).toBeUndefined();
});
