import { CANDIDATES_PER_FRAME, type PitchCandidates } from './pitch-detector';
import { trackPitch } from './pitch-track';

/** Frames of candidate peaks, most plausible first: `[midi, height]`. */
function track(
  frames: readonly (readonly (readonly [midi: number, height: number])[])[],
): (number | undefined)[] {
  const places = frames.length * CANDIDATES_PER_FRAME;
  const candidates: PitchCandidates = { midi: new Float64Array(places), height: new Float64Array(places) };
  frames.forEach((frame, index) => {
    frame.forEach(([midi, height], n) => {
      candidates.midi[index * CANDIDATES_PER_FRAME + n] = midi;
      candidates.height[index * CANDIDATES_PER_FRAME + n] = height;
    });
  });
  return trackPitch(candidates, frames.length).map((place) =>
    place === undefined ? undefined : candidates.midi[place],
  );
}

const repeat = <Value>(value: Value, count: number) => Array.from({ length: count }, () => value);
const tone = (midi: number) => [[midi, 0.98] as const, [midi - 12, 0.975] as const];

test('a steady tone is that tone, never its lower octave', () => {
  expect(track(repeat(tone(69), 12))).toEqual(repeat(69, 12));
});

test('a change of note is followed at once', () => {
  expect(track([...repeat(tone(60), 8), ...repeat(tone(62), 8)])).toEqual([
    ...repeat(60, 8),
    ...repeat(62, 8),
  ]);
});

test('a moment’s doubt does not break a tone', () => {
  const doubt = [[89, 0.9] as const, [69, 0.86] as const];
  expect(track([...repeat(tone(69), 8), doubt, doubt, ...repeat(tone(69), 8)])).toEqual(repeat(69, 18));
});

test('an octave error at the start is left as soon as it shows', () => {
  const low = [[57, 0.97] as const, [69, 0.9] as const];
  const found = track([...repeat(low, 3), ...repeat(tone(69), 12)]);
  expect(found.slice(5)).toEqual(repeat(69, 10));
});

test('unclear frames are silence', () => {
  expect(track([...repeat([], 3), ...repeat([[64, 0.45] as const], 5)])).toEqual(repeat(undefined, 8));
  expect(track([])).toEqual([]);
});
