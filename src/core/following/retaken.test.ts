import { candidate } from '../../../tests/support/candidates';
import type { Alignment, Candidate, Target } from './alignment';
import { withRetakenNotes } from './retaken';

const SECONDS_PER_BEAT = 1;
/** A note a beat. */
const targets: readonly Target[] = [60, 62, 64, 65].map((midi, index) => ({
  onsetBeats: index,
  midi,
  startsMeasure: index === 0,
}));
const sound = (onsetSeconds: number, midi: number | undefined, seconds = 0.4) =>
  candidate(onsetSeconds, midi, { seconds });
/** Every target is matched with one of the sounds. */
const matched = (...of: readonly number[]): Alignment => ({
  matches: of.map((index, target) => ({ target, sound: index, restart: false })),
  cost: 0,
});
const retaken = (sounds: readonly Candidate[], alignment: Alignment) =>
  withRetakenNotes(alignment, sounds, targets, SECONDS_PER_BEAT).matches.map(
    ({ target, sound: of, restart }) => `${target}:${of}${restart ? ' again' : ''}`,
  );

test('a note that is played in time, left, and played again after a stop is a restart', () => {
  const sounds = [sound(0, 60), sound(1, 62), sound(2, 64), sound(2.7, 64), sound(3.7, 65)];
  expect(retaken(sounds, matched(0, 1, 3, 4))).toEqual(['0:0', '1:1', '2:2', '2:3 again', '3:4']);
});

test.each<[string, readonly Candidate[], Alignment]>([
  [
    'a note too many before one that is in time',
    [sound(0, 60), sound(1, 62), sound(1.5, 64), sound(2, 64), sound(3, 65)],
    matched(0, 1, 3, 4),
  ],
  [
    'another pitch before a late note',
    [sound(0, 60), sound(1, 62), sound(2, 67), sound(2.7, 64), sound(3.7, 65)],
    matched(0, 1, 3, 4),
  ],
  [
    'a late note after which the pulse goes on as before',
    [sound(0, 60), sound(1, 62), sound(2, 64), sound(2.6, 64), sound(3, 65)],
    matched(0, 1, 3, 4),
  ],
  [
    'a scrape where the note was due',
    [sound(0, 60), sound(1, 62), sound(2, 64, 0.03), sound(2.7, 64), sound(3.7, 65)],
    matched(0, 1, 3, 4),
  ],
  [
    'strokes',
    [
      sound(0, undefined),
      sound(1, undefined),
      sound(2, undefined),
      sound(2.7, undefined),
      sound(3.7, undefined),
    ],
    matched(0, 1, 3, 4),
  ],
  ['a plain play-through', targets.map(({ midi }, beat) => sound(beat, midi)), matched(0, 1, 2, 3)],
])('%s is none', (_, sounds, alignment) => {
  expect(withRetakenNotes(alignment, sounds, targets, SECONDS_PER_BEAT)).toEqual(alignment);
});
