import { lineOf } from '../../../../tests/support/lines';
import { type InstrumentId, instrument, maybeWrittenRange } from '../../instruments';
import { parsePitchName, spellingToMidi } from '../../pitch';
import { lookOver } from '..';
import type { Acquaintance, HardSpotKind } from './hard-spot';

interface Options {
  readonly on?: InstrumentId;
  readonly bpm?: number;
  readonly meter?: string;
  readonly fifths?: number;
  readonly clef?: string;
  readonly known?: Acquaintance;
}

const BASS = '<clef><sign>F</sign><line>4</line></clef>';

function look(measures: readonly string[], { on, bpm, known, ...score }: Options = {}) {
  const player = { instrument: on && instrument(on), level: 1, goalBpm: bpm ?? 60, known } as const;
  return lookOver(lineOf(measures, score).part, player, 'us');
}

const spots = (kind: HardSpotKind, measures: readonly string[], options: Options = {}) =>
  look(measures, options).hardSpots.filter((spot) => spot.kind === kind);

// Each spot is found where it is, and a line without it has none. Common practice of teachers.
test.each<[HardSpotKind, string, string[], Options, string]>([
  ['leap', 'an octave', ['C4q C5q C4h'], {}, 'from C to C, an octave'],
  ['leap', 'over partials', ['C4q C5q C4h'], { on: 'trumpet' }, 'octave and 2 partials for the lips'],
  ['leap', 'a fifth', ['D4h A4h'], {}, 'a leap up from D to A, a perfect fifth'],
  ['finger-exchange', 'the clarinet’s break', ['A4h B4h'], { on: 'clarinet' }, 'the register changes'],
  ['finger-exchange', 'the flute’s C to D', ['C5h D5h'], { on: 'flute' }, 'the register changes'],
  [
    'finger-exchange',
    'the saxophone’s C sharp to D',
    ['C#5h D5h'],
    { on: 'alto-sax' },
    'the register changes',
  ],
  ['finger-exchange', 'recorder F to F sharp', ['F4h F#4h'], { on: 'soprano-recorder' }, 'up while'],
  [
    'finger-exchange',
    'first finger to second valve',
    ['F4h F#4h'],
    { on: 'trumpet' },
    '1 finger goes up while 1 goes down',
  ],
  [
    'finger-exchange',
    'a long way for the slide',
    ['Bb2h B2h'],
    { on: 'trombone', clef: BASS },
    'travels 6 positions',
  ],
  [
    'finger-exchange',
    'the recorder’s D to E',
    ['D5h E5h'],
    { on: 'soprano-recorder' },
    'the register changes',
  ],
  [
    'accidental',
    'an accidental that the barline ended',
    ['F#4h G4h', 'F4h G4h'],
    {},
    'F natural again: the accidental of the measure before ended at the barline',
  ],
  [
    'repeated-notes',
    'the same note on a chanter, which has no tongue',
    ['A4q A4q A4q A4q'],
    { on: 'practice-chanter' },
    'parted by grace notes',
  ],
  [
    'out-of-reach',
    'a note that a beginner has not',
    ['C6h G6h'],
    { on: 'trumpet' },
    'outside of what a beginner plays',
  ],
  [
    'out-of-reach',
    'a note of a higher level',
    ['C4h G5h'],
    { on: 'trumpet' },
    'beyond level 1 on the Trumpet',
  ],
  ['out-of-reach', 'below the clarinet', ['D3h C4h'], { on: 'clarinet' }, 'D3 in measure 1: outside'],
  ['finger-exchange', 'a string is skipped', ['G3h A4h'], { on: 'violin' }, 'a string is crossed'],
  ['fast-run', 'eighths at 120', ['C4e D4e E4e F4e G4h'], { bpm: 120 }, '4.0 a second at the goal tempo'],
  ['off-beat-entry', 'after a rest', ['Re C4e C4q C4h'], {}, 'between two beats, after a rest'],
  ['off-beat-entry', 'after a tie', ['C4h C4h~', 'C4q C4q C4h'], {}, 'Count through the tie'],
  ['off-beat-entry', 'a pickup inside', ['C4h Rq C4q', 'C4w'], {}, 'before the barline'],
  ['rhythm-change', 'eighths to sixteenths', ['C4e C4e C4s C4s C4s C4s C4h'], {}, 'divided in a new way'],
  ['key-note', 'the first F sharp', ['F#4h G4h'], { fifths: 1 }, 'The key signature makes every F sharp'],
  ['accidental', 'a sharp', ['F#4h G4h'], {}, 'a sharp that is not in the key'],
  ['accidental', 'it lasts to the barline', ['F#4q G4q F#4h'], {}, 'still F♯'],
  ['accidental', 'it is cancelled', ['F#4q G4q F4h'], {}, 'takes back'],
  ['long-note', 'four beats', ['C4w', 'C4q C4q C4h'], {}, 'for all its 4 beats'],
  [
    'long-note',
    'the end of a phrase',
    ['C4q C4q C4h', 'Rw'],
    {},
    'last note of the phrase for all its 2 beats',
  ],
  [
    'repeated-notes',
    'a fresh tongue',
    ['C4q C4q C4q D4q'],
    { on: 'oboe' },
    'the same note 3 times, a fresh tongue',
  ],
])('%s: %s', (kind, _, measures, options, expected) => {
  const found = spots(kind, measures, options);
  expect(found.map(({ sentence }) => sentence).join(' ')).toContain(expected);
  expect(found.every(({ weight, measureIndexes }) => weight > 0 && measureIndexes.length > 0)).toBe(true);
  expect(spots(kind, ['C4q D4q C4q D4q', 'C4q Rq Rh'], { ...options, fifths: 0 })).toEqual([]);
});

