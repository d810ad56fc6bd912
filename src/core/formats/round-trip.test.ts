import { readBook } from '../../../tests/support/lines';
import { randomScore } from '../../../tests/support/random-scores';
import { partHasNotes } from '../notation';
import { readMusicXml, writeMusicXml } from '.';

const bytesOf = (text: string) => new TextEncoder().encode(text);

test('any score that can be written in Mevlo is read again from MusicXML as the same score', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const made = randomScore(seed);
    const score = { ...made, parts: made.parts.filter(partHasNotes) };
    if (score.parts.length === 0) continue;
    const read = readMusicXml(bytesOf(writeMusicXml(score)));
    expect({ seed, warnings: read.ok ? read.warnings : read.issues }).toEqual({ seed, warnings: [] });
    expect({ seed, score: read.ok && read.value }).toEqual({ seed, score });
  }
});

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s survives being written and read',
  (_, line) => {
    const score = { title: line.title, composer: undefined, parts: [line.part] };
    const read = readMusicXml(bytesOf(writeMusicXml(score)));
    expect(read).toEqual({ ok: true, value: score, warnings: [] });
  },
);
