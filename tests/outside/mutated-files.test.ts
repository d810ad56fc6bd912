import { readScore } from '@/core/formats';
import { mutatedFiles } from '../support/mutated';

// The same through the running application, a thousand of each: npm run bench -- hostile.
test.each(['MusicXML', 'packed MusicXML', 'MIDI', 'ABC'] as const)(
  '150 spoilt files of %s are read or refused in words, and none throws',
  (kind) => {
    for (const bytes of mutatedFiles(kind, 150, 11)) {
      const read = readScore(bytes);
      if (!read.ok) expect(read.issues[0]!.message).toMatch(/[.!)]$/);
    }
  },
);

// 40 kB of one measure took nine minutes, 93 bytes with a note of 65536 eighths minutes: costs grow with the length alone.
test.each([
  ['a measure of 39,900 notes', `X:1\nM:4/4\nL:1/4\nK:C\n${'C'.repeat(39_900)}|\n`],
  ['a note of 65,536 quarters', 'X:1\nM:4/4\nL:1/4\nK:C\nCB65536|\n'],
  ['a note of a billion quarters', 'X:1\nM:4/4\nL:1/4\nK:C\nCB1000000000|\n'],
  ['a tempo for a beat of no length', 'X:1\nQ:1/0=90\nM:4/4\nL:1/4\nK:C\nCDEF|\n'],
])('%s is read', (_, text) => {
  const read = readScore(new TextEncoder().encode(text));
  expect(read.ok && read.value.parts[0]!.measures).toHaveLength(1);
});

test('a score of many parts is no line: measures of all parts count together', () => {
  const voices = Array.from({ length: 30 }, (_, index) => `V:${index + 1}\n`).join('');
  const music = Array.from({ length: 30 }, (_, index) => `[V:${index + 1}]${'C4|'.repeat(40)}\n`).join('');
  const read = readScore(new TextEncoder().encode(`X:1\nM:4/4\nL:1/4\n${voices}K:C\n${music}`));
  expect(!read.ok && read.issues[0]).toMatchObject({ code: 'too-long' });
});
