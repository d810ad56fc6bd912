// What Mevlo says about intervals, keys, scales, triads and strings, against a general music-theory library
// (tonal, MIT) and against the string tunings that LilyPond installs (string-tunings-init.ly).
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Chord, Interval, Key, Note, Scale, TimeSignature } from 'tonal';
import { createRandom } from '@/core/base';
import { fingeringsOf, type InstrumentId } from '@/core/instruments';
import {
  intervalName,
  keyAlteration,
  midiToSpelling,
  moveBySteps,
  parsePitchName,
  type Spelling,
  STEPS,
  solfaSyllable,
  spellingToMidi,
  tonicOf,
} from '@/core/pitch';
import { maybeTriad } from '@/core/study';
import { clicksPerMeasure, isCompound, meter } from '@/core/time';

const FIFTHS = Array.from({ length: 15 }, (_, n) => n - 7);
const ascii = ({ step, alter }: Pick<Spelling, 'step' | 'alter'>) =>
  `${step}${alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)}`;
const scientific = (spelling: Spelling) => `${ascii(spelling)}${spelling.octave}`;

const QUALITIES: Readonly<Record<string, string>> = {
  P: 'perfect',
  M: 'major',
  m: 'minor',
  A: 'augmented',
  d: 'diminished',
};
const NUMBERS = ['unison', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'];

/** Their short name, `-3m` or `10M`, in our words. */
function spelledOut(name: string): string {
  const { num, q } = Interval.get(name);
  const steps = Math.abs(num) - 1;
  const inside = NUMBERS[steps % 7]!;
  const octaves = Math.floor(steps / 7);
  if (inside === 'unison' && q === 'P')
    return octaves === 0 ? 'unison' : octaves === 1 ? 'octave' : 'two octaves';
  return `${octaves > 0 ? 'octave and a ' : ''}${QUALITIES[q]} ${inside}`;
}

test('500 intervals have the same names', () => {
  const random = createRandom(7);
  let compared = 0;
  for (let round = 0; round < 900 && compared < 500; round++) {
    const spelling = (): Spelling => ({
      step: random.pick(STEPS),
      alter: random.pick([-1, 0, 0, 1]),
      octave: random.integer(3, 6),
    });
    const [from, to] = [spelling(), spelling()];
    const theirs = Interval.distance(scientific(from), scientific(to));
    // Twice augmented or diminished intervals have no name of ours, and spans of over two octaves neither.
    const { num, q } = Interval.get(theirs);
    if (q.length > 1 || Math.abs(num) > 14) continue;
    // A unison or octave that shrinks is turned round by one of the two.
    if (Math.abs(num) % 7 === 1 && q !== 'P') continue;
    expect([scientific(from), scientific(to), intervalName(from, to)]).toEqual([
      scientific(from),
      scientific(to),
      spelledOut(theirs),
    ]);
    compared++;
  }
  expect(compared).toBe(500);
});

test.each(FIFTHS)(
  'the major and minor key of %i fifths have the same tonic, scale and syllables',
  (fifths) => {
    const major = tonicOf({ fifths, mode: 'major' });
    const minor = tonicOf({ fifths, mode: 'minor' });
    const theirs = Key.majorKey(ascii(major));
    expect(theirs.alteration).toBe(fifths);
    expect(theirs.minorRelative).toBe(ascii(minor));
    const scale = STEPS.map((_, degree) => moveBySteps({ ...major, octave: 4 }, degree, fifths));
    expect(scale.map(ascii)).toEqual([...theirs.scale]);
    expect(scale.map((note) => solfaSyllable(note, fifths))).toEqual([
      'do',
      're',
      'mi',
      'fa',
      'sol',
      'la',
      'ti',
    ]);
    expect(Scale.get(`${ascii(minor)} minor`).notes).toEqual(
      STEPS.map((_, degree) => ascii(moveBySteps({ ...minor, octave: 4 }, degree, fifths))),
    );
    for (const step of STEPS) {
      expect(theirs.scale).toContain(ascii({ step, alter: keyAlteration(step, fifths) }));
    }
  },
);

test('triads on every note of every key have the same names', () => {
  const names: Readonly<Record<string, string>> = {
    Major: 'major',
    Minor: 'minor',
    Diminished: 'diminished',
    Augmented: 'augmented',
  };
  for (const fifths of FIFTHS) {
    const tonic = { ...tonicOf({ fifths, mode: 'major' }), octave: 4 };
    for (const degree of STEPS.keys()) {
      const notes = [0, 2, 4].map((third) => moveBySteps(tonic, degree + third, fifths));
      const ours = maybeTriad(notes.toReversed())!;
      const theirs = Chord.get(
        Chord.detect(notes.map(ascii), { assumePerfectFifth: false }).find((name) => !name.includes('/'))!,
      );
      expect([ascii(ours.root), ours.quality]).toEqual([theirs.tonic, names[theirs.quality]]);
    }
  }
});

test('pitches have the same MIDI numbers, and spellings chosen in C are theirs', () => {
  for (let midi = 24; midi <= 108; midi++) {
    const spelling = midiToSpelling(midi);
    expect(Note.midi(scientific(spelling))).toBe(midi);
    expect(spellingToMidi(parsePitchName(Note.fromMidi(midi)))).toBe(midi);
  }
});

test.each(['2/4', '3/4', '4/4', '6/8', '9/8', '12/8'])('%s is simple or compound alike', (text) => {
  const [beats, beatType] = text.split('/').map(Number) as [number, number];
  const theirs = TimeSignature.get(text);
  expect(isCompound(meter(beats, beatType))).toBe(theirs.type === 'compound');
  expect(clicksPerMeasure(meter(beats, beatType))).toBe(theirs.type === 'compound' ? beats / 3 : beats);
});

describe('open strings', () => {
  const path = execFileSync('find', ['/usr/share/lilypond', '-name', 'string-tunings-init.ly'])
    .toString()
    .trim();
  const text = readFileSync(path.split('\n')[0]!, 'utf8');
  /** LilyPond's note names: c' is middle C, commas lower, `s` ends no name here. */
  const midiOf = (name: string) => {
    const [, letter, marks] = /^([a-g])([,']*)$/.exec(name)!;
    const octave = 3 + [...marks!].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), 0);
    return Note.midi(`${letter!.toUpperCase()}${octave}`)!;
  };
  const tuning = (name: string) => {
    const found = new RegExp(`'${name} \\\\stringTuning <([^>]*)>`).exec(text);
    return found![1]!.trim().split(' ').map(midiOf);
  };

  test.each<[InstrumentId, string, number]>([
    ['violin', 'violin-tuning', 0],
    ['viola', 'viola-tuning', 0],
    ['cello', 'cello-tuning', 0],
    // Written an octave higher than they sound.
    ['double-bass', 'double-bass-tuning', 12],
    ['guitar', 'guitar-tuning', 12],
  ])('of the %s are those of LilyPond’s %s', (id, name, writtenAbove) => {
    for (const midi of tuning(name)) {
      const written = parsePitchName(Note.fromMidi(midi + writtenAbove));
      const ways = fingeringsOf(id, written);
      expect(
        ways.some((way) =>
          way.kind === 'string' ? way.finger === 0 : way.kind === 'fret' && way.fret === 0,
        ),
      ).toBe(true);
    }
  });
});
