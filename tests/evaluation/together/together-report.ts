import { createRandom, quantile } from '@/core/base';
import { NEVER_LEARNED_TOGETHER } from '../../fit/never-learned';
import { f1, percent, shown, sum, table } from '../report';
import type { Tally } from '../score-take';
import type { TogetherResult } from './evaluate-together';

const RESAMPLES = 1000;

/** Source: the percentile bootstrap over takes, B. Efron, R. Tibshirani, "An Introduction to the Bootstrap" (1993), chapter 13. */
function interval(
  results: readonly TogetherResult[],
  figureOf: (results: readonly TogetherResult[]) => number | undefined,
) {
  const random = createRandom(1);
  const figures = Array.from({ length: RESAMPLES }, () =>
    figureOf(results.map(() => random.pick(results))),
  ).filter((figure) => figure !== undefined);
  return figures.length === 0
    ? '–'
    : [0.025, 0.975].map((bound) => quantile(figures, bound).toFixed(3)).join('–');
}

const added = (tallies: readonly Tally[]): Tally =>
  [0, 1, 2].map((at) => sum(tallies.map((tally) => tally[at]!))) as unknown as Tally;
const headsF1 = (results: readonly TogetherResult[]) => f1(added(results.map(({ score }) => score.heads)));
const measuresF1 = (results: readonly TogetherResult[]) =>
  f1(added(results.map(({ score }) => score.measures)));
const cleanOf = (results: readonly TogetherResult[]) =>
  results.filter(({ score }) => score.isCleanFlagged !== undefined);
const flagged = (results: readonly TogetherResult[]) =>
  cleanOf(results).filter(({ score }) => score.isCleanFlagged).length;
const namedOf = (results: readonly TogetherResult[]) =>
  results.filter(({ score }) => score.isVoiceNamed !== undefined);
const named = (results: readonly TogetherResult[]) =>
  namedOf(results).filter(({ score }) => score.isVoiceNamed).length;

/** How good the ear is on lines of several voices, as Markdown. */
export function togetherReport(results: readonly TogetherResult[]): string {
  const hands = results.filter(({ of }) => of === 'hands');
  const kit = results.filter(({ of }) => of === 'kit');
  return `# How good the ear is on lines of several voices

Printed by \`npm run evaluate -- --together --write\`: two hands on harp, piano and guitar, and a drum kit, ${results.length} takes in seeds
${Math.min(...results.map(({ seed }) => seed))} to ${Math.max(...results.map(({ seed }) => seed))}, every other one without a mistake. Nothing was learned from ${[
    ...NEVER_LEARNED_TOGETHER.hands,
    ...NEVER_LEARNED_TOGETHER.kit.map((maker) => `the kit ${maker}`),
    ...NEVER_LEARNED_TOGETHER.surroundings,
  ].join(
    ', ',
  )}. A head counts as not right where it was left out, was another sound, or lies off its time; behind the figures stand hits /
false alarms / misses.

${section('Two hands', hands)}
${transcribers(hands)}
${section('Drum kit', kit)}`;
}

function section(title: string, results: readonly TogetherResult[]): string {
  const seconds = sum(results.map(({ seconds }) => seconds));
  const milliseconds = sum(results.map(({ milliseconds }) => milliseconds));
  const clean = cleanOf(results);
  const voices = namedOf(results);
  const written = sum(results.map(({ score }) => score.written));
  return `## ${title}

${table(
  ['what', 'figure', '95 % of other takes', 'bar'],
  [
    [
      'head not right, F1',
      `${shown(headsF1(results))} (${added(results.map(({ score }) => score.heads)).join(' / ')})`,
      interval(results, headsF1),
      '≥ 0.92',
    ],
    [
      'measure flags, F1',
      `${shown(measuresF1(results))} (${added(results.map(({ score }) => score.measures)).join(' / ')})`,
      interval(results, measuresF1),
      '≥ 0.93',
    ],
    ['voice not played, drums exchanged: named', `${named(results)} of ${voices.length}`, '', '98 %'],
    [
      'takes without a mistake with any flag',
      `${flagged(results)} of ${clean.length} (${percent(flagged(results), clean.length)})`,
      interval(clean, (some) => (some.length === 0 ? undefined : flagged(some) / some.length)),
      '≤ 6 %',
    ],
    ['heads left unclear', percent(sum(results.map(({ score }) => score.unclear)), written), '', '≤ 5 %'],
    [
      'takes not judged',
      `${results.filter(({ score }) => !score.isJudged).length} of ${results.length}`,
      '',
      '',
    ],
    ['speed', `${(seconds / (milliseconds / 1000)).toFixed(0)} × real time, two at once`, '', '≥ 40 ×'],
  ],
)}

${by('voice', voiceRows(results))}
${by(
  'mistake',
  groups(results, ({ mistake }) => mistake),
)}
${by(
  'maker',
  groups(results, ({ maker }) => maker),
)}
${by(
  'player',
  groups(results, ({ player }) => player),
)}
${by(
  'surroundings',
  groups(results, ({ around }) => around),
)}
${by(
  'recording',
  groups(results, ({ condition }) => condition),
)}`;
}

const by = (what: string, rows: readonly (readonly string[])[]) =>
  `${table([what, 'takes', 'head not right', 'measure flags', 'clean takes flagged'], rows)}\n`;

function groups(results: readonly TogetherResult[], keyOf: (result: TogetherResult) => string) {
  return [...new Set(results.map(keyOf))].sort().map((key) => {
    const mine = results.filter((result) => keyOf(result) === key);
    return [
      key,
      `${mine.length}`,
      withTally(added(mine.map(({ score }) => score.heads))),
      withTally(added(mine.map(({ score }) => score.measures))),
      cleanOf(mine).length === 0 ? '–' : `${flagged(mine)} of ${cleanOf(mine).length}`,
    ];
  });
}

function voiceRows(results: readonly TogetherResult[]) {
  const names = [...new Set(results.flatMap(({ score }) => Object.keys(score.byVoice)))].sort();
  return names.map((name) => {
    const mine = results.flatMap(({ score }) => (score.byVoice[name] ? [score.byVoice[name]] : []));
    return [name, `${mine.length}`, withTally(added(mine)), '–', '–'];
  });
}

const withTally = (tally: Tally) => (sum(tally) === 0 ? '–' : `${shown(f1(tally))} (${tally.join(' / ')})`);

function transcribers(results: readonly TogetherResult[]): string {
  const names = [...new Set(results.flatMap(({ transcribed }) => Object.keys(transcribed)))];
  const rows = names.map((name) => {
    const some = results.filter(({ transcribed }) => transcribed[name]);
    const all = some.map(({ transcribed }) => transcribed[name]!);
    const [matched, reported, written] = [
      sum(all.map((one) => one.matched)),
      sum(all.map((one) => one.reported)),
      sum(all.map((one) => one.written)),
    ];
    const took = sum(all.map((one) => one.milliseconds)) / 1000;
    return [
      name,
      `${some.length}`,
      (matched / Math.max(1, reported)).toFixed(3),
      (matched / Math.max(1, written)).toFixed(3),
      ((2 * matched) / Math.max(1, reported + written)).toFixed(3),
      `${(sum(some.map(({ seconds }) => seconds)) / took).toFixed(0)} ×`,
    ];
  });
  return `Notes as transcribers without the score hear them (onsets within 50 ms, pitches within half a semitone); of Mevlo's facts what
speaks for a pitch with 0.9 and more.

${table(['transcriber', 'takes', 'precision', 'recall', 'F1', 'real time'], rows)}
`;
}
