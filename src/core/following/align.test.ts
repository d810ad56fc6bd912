import { createRandom } from '../base';
import { align, type Candidate, type Target } from './align';

const target = (onsetBeats: number, midi: number): Target => ({
  onsetBeats,
  midi,
  startsMeasure: onsetBeats % 4 === 0,
});
const sound = (onsetSeconds: number, midi: number): Candidate => ({
  onsetSeconds,
  endSeconds: onsetSeconds + 0.4,
  midi,
  startStrength: 1,
  evidence: { levelDb: -20, dipDb: 20, startStrength: 1, clarity: 1, oddPartialsDb: 0, octaveBelowDb: -50 },
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
    played.map((s, n) => (n === 3 ? { ...s, midi: 63 } : s)),
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
