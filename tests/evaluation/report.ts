import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { quantile } from '@/core/base';
import type { TakeResult } from './evaluate';
import { SCORED, type Scored, type Tally } from './score-take';

export const NAMES: Readonly<Record<Scored, readonly [name: string, bar: number, barInRooms: number]>> = {
  pitch: ['notes not right', 0.97, 0.97],
  onset: ['onset off', 0.95, 0.9],
  short: ['cut short', 0.9, 0.85],
  long: ['held too long', 0.9, 0.85],
  extras: ['extra notes', 0.9, 0.8],
  stops: ['stops and restarts', 0.97, 0.92],
  measureNotes: ['measure flags, notes', 0.97, 0.97],
  measureRhythm: ['measure flags, rhythm', 0.95, 0.92],
};

export const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
export const f1 = ([hits, falseAlarms, misses]: Tally): number | undefined =>
  hits + falseAlarms + misses === 0 ? undefined : (2 * hits) / (2 * hits + falseAlarms + misses);
export const shown = (value: number | undefined) => (value === undefined ? '–' : value.toFixed(3));
export const percent = (part: number, whole: number) =>
  whole === 0 ? '–' : `${((100 * part) / whole).toFixed(2)} %`;

export function tallyOf(results: readonly TakeResult[], name: Scored): Tally {
  return [0, 1, 2].map((index) => sum(results.map(({ score }) => score.tallies[name][index]!))) as Tally;
}

export const table = (head: readonly string[], rows: readonly (readonly string[])[]) =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');

function grouped<Value>(values: readonly Value[], keyOf: (value: Value) => string): Map<string, Value[]> {
  const found = new Map<string, Value[]>();
  for (const value of values) found.set(keyOf(value), [...(found.get(keyOf(value)) ?? []), value]);
  return found;
}

function groups(results: readonly TakeResult[], keyOf: (result: TakeResult) => string) {
  return [...grouped(results, keyOf)].toSorted(([a], [b]) => a.localeCompare(b));
}

function summary(results: readonly TakeResult[]): string {
  const clean = results.flatMap(({ score }) => (score.clean ? [score.clean] : []));
  const notes = sum(clean.map((take) => take.notes));
  const errors = results.flatMap(({ score }) => score.onsetErrorsMs);
  const defined = (values: readonly (number | undefined)[]) => values.filter((value) => value !== undefined);
  const tempo = defined(results.map(({ score }) => score.tempoErrorPercent));
  const tuning = defined(results.map(({ score }) => score.tuningErrorCents));
  const rows = SCORED.map((name) => {
    const tally = tallyOf(results, name);
    const [label, bar] = NAMES[name];
    const value = f1(tally);
    return [
      label,
      shown(value),
      `≥ ${bar}`,
      value !== undefined && value < bar ? 'missed' : 'met',
      `${tally[0]} / ${tally[1]} / ${tally[2]}`,
    ];
  });
  const single = (label: string, value: string, bar: string, met: boolean) => [
    label,
    value,
    bar,
    met ? 'met' : 'missed',
    '',
  ];
  const pitched = sum(results.map(({ score }) => score.pitchedNotes));
  const unclear = sum(results.map(({ score }) => score.unclearNotes));
  const unjudged = results.filter(({ score }) => !score.isJudged).length;
  const blamed = (key: 'blamedPitch' | 'blamedRhythm') => sum(clean.map((take) => take[key]));
  const flagged = clean.filter((take) => take.isFlagged).length;
  return table(
    ['what', 'measured', 'bar', '', 'hits / false alarms / misses'],
    [
      ...rows,
      single(
        'clean notes blamed for pitch',
        percent(blamed('blamedPitch'), notes),
        '≤ 0.3 %',
        blamed('blamedPitch') <= 0.003 * notes,
      ),
      single(
        'clean notes blamed for rhythm',
        percent(blamed('blamedRhythm'), notes),
        '≤ 0.5 %',
        blamed('blamedRhythm') <= 0.005 * notes,
      ),
      single(
        'clean takes with any false flag',
        `${flagged} of ${clean.length}`,
        '≤ 5 %',
        flagged <= 0.05 * clean.length,
      ),
      ['notes left unclear', `${unclear} of ${pitched} (${percent(unclear, pitched)})`, '', '', ''],
      ['takes not judged', `${unjudged} of ${results.length}`, '', '', ''],
      single(
        'onset error, median',
        `${quantile(errors, 0.5).toFixed(1)} ms`,
        '≤ 6 ms',
        quantile(errors, 0.5) <= 6,
      ),
      single(
        'onset error, 95th percentile',
        `${quantile(errors, 0.95).toFixed(1)} ms`,
        '≤ 25 ms',
        quantile(errors, 0.95) <= 25,
      ),
      single(
        'tempo error, median (95th percentile)',
        `${quantile(tempo, 0.5).toFixed(2)} % (${quantile(tempo, 0.95).toFixed(2)} %)`,
        '≤ 0.5 %',
        quantile(tempo, 0.5) <= 0.5,
      ),
      single(
        'tuning error, median (95th percentile)',
        `${quantile(tuning, 0.5).toFixed(1)} cents (${quantile(tuning, 0.95).toFixed(1)})`,
        '≤ 2 cents',
        quantile(tuning, 0.5) <= 2,
      ),
    ],
  );
}

