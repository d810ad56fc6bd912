import { heardTone } from '../../../../tests/support/heard';
import { isSaid, mostlySaid, phrasesOf } from './speech';

const vowel = (at: number, glideSemitonesPerSecond: number | null = 4) =>
  heardTone(at, 55 + at, 0.14, { glideSemitonesPerSecond });
const note = (at: number) => heardTone(at, 60, 0.5, { glideSemitonesPerSecond: 0.2 });

test.each<[string, Parameters<typeof isSaid>[0], boolean]>([
  ['a vowel on its way to another pitch', vowel(0), true],
  ['a vowel that is hardly periodic', heardTone(0, 50, 0.1, { clarity: 0.85 }), true],
  ['a tone that is held', note(0), false],
  // Extent and rate: J. Sundberg (1994); the course of the pitch as a whole stays.
  ['a tone with a vibrato', heardTone(0, 60, 0.6, { glideSemitonesPerSecond: 0.4 }), false],
  ['a clear tone that is too short to tell', vowel(0, null), false],
])('%s', (_, tone, said) => expect(isSaid(tone)).toBe(said));

test('a sentence is one, also of a clear voice', () => {
  const [sentence] = phrasesOf([0, 0.2, 0.4, 0.6].map((at) => vowel(at)));
  expect(sentence!.isSpeech).toBe(true);
});

test('somebody who plays while somebody talks is heard', () => {
  const [phrase] = phrasesOf([vowel(0), vowel(0.2), note(0.4), vowel(0.95), note(1.1), vowel(1.65)]);
  expect(phrase!.isSpeech).toBe(false);
});

test('what cannot be told says nothing', () => {
  expect(mostlySaid([vowel(0, null), vowel(0.2), vowel(0.4)])).toBe(true);
  expect(mostlySaid([vowel(0, null), vowel(0.2, null)])).toBe(false);
});
