import { exactFollowing } from '../../../tests/support/followings';
import { lineOf } from '../../../tests/support/lines';
import { judge, type Overrule, USUAL_POLICY, withOverrules } from '.';

const line = lineOf(['C4q D4q E4q F4q', 'G4h A4q Rq', 'Rw']);
const { measures, notes } = judge(line, exactFollowing(line, { m1n2: { pitch: 1 } }), 60, USUAL_POLICY);
const note = (noteId: string) => notes.find((one) => one.noteId === noteId)!;
const seen = (...overrules: readonly Overrule[]) =>
  withOverrules(measures, overrules).map((m) => [
    m.notesRight,
    m.notesNeedWork,
    m.rhythmRight,
    m.rhythmNeedsWork,
  ]);
const AS_JUDGED = [
  [3, true, 4, false],
  [2, false, 2, false],
  [0, false, 0, false],
];

test.each<[string, readonly Overrule[], unknown]>([
  ['nothing said', [], AS_JUDGED],
  [
    'notes that were right after all',
    [{ measureIndex: 0, quality: 'notes', isRight: true }],
    [[4, false, 4, false], ...AS_JUDGED.slice(1)],
  ],
  [
    'notes that were not right: as many as were counted, but one at least',
    [
      { measureIndex: 0, quality: 'notes', isRight: false },
      { measureIndex: 1, quality: 'notes', isRight: false },
    ],
    [[3, true, 4, false], [1, true, 2, false], AS_JUDGED[2]],
  ],
  [
    'both halves of a measure',
    [
      { measureIndex: 0, quality: 'notes', isRight: true },
      { measureIndex: 0, quality: 'rhythm', isRight: false },
    ],
    [[4, false, 3, true], ...AS_JUDGED.slice(1)],
  ],
  [
    'a measure without notes',
    [{ measureIndex: 2, quality: 'rhythm', isRight: false }],
    [...AS_JUDGED.slice(0, 2), [0, false, 0, true]],
  ],
  [
    'the one wrong note of a measure was right after all',
    [{ measureIndex: 0, quality: 'notes', isRight: true, note: note('m1n2') }],
    [[4, false, 4, false], ...AS_JUDGED.slice(1)],
  ],
  [
    'a right note was wrong, another as judged already',
    [
      { measureIndex: 1, quality: 'notes', isRight: false, note: note('m2n1') },
      { measureIndex: 1, quality: 'notes', isRight: true, note: note('m2n2') },
    ],
    [AS_JUDGED[0], [1, true, 2, false], AS_JUDGED[2]],
  ],
  [
    'the rhythm of a note, and of the whole measure above it',
    [
      { measureIndex: 0, quality: 'rhythm', isRight: false, note: note('m1n1') },
      { measureIndex: 1, quality: 'rhythm', isRight: false, note: note('m2n1') },
      { measureIndex: 1, quality: 'rhythm', isRight: true },
    ],
    [[3, true, 3, true], AS_JUDGED[1], AS_JUDGED[2]],
  ],
  ['a measure that is not there', [{ measureIndex: 9, quality: 'rhythm', isRight: false }], AS_JUDGED],
])('%s', (_, overrules, expected) => {
  expect(seen(...overrules)).toEqual(expected);
});

test('the verdict itself stays as it was', () => {
  const before = structuredClone(measures);
  withOverrules(measures, [{ measureIndex: 0, quality: 'notes', isRight: true }]);
  expect(measures).toEqual(before);
});

test('a stop still disturbs a measure whose notes are all in time after all', () => {
  const [late] = judge(line, exactFollowing(line), 60, USUAL_POLICY).measures;
  const disturbed = { ...late!, rhythmRight: 3, rhythmNeedsWork: true, isDisturbed: true };
  const early = { ...note('m1n1'), onset: 'early' as const };
  expect(
    withOverrules([disturbed], [{ measureIndex: 0, quality: 'rhythm', isRight: true, note: early }]),
  ).toMatchObject([{ rhythmRight: 4, rhythmNeedsWork: true }]);
});