export function byGroup(
  results: readonly TakeResult[],
  label: string,
  keyOf: (result: TakeResult) => string,
): string {
  const rows = groups(results, keyOf).map(([key, mine]) => {
    const clean = mine.flatMap(({ score }) => (score.clean ? [score.clean] : []));
    return [
      key,
      String(mine.length),
      ...SCORED.map((name) => shown(f1(tallyOf(mine, name)))),
      `${clean.filter((take) => take.isFlagged).length}/${clean.length}`,
      `${quantile(
        mine.flatMap(({ score }) => score.onsetErrorsMs),
        0.95,
      ).toFixed(0)}`,
    ];
  });
  return table(
    [label, 'takes', ...SCORED.map((name) => NAMES[name][0]), 'clean takes flagged', 'onset 95 %, ms'],
    rows,
  );
}

export function byKind(results: readonly TakeResult[]): string {
  const found = results.flatMap(({ score }) => score.found);
  return table(
    ['mistake', 'made', 'its measure flagged'],
    [...grouped(found, ({ kind }) => kind)].map(([kind, mine]) => [
      kind,
      String(mine.length),
      percent(mine.filter((one) => one.isFound).length, mine.length),
    ]),
  );
}

/** The transcriber that is too slow to look at every take. */
export const NEURAL = 'basic-pitch';

function neuralTranscription(results: readonly TakeResult[]): string[] {
  const some = results.filter((result) => result.transcriptions[NEURAL]);
  if (some.length === 0) return [];
  const about = `On ${some.length} of these takes (seeds ${some[0]!.seed}–${some.at(-1)!.seed}) a neural transcriber listened as well, on WebAssembly:`;
  return [about, '', transcription(some, Object.keys(some[0]!.transcriptions)), ''];
}

export function transcription(
  results: readonly TakeResult[],
  wanted?: readonly string[],
  keyOf = ({ player }: TakeResult) => player,
): string {
  const names =
    wanted ??
    Object.keys(results.find((r) => r.transcriptions.mevlo)?.transcriptions ?? {}).filter(
      (name) => name !== NEURAL,
    );
  const pitched = results.filter((result) => result.transcriptions.mevlo);
  const f = (mine: readonly TakeResult[], name: string) => {
    const all = mine.map((result) => result.transcriptions[name]!);
    return (
      (2 * sum(all.map((t) => t.matched))) /
      (sum(all.map((t) => t.reported)) + sum(all.map((t) => t.written)))
    );
  };
  const speed = (name: string) =>
    sum(pitched.map((r) => r.seconds)) /
    (sum(pitched.map((r) => r.transcriptions[name]!.milliseconds)) / 1000);
  return table(
    ['', ...names],
    [
      ...groups(pitched, keyOf).map(([key, mine]) => [key, ...names.map((name) => f(mine, name).toFixed(3))]),
      ['**all**', ...names.map((name) => f(pitched, name).toFixed(3))],
      ['× real time', ...names.map((name) => speed(name).toFixed(0))],
    ],
  );
}

