import type { MeasureVerdict } from '../judging';
import { measuresOfClass } from './shared-stumbles';

/** @param weak n: notes, r: rhythm. */
const measure = (number: number, weak = '', isPlayed = true): MeasureVerdict => ({
  number,
  printedIndex: number - 1,
  pass: 1,
  notesRight: 1,
  rhythmRight: 1,
  written: 1,
  notesNeedWork: weak.includes('n'),
  rhythmNeedsWork: weak.includes('r'),
  isDisturbed: false,
  unclear: 0,
  confidence: 1,
  startSeconds: isPlayed ? number : undefined,
});

test.each<[string, MeasureVerdict[][][], [number, number, number, number][]]>([
  ['nobody has played', [], []],
  [
    'each student counts once, by the newest take',
    [[[measure(1)], [measure(1, 'nr')]], [[measure(1, 'r')]]],
    [[1, 2, 0, 1]],
  ],
  [
    'a part of the line counts for its own measures',
    [[[measure(2, 'n')], [measure(1), measure(2)]]],
    [
      [1, 1, 0, 0],
      [2, 1, 1, 0],
    ],
  ],
  ['what was not played does not count', [[[measure(1, 'n', false), measure(2)]]], [[2, 1, 0, 0]]],
  ['a measure played twice is weak when one time was', [[[measure(1), measure(1, 'n')]]], [[1, 1, 1, 0]]],
  [
    'in printed order',
    [[[measure(3), measure(0), measure(1)]]],
    [
      [0, 1, 0, 0],
      [1, 1, 0, 0],
      [3, 1, 0, 0],
    ],
  ],
])('%s', (_, takes, expected) => {
  expect(
    measuresOfClass(takes).map(({ number, played, notesNeedWork, rhythmNeedsWork }) => [
      number,
      played,
      notesNeedWork,
      rhythmNeedsWork,
    ]),
  ).toEqual(expected);
});
