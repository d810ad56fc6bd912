import { lineOf, readBook } from '../../../tests/support/lines';
import { randomLine } from '../../../tests/support/random-lines';
import { movePart } from '../arranging';
import { instrument } from '../instruments';
import { type Part, voiceCountOf } from '../notation';
import { contentKey, lookOver, melodyOf, type PatternKind, rhythmDifficulty, rhythmKey } from '.';

const PLAYER = { instrument: undefined, level: 1, goalBpm: 80, known: undefined } as const;
const patterns = (part: Part, kind: PatternKind) =>
  lookOver(part, PLAYER, 'us').patterns.filter((pattern) => pattern.kind === kind);
const told = (measures: string[], kind: PatternKind, options: Parameters<typeof lineOf>[1] = {}) =>
  patterns(lineOf(measures, options).part, kind).map(({ sentence }) => sentence);

test('equal measures, and how few are enough to know all', () => {
  const measures = ['C4h D4h', 'E4q F4q G4h', 'C4h D4h', 'E4q F4q G4h', 'C4h D4h', 'C4w'];
  expect(told(measures, 'same')).toEqual([
    'Measures 1, 3 and 5 are the same: learn one and you know all 3.',
    'Measures 2 and 4 are the same: learn one and you know both.',
  ]);
  expect(told(measures, 'learn')).toEqual([
    'Learn measures 1, 2 and 6, and you know all 6 measures that have notes.',
  ]);
  expect(lookOver(lineOf(measures).part, PLAYER, 'uk').patterns[0]!.sentence).toContain(
    'Learn bars 1, 2 and 6',
  );
});

test('a tie makes a measure another one, a slur does not', () => {
  expect(told(['C4h C4h~', 'C4h C4h', 'C4h C4h'], 'same')).toEqual([]);
  expect(told(['C4h D4h', '(C4h D4h)', 'C4w'], 'same')).toHaveLength(1);
});

test('the same rhythm with other notes', () => {
  expect(told(['C4q. D4e E4h', 'F4q. E4e D4h', 'C4w'], 'same-rhythm')).toEqual([
    'Measures 1 and 2 have the same rhythm with other notes: clap it once for all.',
  ]);
});

test.each([
  ['real', ['C4q D4q E4h', 'D4q E4q F#4h', 'C4w'], 0, 'second higher, every half step kept'],
  [
    'following the key',
    ['C4q D4q E4h', 'D4q E4q F4h', 'E4q F4q G4h', 'C4w'],
    0,
    '2 times more, each time a second higher, following the key',
  ],
  ['down a third', ['G4q E4q G4h', 'E4q C4q E4h', 'C4w'], 0, 'third lower, following the key'],
  ['of two measures', ['C4h D4h', 'E4q D4q E4h', 'D4h E4h', 'F4q E4q F4h', 'C4w'], 0, 'second higher'],
  ['of half measures', ['C4e D4e E4q D4e E4e F4q', 'E4e F4e G4q C4h'], 0, '2 times more'],
])('a sequence: %s', (_, measures, fifths, expected) => {
  const found = told(measures, 'sequence', { fifths });
  expect(found).toHaveLength(1);
  expect(found[0]).toContain(expected);
});

test.each([
  ['a repeated note', ['C4q C4q C4h', 'D4q D4q D4h', 'C4w']],
  ['another rhythm', ['C4q D4q E4h', 'D4h E4q F4q', 'C4w']],
  ['one note differs', ['C4q D4q E4h', 'D4q E4q E4h', 'C4w']],
])('no sequence: %s', (_, measures) => {
  expect(told(measures, 'sequence')).toEqual([]);
});

test('runs along the scale', () => {
  expect(told(['C4e D4e E4e F4e G4h', 'G4q F4q E4q D4q', 'C4w'], 'scale-run')).toEqual([
    'Measure 1: 5 notes up the scale, from C to G, line to space without a gap.',
    'Measures 2 and 3: 5 notes down the scale, from G to C, line to space without a gap.',
  ]);
  expect(told(['C4q D4q Rq E4q', 'F4w'], 'scale-run')).toEqual([]);
  expect(told(['C4w', 'D4w', 'E4w', 'F4w'], 'scale-run')).toEqual([]);
});

