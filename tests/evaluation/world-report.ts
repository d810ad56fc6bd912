import { createRandom, quantile } from '@/core/base';
import type { TakeResult } from './evaluate';
import {
  byGroup,
  byKind,
  COUNTING,
  f1,
  NAMES,
  percent,
  shown,
  sum,
  table,
  tallyOf,
  transcription,
} from './report';
import { SCORED } from './score-take';

const RESAMPLES = 1000;
const CONFIDENCE_BOUNDS = [0.025, 0.975] as const;

/**
 * Between which values a figure lies, would other takes of the same kind have been made, 19 times of 20.
 * Source: the percentile bootstrap over takes, B. Efron, R. Tibshirani, "An Introduction to the Bootstrap" (1993), chapter 13.
 */
function interval(
  results: readonly TakeResult[],
  figureOf: (results: readonly TakeResult[]) => number | undefined,
  format: (figure: number) => string = shown,
): string {
  const random = createRandom(1);
  const figures = Array.from({ length: RESAMPLES }, () =>
    figureOf(results.map(() => random.pick(results))),
  ).filter((figure) => figure !== undefined);
  return figures.length === 0
    ? '–'
    : CONFIDENCE_BOUNDS.map((bound) => format(quantile(figures, bound))).join('–');
}

const shareOf = (part: number, whole: number) => (whole === 0 ? undefined : part / whole);
const cleanOf = (results: readonly TakeResult[]) =>
  results.flatMap(({ score }) => (score.clean ? [score.clean] : []));
const flaggedShare = (results: readonly TakeResult[]) =>
  shareOf(cleanOf(results).filter(({ isFlagged }) => isFlagged).length, cleanOf(results).length);
const blamedShare = (results: readonly TakeResult[], key: 'blamedPitch' | 'blamedRhythm') =>
  shareOf(sum(cleanOf(results).map((take) => take[key])), sum(cleanOf(results).map(({ notes }) => notes)));

/** The bars for rooms and sounds as they are, with how far each figure may be trusted. */
function summaryInRooms(results: readonly TakeResult[]): string {
  const alone = results.filter(({ around }) => around === 'nothing');
  const amid = results.filter(({ around }) => around !== 'nothing');
  const most = (
    what: string,
    some: readonly TakeResult[],
    bar: number,
    figureOf: (results: readonly TakeResult[]) => number | undefined,
  ) => {
    const value = figureOf(some);
    const isMet = value === undefined || value <= bar;
    return [
      what,
      value === undefined ? '–' : percent(value, 1),
      interval(some, figureOf, (share) => percent(share, 1)),
      `≤ ${percent(bar, 1)}`,
      isMet ? 'met' : 'missed',
      '',
    ];
  };
  const rows = SCORED.map((name) => {
    const [label, , bar] = NAMES[name];
    const figureOf = (some: readonly TakeResult[]) => f1(tallyOf(some, name));
    const value = figureOf(results);
    const isMet = value === undefined || value >= bar;
    return [
      label,
      shown(value),
      interval(results, figureOf),
      `≥ ${bar}`,
      isMet ? 'met' : 'missed',
      tallyOf(results, name).join(' / '),
    ];
  });
  return table(
    ['what', 'measured', '19 of 20 times', 'bar', '', 'hits / false alarms / misses'],
    [
      ...rows,
      most('clean notes blamed for pitch', results, 0.002, (some) => blamedShare(some, 'blamedPitch')),
      most('clean notes blamed for rhythm', results, 0.002, (some) => blamedShare(some, 'blamedRhythm')),
      most(
        `clean takes with a false flag, nothing else sounding (${cleanOf(alone).length})`,
        alone,
        0.03,
        flaggedShare,
      ),
      most(`clean takes with a false flag, elsewhere (${cleanOf(amid).length})`, amid, 0.06, flaggedShare),
      most('notes left unclear', results, 0.02, (some) =>
        shareOf(
          sum(some.map(({ score }) => score.unclearNotes)),
          sum(some.map(({ score }) => score.pitchedNotes)),
        ),
      ),
      most('takes not judged', results, 0.01, (some) =>
        shareOf(some.filter(({ score }) => !score.isJudged).length, some.length),
      ),
    ],
  );
}

const CONFIDENCES = [0, 0.7, 0.8, 0.9, 0.97, 1.001] as const;

/** Of what was held against a player with so much confidence, how much was so. */
function reliability(results: readonly TakeResult[]): string {
  const blames = results.flatMap(({ score }) => score.blames);
  return table(
    ['confidence', 'notes called wrong, early or late', 'of them it was so'],
    CONFIDENCES.slice(0, -1).map((from, index) => {
      const to = CONFIDENCES[index + 1]!;
      const mine = blames.filter(({ confidence }) => confidence >= from && confidence < to);
      return [
        `${from.toFixed(2)} to ${Math.min(1, to).toFixed(2)}`,
        String(mine.length),
        percent(mine.filter(({ isSo }) => isSo).length, mine.length),
      ];
    }),
  );
}

/** What single takes of the world showed; to be written anew when the ear changes. */
const REASONS_IN_WORLD = `## What is missed, and why
Seeds 81001–81297, which nobody had looked at before. Where a bar is missed, few takes do it; one of them holds a quarter of all starts called
off and 7 of the 16 notes too many.
- Strokes and spoken lines through a telephone whose gain pumps, while somebody talks: the pumping makes words as loud as strokes, and two voices
  are of one kind (81214, 81080, 81269). Without the first of them: onset off 0.79, extra notes 0.76, stops 0.96, flags of rhythm 0.81.
- Low bowed strings of a physical model, quiet or scooped: their slow starts are felt up to 0.16 s from where they are found.
- Plucked strings in a hall or through a telephone: the first note of the line while somebody counts; octaves that ring on.
- Flams of spoken syllables: the grace syllable is taken for the syllable.
- What the model of starts never learned from (65 takes): notes 0.93, onset off 0.67, extra notes 1.00, stops 0.89, flags of notes 0.91, of rhythm
  0.76; 4 of 43 clean takes with a false flag.
- Confidence is not calibrated: of what is called wrong, early or late with 0.97 and more, 87 % are so; without the two worst takes 91 %.`;

/** The report on takes out of the world, as Markdown. @param about what they are, and which of it was never learned from. */
export function worldReport(results: readonly TakeResult[], about: string): string {
  const seeds = `${results[0]!.seed}–${results.at(-1)!.seed}`;
  return [
    '# How good the ear is among other sounds',
    '',
    `${results.length} takes, seeds ${seeds}, ${Math.round(sum(results.map((r) => r.seconds)) / 60)} minutes of sound. ${about}`,
    '',
    '## The bars',
    summaryInRooms(results),
    '',
    COUNTING,
    '',
    REASONS_IN_WORLD,
    '',
    '## How far its confidence can be trusted',
    reliability(results),
    '',
    '## By mistake',
    byKind(results),
    '',
    ...(
      [
        ['what makes the sound', ({ font }) => font],
        ['what else sounds', ({ around }) => around],
        ['how the player plays', ({ habit }) => habit],
        ['how it is recorded', ({ condition }) => condition],
        ['instrument', ({ player }) => player],
      ] satisfies [string, (result: TakeResult) => string][]
    ).flatMap(([label, keyOf]) => [`## By ${label}`, byGroup(results, label, keyOf), '']),
    '## As a note transcriber, beside others',
    'F1 of notes, onset within 50 ms and pitch within 50 cents, ends not counted.',
    '',
    transcription(results, undefined, ({ font }) => font),
    '',
  ].join('\n');
}