test.each<[string, HardSpotKind, string[], Options]>([
  ['a plucked note is not held', 'long-note', ['C4w'], { on: 'guitar' }],
  ['slurred notes need no tongue', 'repeated-notes', ['(C4q C4q C4q C4q)'], { on: 'flute' }],
  ['a piano has no tongue', 'repeated-notes', ['C4q C4q C4q C4q'], { on: 'piano' }],
  ['open to open is no exchange', 'finger-exchange', ['C4h G4h'], { on: 'trumpet' }],
  ['one finger that lifts is no exchange', 'finger-exchange', ['D4h E4h'], { on: 'soprano-recorder' }],
  ['neighbouring strings are no trouble', 'finger-exchange', ['A4h E5h'], { on: 'violin' }],
  ['the same eighths are slow at 60', 'fast-run', ['C4e D4e E4e F4e G4h'], { bpm: 60 }],
  [
    'three eighths after a quarter and eighth in 6/8',
    'rhythm-change',
    ['C4q D4e E4e F4e G4e'],
    { meter: '6/8' },
  ],
])('%s', (_, kind, measures, options) => {
  expect(spots(kind, measures, options)).toEqual([]);
});

// Common practice: a sign that only reminds says nothing new, and a note of the key is in the key.
test.each<[string, string[], number]>([
  ['a natural after the barline', ['F#4w', 'F4w'], 0],
  ['a sharp of the signature', ['G4w', 'F#4w'], 1],
])('a courtesy sign is not told as out of the key: %s', (_, measures, fifths) => {
  const { part } = lineOf(measures, { fifths });
  const [first, second] = part.measures;
  const events = second!.events.map((event) =>
    event.kind === 'note' ? { ...event, courtesy: true as const } : event,
  );
  const reminding = { ...part, measures: [first!, { ...second!, events }] };
  const player = { instrument: undefined, level: 1, goalBpm: 60, known: undefined } as const;
  const told = lookOver(reminding, player, 'us').hardSpots.filter(
    ({ kind, measureIndexes }) => kind === 'accidental' && measureIndexes.includes(1),
  );
  expect(told).toEqual([]);
});

test('a breath without time is told, one with time is not', () => {
  const breath =
    '<note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration><type>quarter</type><notations><articulations><breath-mark/></articulations></notations></note>';
  const long = breath.replace('<duration>4<', '<duration>12<').replace('quarter</type>', 'half</type><dot/>');
  const of = (xml: string, rest: string) => spots('breath', [`${xml.replaceAll(' ', '_')} ${rest}`]).length;
  expect(of(breath, 'D4h.')).toBe(1);
  expect(of(long, 'D4q')).toBe(0);
});

test('what the student has not met yet is told once, the rest not', () => {
  const measures = ['C4q D4q D4h', 'C4q. D4e C4h'];
  const known = { pitches: new Set([60]), contents: new Set(['quarter', 'half', 'meter-4/4']) };
  expect(spots('first-time', measures, { known }).map(({ sentence }) => sentence)).toEqual([
    'Measure 1: D for the first time in this book.',
    'Measure 2: dotted quarter notes for the first time in this book.',
    'Measure 2: eighth notes for the first time in this book.',
  ]);
  expect(spots('first-time', measures)).toEqual([]);
});

