import {
  fifthsOf,
  fifthsOfInterval,
  foldFifths,
  moveBySteps,
  parsePitchName,
  pitchName,
  STEPS,
  spellingToMidi,
  transposeSpelling,
} from '.';

const said = (name: string) => parsePitchName(name);
const show = (spelling: ReturnType<typeof parsePitchName>) => `${pitchName(spelling)}${spelling.octave}`;

// Common practice: the intervals by which transposing instruments are written away from their sound.
test.each([
  ['a whole step up', 2, 2, 'C4', 'D4'],
  ['a whole step up', 2, 2, 'E4', 'F♯4'],
  ['a whole step up', 2, 2, 'B4', 'C♯5'],
  ['a sixth up', 9, 3, 'C4', 'A4'],
  ['a sixth up', 9, 3, 'B♭3', 'G4'],
  ['a fifth up', 7, 1, 'F4', 'C5'],
  ['a half step down', -1, -5, 'C4', 'B3'],
  ['a half step down', -1, 7, 'C4', 'B3'],
  ['an octave down', -12, 0, 'A4', 'A3'],
] as const)('%s (%i semitones) takes %s%s to %s', (_, semitones, fifths, from, to) => {
  const spelled = said(from.replace('♭', 'b'));
  const isSpelled = (((7 * semitones - fifths) % 12) + 12) % 12 === 0;
  if (!isSpelled) {
    expect(() => transposeSpelling(spelled, semitones, fifths)).toThrow(RangeError);
    return;
  }
  expect(show(transposeSpelling(spelled, semitones, fifths))).toBe(to);
});

test('there and back again is the same pitch, and the sound moves by the interval', () => {
  for (const step of STEPS) {
    for (const alter of [-1, 0, 1] as const) {
      for (let semitones = -14; semitones <= 14; semitones++) {
        const spelling = { step, alter, octave: 4 };
        const fifths = fifthsOfInterval(semitones);
        const moved = transposeSpelling(spelling, semitones, fifths);
        expect(spellingToMidi(moved)).toBe(spellingToMidi(spelling) + semitones);
        if (Math.abs(fifthsOf(spelling) + fifths) < 12)
          expect(transposeSpelling(moved, -semitones, -fifths)).toEqual(spelling);
      }
    }
  }
});

// Common practice: the order of fifths.
test('fifths run F C G D A E B, with flats below and sharps above', () => {
  const line = ['Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
  expect(line.map((name) => fifthsOf(said(`${name}4`)))).toEqual([-3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7]);
  expect(foldFifths(8, -5)).toBe(-4);
  expect(foldFifths(-6, -5)).toBe(6);
});

test.each([
  ['C4', 1, 0, 'D4'],
  ['E4', 1, 1, 'F♯4'],
  ['B4', 1, 0, 'C5'],
  ['C4', -1, -2, 'B♭3'],
  ['F4', 7, 1, 'F♯5'],
] as const)('%s moved by %i steps with %i sharps is %s', (from, steps, fifths, to) => {
  expect(show(moveBySteps(said(from), steps, fifths))).toBe(to);
});

test.each(['H4', 'C', 'c4', 'C#b4', ''])('"%s" is no pitch', (name) => {
  expect(() => parsePitchName(name)).toThrow(RangeError);
});
