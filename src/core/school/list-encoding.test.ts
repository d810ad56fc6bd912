import { decodeList, encodingOf, LIST_ENCODINGS } from './list-encoding';

const TEXT = 'Name,Plays\nÅsa Müller,Flute\nZoë Núñez,Horn';
const utf16 = (text: string, isLittle: boolean) =>
  Uint8Array.from(
    [...text].flatMap((letter) => {
      const code = letter.charCodeAt(0);
      return isLittle ? [code & 255, code >> 8] : [code >> 8, code & 255];
    }),
  );
const utf8 = (text: string) => new TextEncoder().encode(text);

// Windows-1252 has the letters of Latin-1 at their code points: WHATWG Encoding Standard, index windows-1252.
test.each([
  ['UTF-8', utf8(TEXT), 'utf-8'],
  ['UTF-8 with its mark', utf8(`\uFEFF${TEXT}`), 'utf-8'],
  ['UTF-16 with its mark, little end first', utf16(`\uFEFF${TEXT}`, true), 'utf-16le'],
  ['UTF-16 with its mark, big end first', utf16(`\uFEFF${TEXT}`, false), 'utf-16be'],
  ['UTF-16 without, little end first', utf16(TEXT, true), 'utf-16le'],
  ['UTF-16 without, big end first', utf16(TEXT, false), 'utf-16be'],
  ['Windows-1252', Uint8Array.from([...TEXT].map((letter) => letter.charCodeAt(0))), 'windows-1252'],
] as const)('%s is recognised', (_, bytes, encoding) => {
  expect(encodingOf(bytes)).toBe(encoding);
  expect(decodeList(bytes, encoding)).toBe(TEXT);
});

test('nothing, and plain letters, are read by any', () => {
  expect(encodingOf(new Uint8Array())).toBe('utf-8');
  expect(encodingOf(utf8('Ann'))).toBe('utf-8');
  for (const encoding of LIST_ENCODINGS) expect(decodeList(new Uint8Array(), encoding)).toBe('');
});
