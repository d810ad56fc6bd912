import { bookLine, readBook, readLine, scoreXml } from '../../../tests/support/lines';
import { randomScore } from '../../../tests/support/random-scores';
import { INSTRUMENTS, type InstrumentId, instrument } from '../instruments';
import {
  chordSymbolText,
  lineOfPart,
  maybeChordSymbol,
  type Part,
  sharesRhythm,
  writtenNotes,
} from '../notation';
import { pitchName } from '../pitch';
import { rational } from '../time';
import { fittingShifts, instrumentsAbleToPlay, movePart } from '.';

const moved = (part: Part, id: InstrumentId, shiftSemitones = 0) =>
  movePart(part, { to: instrument(id), level: 3, id: 'P9', shiftSemitones });

const names = (part: Part) =>
  part.measures.flatMap(({ events }) =>
    events.flatMap((event) =>
      event.kind === 'note' && event.pitch.kind === 'pitched'
        ? [`${pitchName(event.pitch.spelling)}${event.pitch.spelling.octave}`]
        : [],
    ),
  );

// Common practice: what players of transposing instruments read when the concert key is C.
const concertC = readLine(scoreXml(['C4q E4q F#4q Bb4q'])).part;
test.each([
  ['flute', 0, 'treble', 'C4 E4 F♯4 B♭4'],
  ['clarinet', 2, 'treble', 'D4 F♯4 G♯4 C5'],
  ['trumpet', 2, 'treble', 'D4 F♯4 G♯4 C5'],
  ['alto-sax', 3, 'treble', 'A4 C♯5 D♯5 G5'],
  ['tenor-sax', 2, 'treble', 'D4 F♯4 G♯4 C5'],
  ['horn', 1, 'treble', 'G3 B3 C♯4 F4'],
  ['trombone', 0, 'bass', 'C3 E3 F♯3 B♭3'],
  ['tuba', 0, 'bass', 'C2 E2 F♯2 B♭2'],
  ['viola', 0, 'alto', 'C4 E4 F♯4 B♭4'],
  ['double-bass', 0, 'bass', 'C3 E3 F♯3 B♭3'],
  ['guitar', 0, 'treble', 'C5 E5 F♯5 B♭5'],
  ['soprano-recorder', 0, 'treble', 'C4 E4 F♯4 B♭4'],
] as const)('for the %s, C major has %i sharps in the %s clef', (id, fifths, clef, expected) => {
  const { part } = moved(concertC, id);
  expect([part.measures[0]!.keyFifths, part.measures[0]!.clef]).toEqual([fifths, clef]);
  // The guitar's G5 is the top of its range, so the octave below is taken.
  if (id !== 'guitar') expect(names(part).join(' ')).toBe(expected);
});

const lines = [
  ...readBook().map(({ line }) => line.part),
  ...Array.from({ length: 60 }, (_, seed) => randomScore(seed + 1).parts[0]!),
];

describe.each(INSTRUMENTS.map((entry) => [entry.id, entry] as const))('a part for the %s', (_, to) => {
  test('keeps the rhythm and, with pitch, sounds in octaves with the original', () => {
    for (const part of lines) {
      const result = movePart(part, { to, level: 2, id: 'P9', shiftSemitones: 0 });
      expect(sharesRhythm(part, result.part)).toBe(true);
      const [before, after] = [part, result.part].map((p) =>
        writtenNotes(lineOfPart({ title: '', composer: undefined, parts: [p] }, p)),
      );
      expect(after!.map(({ onsetQuarters }) => onsetQuarters)).toEqual(
        before!.map(({ onsetQuarters }) => onsetQuarters),
      );
      expect(result.part.measures.every(({ clef }) => clef === to.clef)).toBe(true);
      const isMelody = part.measures.every(({ events }) =>
        events.every((e) => e.kind === 'rest' || e.chordPitches.length === 0),
      );
      if (!to.ranges || !isMelody) continue;
      after!.forEach(({ sound }, index) => {
        const original = before![index]!.sound;
        if (original.kind === 'pitched' && sound.kind === 'pitched')
          expect(sound.midi - original.midi).toBe(12 * result.octaves);
        else expect(sound.kind).toBe('pitched');
      });
    }
  });
});

test('slurs stay with those who can slur, and not over strokes', () => {
  const slurs = (part: Part) =>
    part.measures
      .flatMap(({ events }) => events)
      .reduce((sum, event) => sum + (event.kind === 'note' ? event.slurStarts + event.slurStops : 0), 0);
  const slurred = lines.filter((part) => slurs(part) > 0);
  expect(slurred.length).toBeGreaterThan(0);
  for (const part of slurred) {
    expect(slurs(moved(part, 'clarinet').part)).toBe(slurs(part));
    for (const id of ['snare', 'drum-kit', 'clap'] as const) expect(slurs(moved(part, id).part)).toBe(0);
  }
});

