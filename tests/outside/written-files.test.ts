import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MusicXML } from '@stringsync/musicxml';
import { parseMidi } from 'midi-file';
import { readAbc, writeMidi, writeMusicXml } from '@/core/formats';
import { eventsOfMeasure, type Line, leadLine, partHasNotes, type Score } from '@/core/notation';
import { readBook } from '../support/lines';
import { randomScore } from '../support/random-scores';

const folder = mkdtempSync(join(tmpdir(), 'mevlo-files-'));
afterAll(() => rmSync(folder, { recursive: true }));

const book = readBook().map(({ file, line }) => [file, line] as const);
const asScore = (line: Line): Score => ({ title: line.title, composer: undefined, parts: [line.part] });

/** Notes of a MIDI file as "onset in quarters: key", without any of our code. */
function notesInMidi(bytes: Uint8Array): readonly string[] {
  const { header, tracks } = parseMidi(bytes);
  const notes = tracks.flatMap((track) => {
    let tick = 0;
    return track.flatMap((event) => {
      tick += event.deltaTime;
      return event.type === 'noteOn' && event.velocity > 0 ? [{ tick, key: event.noteNumber }] : [];
    });
  });
  return inOrder(notes.map(({ tick, key }) => [tick / header.ticksPerBeat!, key]));
}

/** On sixteenths: programs differ by a tick or two, and one rolls its chords a little. */
function inOrder(notes: readonly (readonly [number, number])[]): readonly string[] {
  const sorted = notes.toSorted((a, b) => a[0] - b[0] || a[1] - b[1]);
  return sorted.map(([onset, key]) => `${Math.round(onset * 4) / 4}: ${key}`);
}

// The content model of MusicXML 4.0 (W3C Community Group Final Report, 2021) as the npm package
// @stringsync/musicxml (MIT) states it: what does not fit is replaced or dropped when it is written again.
describe('the MusicXML content model', () => {
  const scores = [
    ...book.map(([, line]) => asScore(line)),
    ...Array.from({ length: 60 }, (_, seed) => randomScore(seed + 1)),
  ];

  test('fits everything Mevlo writes', () => {
    for (const score of scores) {
      const xml = writeMusicXml(score);
      expect(elementsOf(MusicXML.parse(xml).serialize())).toEqual(elementsOf(xml));
    }
  });

  test.each([
    [
      'in the wrong order',
      (xml: string) => xml.replace(/(<duration>.*?<\/duration>)(<voice>.*?<\/voice>)/, '$2$1'),
    ],
    ['that does not exist', (xml: string) => xml.replace('<key>', '<loudness>1</loudness><key>')],
  ])('would show an element %s', (_, spoil) => {
    const xml = writeMusicXml(scores[0]!);
    const spoilt = spoil(xml);
    expect(spoilt).not.toBe(xml);
    expect(elementsOf(MusicXML.parse(spoilt).serialize())).not.toEqual(elementsOf(spoilt));
  });
});

function elementsOf(xml: string): readonly string[] {
  // An empty element and a special character may each be written in two ways.
  const short = xml
    .replaceAll('&#34;', '"')
    .replaceAll('&#38;', '&amp;')
    .replaceAll('&#60;', '&lt;')
    .replaceAll('&#62;', '&gt;')
    .replace(/<([a-z-]+)([^<>]*[^<>/])?><\/\1>/g, '<$1$2/>');
  return [...short.matchAll(/<\/?[a-z][^>]*>|[^<>\s][^<>]*/g)].map(([piece]) =>
    piece.trim().replace(/\s*\/>$/, '/>'),
  );
}

// musicxml2ly and LilyPond (Debian): read our MusicXML and play it as MIDI.
describe('LilyPond', () => {
  const played = playWithLilyPond(book.map(([, line]) => writeMusicXml(asScore(line))));

  test.each(book.map(([file, line], index) => [file, line, index] as const))(
    '%s: plays the same notes at the same times',
    (_, line, index) => {
      const isPitched = line.part.measures.every((measure) =>
        eventsOfMeasure(measure).every((event) => event.kind === 'rest' || event.pitch.kind === 'pitched'),
      );
      const ours = notesInMidi(writeMidi(asScore(line)));
      const times = (notes: readonly string[]) => notes.map((note) => note.replace(/:.*/, ''));
      if (isPitched) expect(played[index]).toEqual(ours);
      // Strokes have a key of their own in every program, and it gives no note at all to a drum kit.
      else if (line.part.staffLines === 1) expect(times(played[index]!)).toEqual(times(ours));
      else expect(played[index]).toEqual([]);
    },
  );
});

/** One run for all files: starting LilyPond takes the most time. */
function playWithLilyPond(files: readonly string[]): readonly (readonly string[])[] {
  const names = files.map((xml, index) => {
    const path = join(folder, `line-${index}`);
    writeFileSync(`${path}.musicxml`, xml);
    execFileSync('musicxml2ly', ['--midi', '-o', `${path}.ly`, `${path}.musicxml`], { stdio: 'pipe' });
    // The first score block engraves, the second plays; "articulate" would shorten and slow notes down.
    const [head, , ...midi] = readFileSync(`${path}.ly`, 'utf8').split('\\score {');
    writeFileSync(`${path}.ly`, [head, ...midi].join('\\score {').replace('\\articulate', ''));
    return path;
  });
  execFileSync('lilypond', ['--loglevel=ERROR', ...names.map((path) => `${path}.ly`)], {
    cwd: folder,
    stdio: 'pipe',
  });
  return names.map((path) => {
    try {
      return notesInMidi(readFileSync(`${path}.midi`));
    } catch {
      return [];
    }
  });
}

// abc2midi (Debian, package abcmidi): plays the same ABC text that Mevlo reads.
test.each([
  ['a tie over the barline and a dot', 'M:4/4\nL:1/4\nK:C\nC D E F-|F2 G>A|c4|]'],
  ['a pickup and a repeat', 'M:3/4\nL:1/4\nK:G\nD|:G2 A|B2 G:|A3|]'],
  ['first and second endings', 'M:4/4\nL:1/4\nK:F\n|:F G A B|1 c2 F2:|2 c4|]'],
  ['accidentals to the barline, flats in the key', 'M:4/4\nL:1/8\nK:Bb\nB2 =B2 B2 _B2|E2 ^F2 F2 e2|B8|]'],
  ['6/8 with sixteenths', 'M:6/8\nL:1/8\nK:D\nd3 A2 B|c/B/A G F2 E|D6|]'],
  ['rests, also of a whole measure', 'M:4/4\nL:1/4\nK:C\nz C z D|Z|E/z/ F z2|]'],
  ['chords', 'M:2/4\nL:1/4\nK:C\n[CEG] [FAc]|[EGc]2|]'],
])('abc2midi and Mevlo read the same from %s', (_, body) => {
  const path = join(folder, 'tune.abc');
  writeFileSync(path, `X:1\nT:Invented\n${body}\n`);
  execFileSync('abc2midi', [path, '-o', join(folder, 'tune.mid'), '-silent'], { stdio: 'pipe' });
  const read = readAbc(readFileSync(path));
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  expect(notesInMidi(writeMidi(read.value))).toEqual(notesInMidi(readFileSync(join(folder, 'tune.mid'))));
  expect(partHasNotes(leadLine(read.value).part)).toBe(true);
});
