import { candidate } from '../../../tests/support/candidates';
import type { Alignment, Candidate } from './alignment';
import { withoutTalkBefore } from './talk-before';

const strokes = (...seconds: readonly number[]): Candidate[] =>
  seconds.map((onsetSeconds) => candidate(onsetSeconds, undefined));
/** One sound a target; where the targets begin anew, the player went back. */
const alignment = (...read: readonly (readonly [target: number, sound: number])[]): Alignment => ({
  matches: read.map(([target, sound], index) => ({
    target,
    sound,
    restart: index > 0 && target <= read[index - 1]![0],
  })),
  cost: 0,
});
const kept = (read: Alignment, sounds: readonly Candidate[]) =>
  withoutTalkBefore(read, sounds).matches.map(
    ({ target, sound, restart }) => `${target}:${sound}${restart ? ' again' : ''}`,
  );

test('words of which some fit the line are no first try', () => {
  const sounds = strokes(0, 0.2, 0.45, 0.7, 0.9, 4, 4.5, 5);
  const read = alignment([0, 2], [1, 4], [0, 5], [1, 6], [2, 7]);
  expect(kept(read, sounds)).toEqual(['0:5', '1:6', '2:7']);
});

test.each<[string, readonly Candidate[], Alignment, readonly string[]]>([
  [
    'a try that was given up is one',
    strokes(0, 0.5, 1, 4, 4.5, 5),
    alignment([0, 0], [1, 1], [2, 2], [0, 3], [1, 4], [2, 5]),
    ['0:0', '1:1', '2:2', '0:3 again', '1:4', '2:5'],
  ],
  [
    'so is one long after somebody spoke',
    strokes(0, 0.2, 0.4, 3, 3.5, 4, 7, 7.5, 8),
    alignment([0, 3], [1, 4], [2, 5], [0, 6], [1, 7], [2, 8]),
    ['0:3', '1:4', '2:5', '0:6 again', '1:7', '2:8'],
  ],
  [
    'and nothing is left out where nobody began anew',
    strokes(0, 0.2, 0.4, 0.6, 0.8, 1),
    alignment([0, 0], [1, 5]),
    ['0:0', '1:5'],
  ],
])('%s', (_, sounds, read, expected) => {
  expect(kept(read, sounds)).toEqual(expected);
});