test('there and back again is the same part', () => {
  for (const { line } of readBook().filter(({ line }) => writtenNotes(line)[0]!.sound.kind === 'pitched')) {
    const own = instrument(line.part.instrument!);
    const back = moved(moved(line.part, 'alto-sax').part, own.id).part;
    expect(back.measures.map(({ keyFifths }) => keyFifths)).toEqual(
      line.part.measures.map(({ keyFifths }) => keyFifths),
    );
    const letters = (part: Part) => names(part).map((name) => name.replace(/\d/, ''));
    expect(letters(back)).toEqual(letters(line.part));
  }
});

test('a line that does not fit says where, and in which keys it would', () => {
  const wide = readLine(scoreXml(['C4q D4q E4q F4q', 'G4q A4q B4q C5q', 'D5h E5h'])).part;
  const chanter = { to: instrument('practice-chanter'), level: 3, id: 'P9' } as const;
  const result = movePart(wide, { ...chanter, shiftSemitones: 0 });
  expect(result.measuresOutOfRange.length).toBeGreaterThan(0);
  const small = readLine(scoreXml(['C4q D4q E4q F4q', 'G4q F4q E4h'])).part;
  const shifts = fittingShifts(small, chanter);
  expect(shifts.length).toBeGreaterThan(0);
  for (const shiftSemitones of shifts)
    expect(movePart(small, { ...chanter, shiftSemitones }).measuresOutOfRange).toEqual([]);
});

test('what another instrument cannot do is said', () => {
  const xml = scoreXml(['C4q E4q G4h']).replace(
    '</note>',
    '<notations><technical><fingering>1</fingering></technical></notations></note>',
  );
  const chord = xml.replace(
    '</note>',
    '</note><note><chord/><pitch><step>G</step><octave>4</octave></pitch><duration>4</duration><voice>1</voice><type>quarter</type></note>',
  );
  const { part, remarks } = moved(readLine(chord).part, 'flute');
  expect(remarks.map(({ code, where }) => `${where} ${code}`)).toEqual([
    'measure 1 chord',
    'measure 1 hints',
  ]);
  expect(names(part)[0]).toBe('G4');
});

test('only instruments that have all the notes are offered', () => {
  const low = readLine(scoreXml(['E2q F2q G2h'], { clef: '<clef><sign>F</sign><line>4</line></clef>' }));
  expect(instrumentsAbleToPlay(low).map(({ id }) => id)).toEqual([
    ...[
      'bassoon',
      'bass-clarinet',
      'baritone-sax',
      'trombone',
      'euphonium',
      'treble-baritone',
      'tuba',
      'e-flat-tuba',
    ],
    ...['cello', 'double-bass', 'guitar', 'bass-guitar'],
  ]);
  const strokes = readBook().find(({ line }) => writtenNotes(line)[0]!.sound.kind === 'unpitched')!;
  expect(instrumentsAbleToPlay(strokes.line).map(({ id }) => id)).toEqual(['clap', 'snare', 'drum-kit']);
});

describe('a chord over the staff', () => {
  const withChord = (name: string): Part => {
    const [first, ...others] = bookLine(5).part.measures;
    const symbol = maybeChordSymbol(name)!;
    return {
      ...bookLine(5).part,
      measures: [
        { ...first!, directions: [{ kind: 'chord', symbol, offsetQuarters: rational(0) }] },
        ...others,
      ],
    };
  };
  const movedTo = (id: InstrumentId, name: string) =>
    movePart(withChord(name), {
      to: instrument(id),
      level: 2,
      id: 'x',
      shiftSemitones: 0,
    }).part.measures[0]!.directions.flatMap((direction) =>
      direction.kind === 'chord' ? [chordSymbolText(direction.symbol)] : [],
    );

  // A clarinet in B flat reads a whole step higher, an alto saxophone a major sixth. Common practice.
  test.each<[InstrumentId, string, string]>([
    ['clarinet', 'C', 'D'],
    ['clarinet', 'Am7', 'Bm7'],
    ['clarinet', 'F/A', 'G/B'],
    ['alto-sax', 'G7', 'E7'],
    ['violin', 'Bb', 'B♭'],
  ])('moves with the notes for a %s: %s becomes %s', (id, concert, read) => {
    expect(movedTo(id, concert)).toEqual([read]);
  });

  test('is of no use to who claps', () => {
    expect(movedTo('clap', 'C')).toEqual([]);
  });
});
