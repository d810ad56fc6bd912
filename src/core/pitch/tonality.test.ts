import { intervalName, parsePitchName, solfaSyllable, stepsName, tonalityName, tonicOf } from '.';

const pitch = parsePitchName;

// Facts of the trade (common practice): natural minor goes la ti do re mi fa sol la.
test.each([
  ['C major', 0, 'C4 D4 E4 F4 G4 A4 B4', 'do re mi fa sol la ti'],
  ['A minor', 0, 'A3 B3 C4 D4 E4 F4 G4 A4', 'la ti do re mi fa sol la'],
  ['E flat major', -3, 'Eb4 F4 G4 Ab4 Bb4 C5 D5', 'do re mi fa sol la ti'],
  ['E minor', 1, 'E4 F#4 G4 A4 B4 C5 D5', 'la ti do re mi fa sol'],
  ['the leading note of A minor', 0, 'G#4 A4', 'si la'],
  ['chromatic', 0, 'C4 C#4 F#4 B4 Bb4 Ab4', 'do di fi ti te le'],
  ['chromatic in D', 2, 'F#4 F4 C5 G#4', 'mi me te fi'],
])('%s', (_, fifths, notes, syllables) => {
  expect(
    notes
      .split(' ')
      .map((name) => solfaSyllable(pitch(name), fifths))
      .join(' '),
  ).toBe(syllables);
});

test('keys by signature', () => {
  const names = [-7, -3, -1, 0, 1, 4, 7].map((fifths) => tonalityName({ fifths, mode: 'major' }));
  expect(names).toEqual(['C♭ major', 'E♭ major', 'F major', 'C major', 'G major', 'E major', 'C♯ major']);
  expect(tonalityName({ fifths: -1, mode: 'minor' })).toBe('D minor');
  expect(tonalityName({ fifths: 0, mode: 'dorian' })).toBe('D dorian');
  expect(tonalityName({ fifths: 1, mode: 'mixolydian' })).toBe('D mixolydian');
  expect(tonalityName({ fifths: -1, mode: 'phrygian' })).toBe('A phrygian');
  expect(tonalityName({ fifths: 0, mode: 'lydian' })).toBe('F lydian');
  expect(() => tonicOf({ fifths: 8, mode: 'major' })).toThrow('at most 7 sharps or flats, got 8');
});

test.each([
  ['C4', 'C4', 'unison'],
  ['C4', 'E4', 'major third'],
  ['E4', 'C4', 'major third'],
  ['C4', 'Eb4', 'minor third'],
  ['F4', 'B4', 'augmented fourth'],
  ['B3', 'F4', 'diminished fifth'],
  ['C4', 'C5', 'octave'],
  ['C4', 'E5', 'octave and a major third'],
  ['C4', 'C6', 'two octaves'],
])('%s to %s is a %s', (from, to, name) => {
  expect(intervalName(pitch(from), pitch(to))).toBe(name);
});

test('steps have names too', () => {
  expect([1, -2, 4, 7, 9].map(stepsName)).toEqual([
    'second',
    'third',
    'fifth',
    'octave',
    'octave and a third',
  ]);
});
