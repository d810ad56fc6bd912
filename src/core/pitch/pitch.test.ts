import { hertzToMidi, keyAlteration, midiToHertz, midiToSpelling, pitchName, STEPS, spellingToMidi } from '.';

test.each([
  ['C', 0, 4, 60],
  ['A', 0, 4, 69],
  ['B', -1, 3, 58],
  ['F', 1, 5, 78],
  ['C', -1, 4, 59],
  ['B', 1, 3, 60],
  ['E', 0, 1, 28],
] as const)('%s altered by %i in octave %i is MIDI %i', (step, alter, octave, midi) => {
  expect(spellingToMidi({ step, alter, octave })).toBe(midi);
});

test('every MIDI number is spelled so that it sounds the same, in every key', () => {
  for (let midi = 21; midi <= 108; midi++) {
    for (let fifths = -7; fifths <= 7; fifths++)
      expect(spellingToMidi(midiToSpelling(midi, fifths))).toBe(midi);
  }
  expect(pitchName(midiToSpelling(70, -1))).toBe('B♭');
  expect(pitchName(midiToSpelling(70, 5))).toBe('A♯');
});

// Common practice: the order of sharps is F C G D A E B, of flats the reverse.
test.each([
  [0, ''],
  [1, 'F♯'],
  [3, 'C♯ F♯ G♯'],
  [-1, 'B♭'],
  [-3, 'E♭ A♭ B♭'],
  [7, 'C♯ D♯ E♯ F♯ G♯ A♯ B♯'],
])('key signature %i alters %s', (fifths, altered) => {
  const names = STEPS.filter((step) => keyAlteration(step, fifths) !== 0);
  expect(
    names.map((step) => pitchName({ step, alter: keyAlteration(step, fifths), octave: 4 })).join(' '),
  ).toBe(altered);
});

test('hertz and MIDI are inverse', () => {
  for (let midi = 28; midi <= 108; midi += 0.37) expect(hertzToMidi(midiToHertz(midi))).toBeCloseTo(midi, 9);
  expect(() => hertzToMidi(0)).toThrow(RangeError);
});
