import { bookLine } from '../../../tests/support/lines';
import type { MeasureVerdict } from '../judging';
import { lineOfChunk, type Passage, passageToAsk, sayPassage, stageOfPassage } from '.';

// A pickup and seven measures.
const { part } = bookLine(5);
const RIGHT: MeasureVerdict = {
  number: 1,
  printedIndex: 1,
  pass: 1,
  notesRight: 4,
  rhythmRight: 4,
  written: 4,
  notesNeedWork: false,
  rhythmNeedsWork: false,
  isDisturbed: false,
  unclear: 0,
  confidence: 1,
  startSeconds: 0,
};
/** One letter a measure: right, notes, rhythm. @param order printed places as they were played. */
const measures = (flags: string, order: readonly number[]): readonly MeasureVerdict[] =>
  [...flags].map((flag, index) => ({
    ...RIGHT,
    number: index + 1,
    printedIndex: order[index]!,
    notesNeedWork: flag === 'n',
    rhythmNeedsWork: flag === 'r',
  }));

test.each<[string, string, readonly number[], number, readonly number[], Passage | undefined]>([
  ['nothing where all is right', '...', [0, 1, 2], 72, [60, 66, 72], undefined],
  [
    'the measure that needs work, a rung slower',
    '.n.',
    [0, 1, 2],
    72,
    [60, 66, 72],
    { fromMeasure: 6, toMeasure: 6, bpm: 66 },
  ],
  [
    'the first run of them, notes and rhythm alike',
    '.nr.n',
    [0, 1, 2, 3, 4],
    66,
    [60, 66, 72],
    { fromMeasure: 6, toMeasure: 7, bpm: 60 },
  ],
  ['not slower than the slowest rung', 'n', [3], 60, [60, 66, 72], { fromMeasure: 8, toMeasure: 8, bpm: 60 }],
  [
    'all that a run across a repeat covers',
    '..nn..',
    [0, 1, 2, 0, 1, 2],
    66,
    [60, 66],
    { fromMeasure: 5, toMeasure: 7, bpm: 60 },
  ],
])('asked for is %s', (_, flags, order, askedBpm, rungs, expected) => {
  expect(passageToAsk(measures(flags, order), [5, 6, 7, 8, 9], askedBpm, rungs)).toEqual(expected);
});

test('a passage is a stage of its measures at its tempo, once for every take that it answers', () => {
  const passage = { fromMeasure: 2, toMeasure: 3, bpm: 54 };
  const stage = stageOfPassage(part, passage, 'take-a')!;
  expect(stage).toMatchObject({ step: 'expression', ladder: [54], isAsked: true });
  expect(lineOfChunk(bookLine(5), stage.chunk).part.measures.map(({ number }) => number)).toEqual([2, 3]);
  expect(stageOfPassage(part, passage, 'take-a')).toEqual(stage);
  expect(stageOfPassage(part, passage, 'take-b')!.id).not.toBe(stage.id);
});

test('measures that the line lost meanwhile are no stage', () => {
  expect(stageOfPassage(part, { fromMeasure: 2, toMeasure: 99, bpm: 60 }, 'take')).toBeUndefined();
  expect(stageOfPassage(part, { fromMeasure: 99, toMeasure: 99, bpm: 60 }, 'take')).toBeUndefined();
  expect(stageOfPassage(part, { fromMeasure: 3, toMeasure: 2, bpm: 60 }, 'take')).toBeUndefined();
});

test.each<[Passage, 'us' | 'uk', string]>([
  [{ fromMeasure: 3, toMeasure: 4, bpm: 60 }, 'us', 'measures 3 to 4 at 60'],
  [{ fromMeasure: 3, toMeasure: 4, bpm: 60 }, 'uk', 'bars 3 to 4 at 60'],
  [{ fromMeasure: 2, toMeasure: 2, bpm: 72 }, 'us', 'measure 2 at 72'],
  [{ fromMeasure: 0, toMeasure: 2, bpm: 72 }, 'us', 'the pickup to measure 2 at 72'],
  [{ fromMeasure: 0, toMeasure: 0, bpm: 72 }, 'us', 'the pickup at 72'],
])('%o is said in words', (passage, vocabulary, said) => {
  expect(sayPassage(passage, vocabulary)).toBe(said);
});
