import { splitAtSteps } from './pitch-steps';

const FRAMES_PER_SECOND = 100;
/** How a pitch moves, part by part: `[semitones at a frame, frames]`. */
type Part = readonly [pitchAt: (frame: number) => number, frames: number];
const courseOf = (parts: readonly Part[]) =>
  parts.flatMap(([pitchAt, frames]) => Array.from({ length: frames }, (_, frame) => pitchAt(frame)));
const held = (midi: number) => () => midi;
const swinging = (midi: number, semitones: number, hertz: number) => (frame: number) =>
  midi + semitones * Math.sin((2 * Math.PI * hertz * frame) / FRAMES_PER_SECOND);
const gliding = (from: number, to: number, frames: number) => (frame: number) =>
  from + ((to - from) * (frame + 1)) / (frames + 1);

/** Vibrato lies within half a semitone either way at 4.5–7.5 Hz: J. Sundberg (1994), from memory. */
test.each<[string, readonly Part[], readonly number[]]>([
  ['one pitch', [[held(60), 50]], []],
  [
    'a half step',
    [
      [held(60), 30],
      [held(61), 30],
    ],
    [30],
  ],
  [
    'a half step that is tuned narrow',
    [
      [held(60), 30],
      [held(60.7), 30],
    ],
    [30],
  ],
  [
    'a short note between two others',
    [
      [held(60), 30],
      [held(61), 8],
      [held(60), 30],
    ],
    [30, 38],
  ],
  [
    'a slurred half step',
    [
      [held(60), 30],
      [gliding(60, 61, 3), 3],
      [held(61), 30],
    ],
    [31],
  ],
  [
    'a half step up from a wide vibrato',
    [
      [swinging(60, 0.35, 5.5), 60],
      [held(61), 34],
    ],
    [60],
  ],
  ['vibrato', [[swinging(60, 0.4, 4.5), 150]], []],
  ['a fast vibrato', [[swinging(60, 0.4, 7.5), 150]], []],
  ['slow wavering by 40 cents either way', [[swinging(60, 0.4, 1), 250]], []],
  ['a minute of it, longer than any part', [[swinging(60, 0.4, 1), 6000]], []],
  [
    'a scoop into the note',
    [
      [gliding(59.5, 60, 8), 8],
      [held(60), 40],
    ],
    [],
  ],
  ['a pitch that sinks by a half step in a second', [[gliding(60, 59, 100), 100]], []],
  [
    'too few frames to be two tones',
    [
      [held(60), 4],
      [held(61), 5],
    ],
    [],
  ],
])('%s', (_, parts, cuts) => {
  const pitch = courseOf(parts);
  const found = splitAtSteps({ from: 0, to: pitch.length }, pitch);
  expect(found[0]!.from).toBe(0);
  expect(found.at(-1)!.to).toBe(pitch.length);
  expect(found.slice(1).map((part, index) => part.from - found[index]!.to)).toEqual(cuts.map(() => 0));
  expect(found).toHaveLength(cuts.length + 1);
  found.slice(1).forEach((part, index) => {
    expect(Math.abs(part.from - cuts[index]!)).toBeLessThanOrEqual(2);
  });
});
