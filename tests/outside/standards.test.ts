import { hertzToMidi, midiToHertz } from '@/core/pitch';
import { layLadder, METRONOME_MARKS } from '@/core/tempo';

// ISO 16:1975, "Acoustics – Standard tuning frequency": the A in the treble stave is 440 Hz.
test('concert pitch is that of ISO 16', () => {
  expect(midiToHertz(69)).toBe(440);
});

// Handbook table of equal temperament at A4 = 440 Hz as printed in acoustics textbooks (from memory):
// each octave doubles, each semitone is the twelfth root of two.
test.each([
  [28, 41.203],
  [36, 65.406],
  [48, 130.813],
  [60, 261.626],
  [64, 329.628],
  [67, 391.995],
  [72, 523.251],
  [81, 880],
  [96, 2093.005],
  [108, 4186.009],
])('MIDI %i is %p Hz', (midi, hertz) => {
  expect(midiToHertz(midi)).toBeCloseTo(hertz, 2);
  expect(hertzToMidi(hertz)).toBeCloseTo(midi, 3);
});

test('a semitone is the twelfth root of two, a cent the 1200th', () => {
  expect(midiToHertz(70) / midiToHertz(69)).toBeCloseTo(2 ** (1 / 12), 12);
  expect(midiToHertz(69.01) / midiToHertz(69)).toBeCloseTo(2 ** (1 / 1200), 12);
});

// The marks of the pendulum metronome by their traditional ranges of tempo words (common practice, from memory).
test('the traditional metronome scale has the marks that tempo words meet at', () => {
  for (const mark of [40, 60, 66, 76, 108, 120, 168, 200, 208]) expect(METRONOME_MARKS).toContain(mark);
  expect(METRONOME_MARKS).toHaveLength(39);
});

// Fact of the trade (common practice): "move up by one or two marks, 66 → 69 → 72".
test('the ladder climbs on that scale', () => {
  expect(layLadder(66, 72, 1)).toEqual([66, 69, 72]);
});
