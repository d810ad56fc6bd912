import { candidate as sound } from '../../../tests/support/candidates';
import { plainAlign } from '../../../tests/support/plain-align';
import { createRandom } from '../base';
import { align } from './align';
import type { Candidate, Target } from './alignment';

const target = (onsetBeats: number, midi: number): Target => ({
  onsetBeats,
  midi,
  startsMeasure: onsetBeats % 4 === 0,
});
const options = { secondsPerBeat: 1, tuningSemitones: 0 };
const pairs = (targets: readonly Target[], sounds: readonly Candidate[]) =>
  align(targets, sounds, options)
    .matches.map((match) => `${match.target}-${match.sound}${match.restart ? '!' : ''}`)
    .join(' ');

const scale = [60, 62, 64, 65, 67, 69, 71, 72].map((midi, beat) => target(beat, midi));
const played = scale.map(({ onsetBeats, midi }) => sound(onsetBeats + 2, midi!));

test.each<[string, readonly Candidate[], string]>([
  ['as written', played, '0-0 1-1 2-2 3-3 4-4 5-5 6-6 7-7'],
  ['a note missing', played.filter((_, n) => n !== 3), '0-0 1-1 2-2 4-3 5-4 6-5 7-6'],
  [
    'a wrong note',
    played.map((s, n) => (n === 3 ? sound(s.onsetSeconds, 63) : s)),
    '0-0 1-1 2-2 3-3 4-4 5-5 6-6 7-7',
  ],
  [
    'an extra note',
    [...played.slice(0, 4), sound(5.5, 74), ...played.slice(4)],
    '0-0 1-1 2-2 3-3 4-5 5-6 6-7 7-8',
  ],
  ['talk before', [sound(0.2, 50), ...played], '0-1 1-2 2-3 3-4 4-5 5-6 6-7 7-8'],
  [
    'a note late',
    played.map((s, n) => (n === 3 ? { ...s, onsetSeconds: s.onsetSeconds + 0.4 } : s)),
    '0-0 1-1 2-2 3-3 4-4 5-5 6-6 7-7',
  ],
  [
    'a pause',
    played.map((s, n) => (n >= 4 ? { ...s, onsetSeconds: s.onsetSeconds + 3 } : s)),
    '0-0 1-1 2-2 3-3 4-4 5-5 6-6 7-7',
  ],
  ['unfinished', played.slice(0, 5), '0-0 1-1 2-2 3-3 4-4'],
  [
    'a restart from the second measure',
    [...played.slice(0, 7), ...played.slice(4).map((s) => ({ ...s, onsetSeconds: s.onsetSeconds + 5 }))],
    '0-0 1-1 2-2 3-3 4-4 5-5 6-6 4-7! 5-8 6-9 7-10',
  ],
])('%s', (_, sounds, expected) => {
  expect(pairs(scale, sounds)).toBe(expected);
});

/** A sign of a new start within a tone, too weak to be one by itself. */
const weak = (onsetSeconds: number, midi: number, startStrength = 0.1): Candidate => ({
  ...sound(onsetSeconds, midi),
  startStrength,
});

describe('weak signs', () => {
  const twice = [60, 60, 62, 64].map((midi, beat) => target(beat, midi));
  const tone = [sound(2, 60), sound(4, 62), sound(5, 64)];

  test.each<[string, readonly Candidate[], string]>([
    ['are used where the score has a note', [tone[0]!, weak(3.02, 60), ...tone.slice(1)], '0-0 1-1 2-2 3-3'],
    ['are left out elsewhere', [...tone.slice(0, 2), weak(4.5, 62), tone[2]!], '0-0 2-1 3-3'],
    ['are no notes far from their time', [tone[0]!, weak(2.3, 60), ...tone.slice(1)], '0-0 2-2 3-3'],
    [
      'come in swarms from one wobble, and part nothing',
      [tone[0]!, ...Array.from({ length: 6 }, (_, n) => weak(2.2 + 0.25 * n, 60, 0.35)), ...tone.slice(1)],
      '0-0 1-4 2-7 3-8',
    ],
    [
      'cost nothing, however many they are',
      [...tone, ...Array.from({ length: 20 }, (_, n) => weak(5.2 + 0.1 * n, 64))],
      '0-0 2-1 3-2',
    ],
  ])('%s', (_, sounds, expected) => {
    expect(pairs(twice, sounds)).toBe(expected);
  });
});

describe('leaving out measures', () => {
  // Four measures of four notes.
  const line = Array.from({ length: 16 }, (_, beat) => target(beat, 60 + ((beat * 5) % 12)));
  const exact = line.map(({ onsetBeats, midi }) => sound(onsetBeats + 2, midi!));
  const matchedTargets = (sounds: readonly Candidate[]) =>
    align(line, sounds, options).matches.map((match) => match.target);
  const all = line.map((_, index) => index);

  test('in silence', () => {
    expect(matchedTargets(exact.filter((_, n) => n < 4 || n >= 12))).toEqual([
      ...all.slice(0, 4),
      ...all.slice(12),
    ]);
  });

  test('by going on as if they were not there', () => {
    const jumped = exact
      .filter((_, n) => n < 4 || n >= 12)
      .map((s) => (s.onsetSeconds > 6 ? { ...s, onsetSeconds: s.onsetSeconds - 8 } : s));
    expect(matchedTargets(jumped)).toEqual([...all.slice(0, 4), ...all.slice(12)]);
  });

  test('a measure is left out as a whole, though the next begins with the same note', () => {
    const targets = [60, 62, 64, 65, 67, 64, 62, 60, 67, 69, 71, 72].map((midi, beat) => target(beat, midi));
    const left = targets.filter((_, n) => n < 4 || n >= 8).map(({ midi }, n) => sound(n + 1, midi!));
    expect(pairs(targets, left)).toBe('0-0 1-1 2-2 3-3 8-4 9-5 10-6 11-7');
  });

  test('who stops early and says some words has not jumped to the end', () => {
    const words = [50, 53, 49, 55].map((midi, n) => sound(10 + 0.3 * n, midi + 0.4));
    expect(matchedTargets([...exact.slice(0, 7), ...words])).toEqual(all.slice(0, 7));
  });

  test('who plays some notes wrong at the end has not stopped', () => {
    const wrong = exact.map((s, n) => (n >= 10 ? sound(s.onsetSeconds, s.midi! + (n % 2 ? 2 : -1)) : s));
    expect(matchedTargets(wrong)).toEqual(all);
  });
});

