import { withoutUnstorable } from '.';

test.each([
  ['Cat\u0000', 'Cat'],
  ['a\u0007b\u009fc\u007f', 'abc'],
  ['half \ud800 of one', 'half  of one'],
  ['two lines\nand a\ttab', 'two lines\nand a\ttab'],
  ['Señor Größe 𝄞 日本', 'Señor Größe 𝄞 日本'],
])('%j is stored as %j', (text, stored) => {
  expect(withoutUnstorable(text)).toBe(stored);
});

test('wherever they stand, and nothing else changes', () => {
  const value = { a: [{ b: 'x\u0000', c: 1, d: undefined, e: null, f: false }], g: 'y' };
  expect(withoutUnstorable(value)).toEqual({
    a: [{ b: 'x', c: 1, d: undefined, e: null, f: false }],
    g: 'y',
  });
});
