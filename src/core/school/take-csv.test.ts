import Papa from 'papaparse';
import { type TakeRecord, takesCsv } from './take-csv';

const measure = {
  number: 1,
  printedIndex: 0,
  pass: 1,
  notesRight: 3,
  rhythmRight: 4,
  written: 4,
  notesNeedWork: true,
  rhythmNeedsWork: false,
  isDisturbed: false,
  unclear: 0,
  confidence: 1,
  startSeconds: 0,
};
const take: TakeRecord = {
  handedInAt: '2026-11-20T16:00:00.000Z',
  lineNumber: 5,
  lineTitle: 'Over the Puddle',
  stage: undefined,
  askedBpm: 66,
  playedBpm: 64.25,
  verdict: 'judged',
  measures: [measure, { ...measure, number: 2, notesRight: 4, notesNeedWork: false }],
  selfRating: { rhythm: 4 },
  answer: 'again',
  comment: '=HYPERLINK("x")\nSlower, "please"',
  recording: 'recordings/a.wav',
};

test('what was counted adds up, and comes back through a reader of the same format', () => {
  const { data } = Papa.parse<Record<string, string>>(takesCsv([take]), { header: true });
  expect(data).toHaveLength(1);
  expect(data[0]).toMatchObject({
    line: '5',
    'played bpm': '64.3',
    'notes right': '7',
    'rhythm right': '8',
    'notes written': '8',
    'measures with notes to work on': '1',
    'measures with rhythm to work on': '',
    'own rating: rhythm': '4',
  });
});

test('no cell is a formula for a spreadsheet', () => {
  const { data } = Papa.parse<Record<string, string>>(takesCsv([take]), { header: true });
  expect(data[0]!.comment).toBe('\'=HYPERLINK("x")\nSlower, "please"');
});