describe('what lies outside the line', () => {
  const starts = scale.slice(0, 3).map(({ onsetBeats }) => sound(onsetBeats, 0));
  const strokes = (playedWeight: number, sounds: readonly Candidate[]) =>
    sounds.map(({ onsetSeconds }) => sound(onsetSeconds, undefined, { playedWeight }));
  const written = scale.map((note) => ({ ...note, midi: undefined }));
  const line = strokes(
    1,
    played.map((s) => ({ ...s, onsetSeconds: s.onsetSeconds + 5 })),
  );

  test.each([
    ['strokes as loud as the line are a false start', 1, true],
    ['softer ones are talk', 0.2, false],
  ])('%s', (_, weight, isFalseStart) => {
    const { matches } = align(written, [...strokes(weight, starts), ...line], options);
    expect(matches.some((match) => match.restart)).toBe(isFalseStart);
    expect(matches).toHaveLength(isFalseStart ? 11 : 8);
  });

  test('a clear tone after a missing one is the next note of an unfinished take', () => {
    const clear = [...played.slice(0, 4), played[5]!].map((s) => ({ ...s, playedWeight: 1.6 }));
    expect(pairs(scale, clear)).toBe('0-0 1-1 2-2 3-3 5-4');
  });
});

test('nothing written or nothing played matches nothing', () => {
  expect(align([], played, options).matches).toEqual([]);
  expect(align(scale, [], options).matches).toEqual([]);
});

test('is as cheap as the best of all explanations without restart (exhaustive search)', () => {
  const random = createRandom(17);
  for (let round = 0; round < 25; round++) {
    const targets = Array.from({ length: 4 }, (_, n) => target(n, 60 + random.integer(0, 4)));
    const sounds = Array.from({ length: 4 }, (_, n) =>
      sound(n + random.uniform(0, 0.5), 60 + random.integer(0, 4)),
    );
    const found = align(targets, sounds, options);
    if (found.matches.some((match) => match.restart)) continue;
    expect(found.cost).toBeLessThanOrEqual(cheapest(targets, sounds) + 1e-9);
  }
});

/** Tries every increasing pairing; its costs come from aligning just the chosen pairs, so only the choice is tested. */
function cheapest(targets: readonly Target[], sounds: readonly Candidate[]): number {
  let best = Number.POSITIVE_INFINITY;
  for (let targetMask = 1; targetMask < 1 << targets.length; targetMask++) {
    for (let soundMask = 1; soundMask < 1 << sounds.length; soundMask++) {
      const ts = targets.filter((_, n) => targetMask & (1 << n));
      const ss = sounds.filter((_, n) => soundMask & (1 << n));
      if (ts.length !== ss.length) continue;
      const chosen = align(ts, ss, options);
      if (chosen.matches.length !== ts.length || chosen.matches.some((m) => m.restart)) continue;
      const before = soundMask.toString(2).split('').reverse().indexOf('1');
      const after = sounds.length - soundMask.toString(2).length;
      const inside = sounds.length - ss.length - before - after;
      best = Math.min(
        best,
        chosen.cost + (targets.length - ts.length) * 1.5 + (before + after) * 0.5 + inside * 1.2,
      );
    }
  }
  return best;
}

// Law: leaving out what cannot be cheaper changes nothing, down to the last digit of the cost and the choice between equal ways.
test.each(Array.from({ length: 60 }, (_, seed) => [seed + 1]))(
  'as the plain form of the recursion, seed %i',
  (seed) => {
    const random = createRandom(seed);
    const isPitched = random.uniform(0, 1) < 0.7;
    const midi = () => (isPitched ? 60 + random.integer(0, 12) : undefined);
    let beats = 0;
    const targets = Array.from({ length: 1 + random.integer(0, 40) }, (): Target => {
      const onsetBeats = beats;
      beats += random.pick([0.5, 1, 1, 2]);
      return { onsetBeats, midi: midi(), startsMeasure: onsetBeats % 4 === 0 };
    });
    // Whole beats and equal strengths make equal costs, between which the first found is taken.
    const wavering = random.pick([0, 0.3]);
    let seconds = 0;
    const sounds = Array.from({ length: 1 + random.integer(0, 60) }, (): Candidate => {
      seconds += random.pick([0.25, 0.5, 1, 1, 2]) * (1 + random.uniform(-wavering, wavering));
      return sound(seconds, midi(), {
        startStrength: random.pick([1, 1, 1, 0.2, 0.6]),
        playedWeight: random.pick([1, 1.6, 0.2]),
      });
    });
    const how = { secondsPerBeat: random.uniform(0.5, 1.2), tuningSemitones: 0 };
    expect(align(targets, sounds, how)).toEqual(plainAlign(targets, sounds, how));
  },
);
