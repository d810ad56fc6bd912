import { heardPluck, heardTone } from '../../../../tests/support/heard';
import type { HeardTone } from '../heard';
import type { Pluck } from '../sounding-event';
import { pluckedStrings } from './ringing-strings';
import { areSustained } from './sustained';

const tone = (onsetSeconds: number, seconds: number, midi: number, fadeDbPerSecond: number) =>
  heardTone(onsetSeconds, midi, seconds, { fadeDbPerSecond });

const pluck = (onsetSeconds: number, midi: number, startStrength = 0.9) =>
  heardPluck(onsetSeconds, midi, { startStrength });

const PITCHES = [60, 62, 64, 65, 67];
const fading = PITCHES.map((midi, index) => tone(index, 0.9, midi, 15));
const starts = PITCHES.map((midi, index) => pluck(index, midi));

test.each<[string, HeardTone[], Pluck[], boolean]>([
  ['tones that fade, each plucked', fading, starts, true],
  ['held tones', PITCHES.map((midi, index) => tone(index, 0.9, midi, 1)), starts, false],
  [
    'some fade, some are held: a voice',
    fading.map((note, index) => (index < 2 ? tone(index, 0.9, 60, 0) : note)),
    starts,
    false,
  ],
  [
    'some fade, some are held by others that ring in them: a harp',
    fading.map((note, index) => (index < 2 ? tone(index, 0.9, 60, 0) : note)),
    [...starts, pluck(0.4, 64), pluck(1.4, 65)],
    true,
  ],
  ['a tremolo', fading, [...starts, ...PITCHES.map((midi, index) => pluck(index + 0.3, midi))], false],
  ['a few repeats on a string', fading, [...starts, pluck(0.5, 60)], true],
  ['one tone in which others ring', [tone(0, 4, 60, 1)], [pluck(0, 60), pluck(1, 64), pluck(2, 67)], true],
  ['one tone, held', [tone(0, 4, 60, 1)], [pluck(0, 60)], false],
  [
    'one tone, with weak signs of others',
    [tone(0, 4, 60, 1)],
    [pluck(0, 60), pluck(1, 64, 0.3), pluck(2, 67, 0.3)],
    false,
  ],
  ['nothing', [], starts, false],
])('%s', (_, notes, plucks, expected) => {
  expect(pluckedStrings(notes, undefined, () => plucks)).toEqual(expected ? plucks : []);
});

test.each<[string, readonly number[], boolean]>([
  ['all fade', [15, 12, 20, 9, 14], false],
  ['some are held', [15, 12, 20, 0, 1], true],
  ['none fades', [1, 0, 2, -1, 1], true],
  ['too few to tell', [15, 12], true],
])('tones of which %s', (_, fades, expected) => {
  expect(areSustained(fades.map((fade, index) => tone(index, 0.9, 60, fade)))).toBe(expected);
});

test('plucks are not looked for among held tones', () => {
  const find = jest.fn(() => starts);
  pluckedStrings(
    PITCHES.map((midi, index) => tone(index, 0.9, midi, 1)),
    undefined,
    find,
  );
  expect(find).not.toHaveBeenCalled();
});