test.each([
  [0, 'C4q E4q G4h', 'C4w', 'a broken C major triad, the tonic of C major'],
  [0, 'A4q C5q E5h', 'A4w', 'a broken A minor triad, the tonic of A minor'],
  [1, 'D4q F#4q A4h', 'G4w', 'a broken D major triad, the dominant of G major'],
  [-1, 'Bb4q D5q F5h', 'F4w', 'a broken B♭ major triad, the subdominant of F major'],
  [0, 'B4q D5q F5h', 'C5w', 'a broken B diminished triad.'],
])('triads in a key of %i fifths: %s', (fifths, measure, last, expected) => {
  expect(told([measure, last], 'triad', { fifths })[0]).toContain(expected);
});

// Three tones that lie far apart, or in two phrases, are no chord to the ear.
test.each([
  ['over three measures', ['C4w', 'E4w', 'G4w']],
  ['parted by a rest', ['C4q E4q Rq G4q', 'C4w']],
])('no triad: %s', (_, measures) => {
  expect(told(measures, 'triad')).toEqual([]);
});

test.each([
  ['4/4', ['C4e C4e C4e C4e C4e C4e C4e C4e', 'C4w']],
  ['2/2', ['C4e C4e C4e C4e C4e C4e C4e C4e', 'C4w']],
  ['6/8', ['C4e C4e C4e C4e C4e C4e', 'C4h.']],
])('even eighths are not the trickiest rhythm in %s', (meter, measures) => {
  expect(told(measures, 'trickiest-rhythm', { meter })).toEqual([]);
});

test('the trickiest rhythm and where it comes back', () => {
  const measures = ['C4q D4q E4q F4q', 'Re C4e Re D4e E4h', 'C4w', 'Re F4e Re G4e F4h'];
  expect(told(measures, 'trickiest-rhythm')).toEqual([
    'Measure 2 has the trickiest rhythm of the line: say it before you play it. It comes back in measure 4.',
  ]);
  expect(told(['C4q D4q E4q F4q', 'C4w'], 'trickiest-rhythm')).toEqual([]);
});

// Each is harder to count than the one before it (our own order).
test('rhythms in rising difficulty', () => {
  const rising = [
    'C4q C4q C4q C4q',
    'C4q. C4e C4h',
    'C4e C4q C4e C4h',
    'Re C4e Re C4e C4h',
    'Re C4s C4s Re C4s C4s C4h',
  ];
  const points = rising.map((measure) => rhythmDifficulty(lineOf([measure]).part.measures[0]!));
  expect(points).toEqual([...points].sort((a, b) => a - b));
  expect(new Set(points).size).toBe(points.length);
});

describe('laws', () => {
  const lines = [
    ...readBook().map(({ line }) => line),
    ...Array.from({ length: 40 }, (_, n) => randomLine(n + 1)),
  ];

  test('“same” is an equivalence: groups neither overlap nor leave an equal measure out', () => {
    for (const { part } of lines) {
      const groups = patterns(part, 'same').map(({ measureIndexes }) => measureIndexes);
      const all = groups.flat();
      expect(new Set(all).size).toBe(all.length);
      part.measures.forEach((a, i) => {
        part.measures.forEach((b, j) => {
          if (i === j || !a.events.some(({ kind }) => kind === 'note')) return;
          const together = groups.some((group) => group.includes(i) && group.includes(j));
          expect(together).toBe(contentKey(a) === contentKey(b));
          if (together) expect(rhythmKey(a)).toBe(rhythmKey(b));
        });
      });
    }
  });

  test('what is found survives transposition', () => {
    let compared = 0;
    // A part of several voices or strokes loses some of them on its way to another instrument.
    const single = lines.filter(
      ({ part }) => voiceCountOf(part) === 1 && melodyOf(part).every(({ isPitched }) => isPitched),
    );
    for (const { part } of single) {
      for (const shiftSemitones of [2, -2, 5, -5]) {
        const { part: moved } = movePart(part, {
          to: instrument('piano'),
          level: 3,
          id: 'P9',
          shiftSemitones,
        });
        for (const kind of [
          'same',
          'same-rhythm',
          'sequence',
          'scale-run',
          'triad',
          'trickiest-rhythm',
          'learn',
        ] as const) {
          const places = (of: Part) => patterns(of, kind).map(({ measureIndexes }) => measureIndexes);
          expect(places(moved)).toEqual(places(part));
          compared++;
        }
      }
    }
    expect(compared).toBeGreaterThan(200);
  });
});