test('difficulties add up per measure, and the hardest spot comes first', () => {
  const { hardSpots, difficulties } = look(['F#4q C5q Rq Re C5e', 'C4w'], { on: 'flute' });
  for (const [index, difficulty] of difficulties.entries()) {
    const own = hardSpots.filter(({ measureIndexes }) => measureIndexes.includes(index));
    expect(difficulty).toBeCloseTo(own.reduce((sum, { weight }) => sum + weight, 0));
  }
  const weights = hardSpots.map(({ weight }) => weight);
  expect(weights).toEqual([...weights].sort((a, b) => b - a));
});

describe('a tempo to begin with', () => {
  const tempo = (measures: string[], level: 1 | 2 | 3, meter = '4/4') =>
    lookOver(
      lineOf(measures, { meter }).part,
      { instrument: undefined, level, goalBpm: 100, known: undefined },
      'us',
    ).startingTempo;
  // Two notes a second: eighths at 60, sixteenths at 30 and so at the slowest mark.
  test.each<[string[], 1 | 2 | 3, number, string]>([
    [['C4e D4e E4e F4e G4h'], 1, 60, '4/4'],
    [['C4e D4e E4e F4e G4h'], 2, 88, '4/4'],
    [['C4s D4s E4s F4s G4h.'], 1, 40, '4/4'],
    [['C4s D4s E4s F4s G4h.'], 3, 60, '4/4'],
    [['C4q D4q E4h'], 1, 96, '4/4'],
    [['C4e D4e E4e F4q.'], 1, 40, '6/8'],
  ])('%o at level %i: %i', (measures, level, bpm, meter) => {
    expect(tempo(measures, level, meter).bpm).toBe(bpm);
    expect(tempo(measures, level, meter).sentence).toContain(`Begin at ${bpm}`);
  });

  test('never faster than written, and the tempo word is explained', () => {
    const { part } = lineOf(['C4q D4q E4h']);
    const marked = {
      ...part,
      tempo: { bpm: 60, beatQuarters: { numerator: 1, denominator: 1 }, words: 'Andante' },
    };
    const { startingTempo } = lookOver(
      marked,
      { instrument: undefined, level: 1, goalBpm: 60, known: undefined },
      'us',
    );
    expect(startingTempo.bpm).toBe(60);
    expect(startingTempo.sentence).toContain('“Andante” usually lies between 76 and 108');
  });
});

// Of all pairs of notes: the register is only said to change where it does, and nobody has more than ten fingers.
test.each(['clarinet', 'soprano-recorder', 'flute', 'oboe', 'alto-sax', 'bassoon'] as const)(
  'every exchange on the %s counts fingers, and names the register where it changes',
  (id) => {
    const player = instrument(id);
    const [from, to] = maybeWrittenRange(player, 3)!;
    const clef = player.clef === 'bass' ? { clef: BASS } : {};
    const firstOf = (player.registersFrom ?? []).map((name) => spellingToMidi(parsePitchName(name)));
    const registerOf = (midi: number) => firstOf.filter((first) => first <= midi).length;
    const name = (midi: number) =>
      `${['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][midi % 12]}${Math.floor(midi / 12) - 1}`;
    for (let a = from; a <= to; a++)
      for (let b = from; b <= to; b++) {
        for (const { sentence } of spots('finger-exchange', [`${name(a)}h ${name(b)}h`], {
          on: id,
          ...clef,
        })) {
          if (/register/.test(sentence)) expect([a, b, registerOf(a)]).not.toEqual([a, b, registerOf(b)]);
          const fingers = [...sentence.matchAll(/(\d+) (?:fingers?|goes?)|while (\d+)/g)].map(
            ([, one, two]) => Number(one ?? two),
          );
          expect(fingers.reduce((sum, count) => sum + count, 0)).toBeLessThanOrEqual(10);
        }
      }
  },
);

test('what the instrument does not have is told first', () => {
  const [first] = look(['A3q C4q Re C4e C4q', 'C#4q D#4q C#4q C4q'], { on: 'soprano-recorder' }).hardSpots;
  expect(first!.kind).toBe('out-of-reach');
});
