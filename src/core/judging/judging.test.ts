import { exactFollowing, type Played } from '../../../tests/support/followings';
import { heardTone } from '../../../tests/support/heard';
import { lineOf } from '../../../tests/support/lines';
import type { Following } from '../following';
import { writtenNotes } from '../notation';
import { judge, nextStep, USUAL_POLICY } from '.';

const line = lineOf(['C4q D4q E4q F4q', "G4h A4q' Rq", 'C5w']);
const PLAIN = { vocabulary: 'us', after: { kind: 'nothing' } } as const;
const verdictOf = (faults: Readonly<Record<string, Played>>, more: Partial<Following> = {}) =>
  judge(line, exactFollowing(line, faults, more), 60, USUAL_POLICY);

test.each<[Played, string, string, string]>([
  [{}, 'right', 'on', 'full'],
  [{ pitch: 0.4 }, 'right', 'on', 'full'],
  [{ pitch: -0.6 }, 'wrong', 'on', 'full'],
  [{ pitch: 1 }, 'wrong', 'on', 'full'],
  [{ pitch: 12 }, 'octave', 'on', 'full'],
  [{ pitch: -11.8 }, 'octave', 'on', 'full'],
  [{ pitch: 6 }, 'wrong', 'on', 'full'],
  [{ late: 0.1 }, 'right', 'on', 'full'],
  [{ late: 0.16 }, 'right', 'late', 'unclear'],
  [{ late: -0.16 }, 'right', 'early', 'full'],
  [{ late: 0.5, startsPulse: true }, 'right', 'on', 'full'],
  [{ share: 0.65 }, 'right', 'on', 'full'],
  [{ share: 0.5 }, 'right', 'on', 'short'],
  [{ missing: true }, 'missing', 'missing', 'unclear'],
  // Spoke late, but something sounded from when it was due.
  [{ late: 0.2, unpitchedBefore: 0.18 }, 'right', 'on', 'full'],
  [{ late: 0.3, unpitchedBefore: 0.1 }, 'right', 'late', 'unclear'],
  // Let go early, but something went on about as loud: a word may cover it.
  [{ share: 0.5, unpitchedAfter: 0.3 }, 'right', 'on', 'unclear'],
  [{ share: 0.3, unpitchedAfter: 0.1 }, 'right', 'on', 'short'],
  [{ heldThrough: -2 }, 'wrong', 'on', 'unclear'],
  [{ heldThrough: -12, oddPartialsDb: 3 }, 'octave', 'on', 'unclear'],
])('%j is %s, %s, %s', (fault, pitch, onset, length) => {
  const note = verdictOf({ m2n1: fault }).notes.find((candidate) => candidate.noteId === 'm2n1')!;
  expect([note.pitch, note.onset, note.length]).toEqual([pitch, onset, length]);
});

test.each<[Played, string]>([
  [{ late: 0.12 }, 'late'],
  [{ late: 0.12, doubt: 0.005 }, 'late'],
  // Twice the standard error outside a window of 0.1 s.
  [{ late: 0.12, doubt: 0.015 }, 'on'],
  [{ late: -0.12, doubt: 0.015 }, 'on'],
  // However unevenly somebody plays, no window is wider than the widest.
  [{ late: 0.16, doubt: 0.2 }, 'late'],
])('in an uneven pulse, %j is %s', (fault, onset) => {
  const narrow = { ...USUAL_POLICY, onsetBeats: 0.1 };
  const { notes } = judge(line, exactFollowing(line, { m2n1: fault }), 60, narrow);
  expect(notes.find(({ noteId }) => noteId === 'm2n1')!.onset).toBe(onset);
});

test('a staccato note may be short, and a note that a neighbour cut off is not blamed', () => {
  expect(verdictOf({ m2n2: { share: 0.3 } }).notes[5]!.length).toBe('unclear');
  expect(verdictOf({ m1n3: { share: 0.4 }, m1n4: { late: -0.4 } }).notes[2]!.length).toBe('unclear');
});

test('freedom under rit. and fermata costs no rhythm', () => {
  const rit = '<direction><direction-type><words>rit.</words></direction-type></direction>';
  const free = lineOf(['C4q D4q E4q F4q', `${rit} G4h C5h^`]);
  const verdict = judge(
    free,
    exactFollowing(free, { m2n1: { late: 0.5 }, m2n2: { late: 0.9, share: 0.2 } }),
    60,
    USUAL_POLICY,
  );
  expect(verdict.measures[1]).toMatchObject({ rhythmRight: 2, rhythmNeedsWork: false });
});