/** The same matching by mir_eval itself. */
function outsideReference(results: readonly TakeResult[]): string {
  const pitched = results.filter((result) => result.reference.length > 0);
  const printed = execFileSync('/usr/bin/python3', [join(import.meta.dirname, 'mir_eval_reference.py')], {
    input: JSON.stringify(pitched.map(({ reference, heard }) => ({ reference, heard }))),
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  const theirs = JSON.parse(printed) as number[];
  const differing = pitched.filter((result, index) => result.transcriptions.mevlo!.matched !== theirs[index]);
  return `mir_eval counts the same number of matched notes in ${pitched.length - differing.length} of ${pitched.length} pitched takes.`;
}

export const COUNTING = `## How it is counted
- A note that is left unclear blames nobody and finds nothing: if it was played wrong, that is a miss.
- Onsets of lines with pitches: early or late. A note that was not heard at all counts among the notes; in lines without
  pitches, among the onsets. In the flags of measures it counts for both.
- A take that was not judged as a whole (nothing heard, another line, unclear) blames nobody and finds nothing.`;

/** A group with so many mistakes in one respect names the first of them. */
const MOST_NAMED = 4;

/** Every instrument and condition that misses a bar, with what was counted and the takes that did it. */
function missedBars(results: readonly TakeResult[]): string {
  const rows = (keyOf: (result: TakeResult) => string) =>
    groups(results, keyOf).flatMap(([key, mine]) =>
      SCORED.flatMap((name) => {
        const tally = tallyOf(mine, name);
        const value = f1(tally);
        const [what, bar] = NAMES[name];
        if (value === undefined || value >= bar) return [];
        return [[key, what, shown(value), `≥ ${bar}`, tally.join(' / '), mistakesOf(mine, name)]];
      }),
    );
  return table(
    [
      'where',
      'what',
      'measured',
      'bar',
      'hits / false alarms / misses',
      'seed: note or second, what it was / what was said',
    ],
    [...rows((result) => result.player), ...rows((result) => result.condition)],
  );
}

function mistakesOf(results: readonly TakeResult[], name: Scored): string {
  const all = results.flatMap(({ seed, player, score }) =>
    score.differences
      .filter((difference) => difference.startsWith(`${name}:`))
      .map((difference) => `${seed} (${player}): ${difference.slice(name.length + 2)}`),
  );
  const more = all.length > MOST_NAMED ? [`and ${all.length - MOST_NAMED} more`] : [];
  return [...all.slice(0, MOST_NAMED), ...more].join('; ');
}

/** What single takes showed when they were looked at; to be written anew when the ear changes. */
const REASONS = `## Where it misses, and why
What single takes showed:
- A repeated note that was held over instead of struck again (\`held-over\`): found where the tone keeps its level and the balance of its
  partials there. Where it trembles it is left unclear and counts as a miss: FluidSynth's tails hide a struck repeat as often.
- Flute, piccolo, horn: the wobble of some samples is as deep as a soft tongue, and covers repeats.
- Violin, viola, cello, double bass: slow starts under the tail of the note before; low strings of one font sound their octave.
- Tenor saxophone: one font speaks an octave low for the first fifth of a second of some notes.
- Clarinet: one font fades while it is held, and is taken for a plucked string, whose lengths are not judged.
- Harp, guitar, ukulele, piano: strings that ring into each other are heard by what is new in the spectrum; fast repeats on one string,
  whose partials hardly rise, are left unclear or passed over.
- Practice chanter: nothing but a grace note marks a repeat, and that may be lost beside a note of its own pitch.
- Voice: its swells look like starts, and starts like swells.
- Spoken syllables and snare: what falls into the ringing of another.
- A restart on the very note that was just played, or on one of the same pitch, looks like a pause.
- A short slurred note between two that lie a fourth below and a fourth above it can be passed over.
- A skipped measure whose first note is that of the next measure: nothing tells which of the two was played.
- An octave too high in which the lower one still rings is left unclear.
- As a transcriber: repeats whose sign is too weak to be believed without the score are not in the transcript; bowed strings most.

Instruments and conditions that miss a bar. Of the few mistakes of one instrument a single one is enough for that, so the counts and the
takes stand beside.`;

/** The whole report as Markdown. */
export function report(results: readonly TakeResult[]): string {
  return [
    '# How good the ear is',
    '',
    `${results.length} takes of ${new Set(results.map((r) => r.tune)).size} tunes, seeds ${results[0]!.seed}–${results.at(-1)!.seed}, ${Math.round(sum(results.map((r) => r.seconds)) / 60)} minutes of sound; made by \`tests/evaluation\`, which shares no code with the playing room. Printed by \`npm run evaluate -- --write\`.`,
    '',
    '## The bars',
    summary(results),
    '',
    COUNTING,
    '',
    REASONS,
    '',
    missedBars(results),
    '',
    '## By mistake',
    byKind(results),
    '',
    '## By instrument',
    byGroup(results, 'instrument', (result) => result.player),
    '',
    '## By condition',
    byGroup(results, 'condition', (result) => result.condition),
    '',
    ...(results.some(({ around }) => around !== 'nothing')
      ? ['## By what else sounds', byGroup(results, 'surroundings', ({ around }) => around), '']
      : []),
    ...(results.some(({ habit }) => habit !== 'plain')
      ? ['## By how the player plays', byGroup(results, 'habit', ({ habit }) => habit), '']
      : []),
    '## By what makes the sound',
    byGroup(results, 'maker', (result) => result.font),
    '',
    '## As a note transcriber, beside others',
    'F1 of notes, onset within 50 ms and pitch within 50 cents, ends not counted.',
    '',
    transcription(results),
    '',
    ...neuralTranscription(results),
    outsideReference(results),
    '',
  ].join('\n');
}
