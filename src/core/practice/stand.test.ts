import { bookLine, lineOf } from '../../../tests/support/lines';
import { check } from '../checking';
import { writtenNotes } from '../notation';
import { type Flaw, perform, QUIET_ROOM, render, STEADY_STYLE } from '../simulation';
import { GOOD_ENOUGH, lineOfLoop, maybeNextPractice, measuredRating, qualitiesAsked } from '.';

function played(number: number, bpm: number, flaws: readonly Flaw[], playedBpm = bpm) {
  const line = bookLine(number);
  const performance = perform(line, { ...STEADY_STYLE, seed: 5, bpm: playedBpm }, flaws);
  return check(line, render(performance, 'flute', { ...QUIET_ROOM, sampleRate: 16000, seed: 5 }), bpm)
    .verdict;
}
const WRONG: Flaw = { kind: 'wrong', noteId: 'm2n2', semitones: -2 };
const LATE: Flaw = { kind: 'late', noteId: 'm6n3', beats: 0.42 };
const STOP: Flaw = { kind: 'pause-before', noteId: 'm4n1', seconds: 2.5 };

describe('the measured rating', () => {
  const rate = (verdict: ReturnType<typeof played>) =>
    Object.fromEntries(measuredRating(verdict).map(({ quality, rating }) => [quality, rating]));

  test('a clean take is ten in all that is measured', () => {
    expect(rate(played(6, 80, []))).toEqual({
      rhythm: 10,
      notes: 10,
      tempo: 10,
      fluency: 10,
      character: undefined,
    });
  });

  test('a wrong note costs in notes, a late one in rhythm, a stop in fluency, each with its measure', () => {
    const found = measuredRating(played(6, 80, [WRONG, LATE, STOP]));
    expect(found.map(({ quality, measures }) => [quality, measures])).toEqual([
      ['rhythm', [6]],
      ['notes', [2]],
      ['tempo', []],
      // Before the first note of measure 4 it stood still at the end of measure 3.
      ['fluency', [3]],
      ['character', []],
    ]);
    for (const { rating } of found.filter(({ measures }) => measures.length > 0))
      expect(rating).toBeLessThan(10);
  });

  test('half the tempo is far from good enough', () => {
    expect(rate(played(6, 80, [], 48)).tempo).toBeLessThan(GOOD_ENOUGH);
  });
});

// Five questions (common practice); what a step leaves out is not asked.
test.each([
  ['notes-and-rhythm', true, ['rhythm', 'notes', 'tempo', 'fluency', 'character']],
  ['notes-and-rhythm', false, ['rhythm', 'notes', 'tempo', 'fluency']],
  ['rhythm', true, ['rhythm', 'tempo', 'fluency', 'character']],
] as const)('of %s, with expression %p, is asked %p', (checkedBy, hasExpression, asked) => {
  expect(qualitiesAsked(checkedBy, hasExpression)).toEqual(asked);
});

describe('what to practise next', () => {
  test.each<[string, Flaw[], object | undefined]>([
    ['nothing after a clean take', [], undefined],
    [
      'a wrong note is named and fingered, two marks slower',
      [WRONG],
      { fromIndex: 2, toIndex: 3, withNoteBefore: true, bpm: 72, step: 'name-and-finger', what: 'notes' },
    ],
    [
      'a late note is clapped',
      [LATE],
      { fromIndex: 6, toIndex: 7, withNoteBefore: true, bpm: 72, step: 'clap', what: 'rhythm' },
    ],
  ])('%s', (_, flaws, expected) => {
    const next = maybeNextPractice(played(6, 80, flaws), 80);
    if (expected) expect(next).toMatchObject(expected);
    else expect(next).toBeUndefined();
  });
});

describe('the music of a loop', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4h. A4q', 'B4q C5q D5h', 'C5w']);
  const sounding = (fromIndex: number, toIndex: number, withNoteBefore: boolean) =>
    writtenNotes(lineOfLoop(line, { fromIndex, toIndex, withNoteBefore }).line).map(
      ({ printedId }) => printedId,
    );
  const ids = line.part.measures.map(({ events }) => events.map(({ id }) => id));

  test('its measures, and the last note before them', () => {
    expect(sounding(2, 3, false)).toEqual(ids[2]);
    expect(sounding(2, 3, true)).toEqual([ids[1]!.at(-1), ...ids[2]!]);
    expect(sounding(0, 2, true)).toEqual([...ids[0]!, ...ids[1]!]);
    expect(lineOfLoop(line, { fromIndex: 0, toIndex: 4, withNoteBefore: false }).line).toBe(line);
  });

  test('knows where it stands in the line', () => {
    expect(lineOfLoop(line, { fromIndex: 2, toIndex: 3, withNoteBefore: true }).firstIndex).toBe(1);
    expect(lineOfLoop(line, { fromIndex: 2, toIndex: 3, withNoteBefore: false }).firstIndex).toBe(2);
  });

  test('a clapped one has no pitch', () => {
    const { line: clapped } = lineOfLoop(line, { fromIndex: 1, toIndex: 3, withNoteBefore: true }, 'clap');
    expect(writtenNotes(clapped).every(({ sound }) => sound.kind === 'unpitched')).toBe(true);
  });

  test.each([
    [2, 2],
    [-1, 2],
    [0, 5],
  ])('refuses measures %i to %i', (fromIndex, toIndex) => {
    expect(() => lineOfLoop(line, { fromIndex, toIndex, withNoteBefore: false })).toThrow(
      'measures must be within',
    );
  });
});