test('an unpitched line is judged for rhythm alone', () => {
  const claps = lineOf(['xq xq xh', 'xw']);
  const verdict = judge(claps, exactFollowing(claps, { m1n2: { late: 0.3 } }), 60, USUAL_POLICY);
  expect(verdict.notes.map((note) => note.pitch)).toEqual([
    'not-asked',
    'not-asked',
    'not-asked',
    'not-asked',
  ]);
  expect(verdict.measures.map((m) => [m.notesNeedWork, m.rhythmNeedsWork])).toEqual([
    [false, true],
    [false, false],
  ]);
});

describe('measures', () => {
  const flags = (faults: Readonly<Record<string, Played>>, more: Partial<Following> = {}) =>
    verdictOf(faults, more).measures.map(
      (m) => `${m.notesRight}${m.rhythmRight}${m.notesNeedWork ? 'N' : ''}${m.rhythmNeedsWork ? 'R' : ''}`,
    );
  const sound = heardTone(3, 70, 0.2);

  test.each<[string, Readonly<Record<string, Played>>, Partial<Following>, string[]]>([
    ['clean', {}, {}, ['44', '22', '11']],
    ['a wrong note', { m1n2: { pitch: 1 } }, {}, ['34N', '22', '11']],
    ['a late note', { m2n1: { late: 0.3 } }, {}, ['44', '21R', '11']],
    ['a short note', { m3n1: { share: 0.3 } }, {}, ['44', '22', '10R']],
    ['a missing note', { m1n4: { missing: true } }, {}, ['33NR', '22', '11']],
    ['an extra note', {}, { extras: [{ sound, measureIndex: 1, afterNoteId: 'm2n1' }] }, ['44', '22R', '11']],
    [
      'a stop',
      {},
      {
        interruptions: [
          { kind: 'pause', measureIndex: 0, atSeconds: 2, seconds: 1, backToMeasureIndex: undefined },
        ],
      },
      ['44R', '22', '11'],
    ],
  ])('%s', (_, faults, more, expected) => {
    expect(flags(faults, more)).toEqual(expected);
  });
});

describe('what to do next', () => {
  test.each<[string, Readonly<Record<string, Played>>, Partial<Following>, string]>([
    ['clean', {}, {}, 'Every measure was right.'],
    ['clean but slow', {}, { playedBpm: 50 }, 'Every measure was right. Now play it at the full 60.'],
    ['one measure', { m1n2: { pitch: 1 } }, {}, 'Practise the notes of measure 1 slowly, three times.'],
    ['rhythm', { m2n1: { late: 0.3 } }, {}, 'Practise the rhythm of measure 2 slowly, three times.'],
    [
      'nothing heard',
      Object.fromEntries(writtenNotes(line).map((n) => [n.id, { missing: true }])),
      {},
      'Mevlo could not hear this line',
    ],
    [
      'most of it',
      { m1n1: { pitch: 1 }, m2n1: { pitch: 1 } },
      {},
      'Practise the notes of measure 1 slowly, three times, then measure 2.',
    ],
  ])('%s', (_, faults, more, expected) => {
    expect(nextStep(verdictOf(faults, more), PLAIN)).toContain(expected);
  });

  test('names the other measures, and the pickup by its name', () => {
    const long = lineOf(['G4q', 'C4w', 'D4w', 'E4w', 'F4w', 'G4w', 'A4w', 'B4h.']);
    const verdict = judge(
      long,
      exactFollowing(long, { m0n1: { pitch: 2 }, m2n1: { pitch: 1 }, m4n1: { late: 0.4 } }),
      60,
      USUAL_POLICY,
    );
    expect(nextStep(verdict, PLAIN)).toBe(
      'Practise the notes of the pickup slowly, three times, then measures 2 and 4.',
    );
  });
});

test('facts are not changed by judging, and equal facts give equal verdicts', () => {
  const following = exactFollowing(line, { m1n2: { pitch: 1 } });
  const copy = structuredClone(following);
  const first = judge(line, following, 60, USUAL_POLICY);
  expect(following).toEqual(copy);
  expect(judge(line, following, 60, USUAL_POLICY)).toEqual(first);
});
