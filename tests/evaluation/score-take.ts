import { needsWork, type Verdict } from '@/core/judging';
import { faultsOf, isPitchOff } from '@/core/judging/faults';
import { faultTruths, type PairedTake, pairUp } from './fault-truth';
import type { Truth } from './take-truth';

/** Hits, false alarms, misses. */
export type Tally = [hits: number, falseAlarms: number, misses: number];
export const SCORED = [
  'pitch',
  'onset',
  'short',
  'long',
  'extras',
  'stops',
  'measureNotes',
  'measureRhythm',
] as const;
export type Scored = (typeof SCORED)[number];

export interface Score {
  readonly tallies: Record<Scored, Tally>;
  readonly onsetErrorsMs: number[];
  readonly tempoErrorPercent: number | undefined;
  readonly tuningErrorCents: number | undefined;
  /** Of a take without any mistake: notes in all, and those blamed for pitch and for rhythm. */
  readonly clean:
    | {
        readonly notes: number;
        readonly blamedPitch: number;
        readonly blamedRhythm: number;
        readonly isFlagged: boolean;
      }
    | undefined;
  /** Everything that was held against the player, how sure the ear was of it, 0–1, and whether it is so. */
  readonly blames: readonly { readonly confidence: number; readonly isSo: boolean }[];
  /** Whether the take as a whole was judged. */
  readonly isJudged: boolean;
  /** Pitched notes, and those of them that were left unclear. */
  readonly pitchedNotes: number;
  readonly unclearNotes: number;
  /** Per mistake: whether its measure (or a neighbour, for stops) was flagged. */
  readonly found: readonly { readonly kind: string; readonly isFound: boolean }[];
  readonly differences: readonly string[];
}

/**
 * Compares a verdict with the truth. A take that was not judged blames nobody, and finds nothing.
 * @param leadSeconds how much later the file begins to count than the truth.
 */
export function scoreTake(truth: Truth, said: Verdict, leadSeconds: number): Score {
  const verdict = said.state === 'judged' ? said : withoutBlame(said);
  const tallies = Object.fromEntries(SCORED.map((name) => [name, [0, 0, 0]])) as unknown as Record<
    Scored,
    Tally
  >;
  const differences: string[] = [];
  const add = (name: Scored, isSo: boolean, isSaid: boolean, what: () => string) => {
    if (isSo && isSaid) tallies[name][0]++;
    else if (isSaid) tallies[name][1]++;
    else if (isSo) tallies[name][2]++;
    if (isSo !== isSaid) differences.push(`${name}: ${what()}${isSaid ? ' said, not so' : ' not said'}`);
  };
  const onsetErrorsMs: number[] = [];
  const isClean = truth.errors.length === 0;
  let [blamedPitch, blamedRhythm] = [0, 0];
  truth.notes.forEach((note, index) => {
    const said = verdict.notes[index]!;
    const saysOff = isPitchOff(said);
    // With pitches, a note that was not heard at all counts among the notes; without, there is only rhythm.
    const saysOnsetOff = note.care.pitch
      ? said.onset === 'early' || said.onset === 'late'
      : said.onset !== 'on';
    if (note.care.pitch)
      add('pitch', note.pitch !== 'right', saysOff, () => `${note.id} ${note.pitch}/${said.pitch}`);
    if (note.care.onset)
      add(
        'onset',
        note.onsetOff !== 'on',
        saysOnsetOff,
        () => `${note.id} ${note.onsetOff}/${said.onset} ${Math.round(said.deviationSeconds * 1000)} ms`,
      );
    if (note.care.length)
      add(
        'short',
        note.length === 'short',
        said.length === 'short',
        () => `${note.id} ${note.length}/${said.length}`,
      );
    if (note.care.length)
      add(
        'long',
        note.length === 'long',
        said.length === 'long',
        () => `${note.id} ${note.length}/${said.length}`,
      );
    if (note.played && said.played)
      onsetErrorsMs.push(1000 * Math.abs(said.played.onsetSeconds - leadSeconds - note.played.onset));
    if (isClean) {
      if (saysOff) blamedPitch++;
      if (saysOnsetOff) blamedRhythm++;
    }
  });
  const paired = pairUp(verdict, truth, leadSeconds);
  verdict.extras.forEach(({ sound }, index) => {
    const isSo = paired.extras.areSo[index];
    if (isSo !== undefined)
      add('extras', isSo, true, () => `extra at ${(sound.onsetSeconds - leadSeconds).toFixed(2)}`);
  });
  for (const { onset } of paired.extras.missed)
    add('extras', true, false, () => `extra at ${onset.toFixed(2)}`);
  verdict.interruptions.forEach(({ kind, atSeconds }, index) => {
    const isSo = paired.stops.areSo[index] === true;
    add('stops', isSo, true, () => `${kind} at ${(atSeconds - leadSeconds).toFixed(2)}`);
  });
  for (const { kind, at } of paired.stops.missed)
    add('stops', true, false, () => `${kind} at ${at.toFixed(2)}`);
  scoreMeasures(truth, verdict, add);
  return {
    tallies,
    blames: blamesOf(truth, verdict, paired),
    onsetErrorsMs,
    tempoErrorPercent:
      verdict.tempo.playedBpm === undefined
        ? undefined
        : (100 * Math.abs(verdict.tempo.playedBpm - truth.playedBpm)) / truth.playedBpm,
    tuningErrorCents:
      verdict.tuningCents === undefined ? undefined : Math.abs(verdict.tuningCents - truth.tuningCents),
    clean: isClean
      ? {
          notes: truth.notes.length,
          blamedPitch,
          blamedRhythm,
          isFlagged: verdict.measures.some(needsWork),
        }
      : undefined,
    isJudged: said.state === 'judged',
    pitchedNotes: verdict.notes.filter((note) => note.writtenMidi !== undefined).length,
    unclearNotes: verdict.notes.filter((note) => note.writtenMidi !== undefined && note.pitch === 'unclear')
      .length,
    found: truth.errors
      .filter(({ kind }) => !UNFLAGGED.includes(kind))
      .map(({ kind, measureIndex }) => ({ kind, isFound: isFound(kind, measureIndex, verdict) })),
    differences,
  };
}

function blamesOf(truth: Truth, verdict: Verdict, paired: PairedTake): Score['blames'] {
  const faults = faultsOf(verdict.notes, verdict).filter(({ of }) => of !== 'length');
  const areSo = faultTruths(faults, verdict.notes, truth, paired);
  return faults.flatMap(({ of, index }, at) => {
    const found = of === 'extra' ? verdict.extras : of === 'stop' ? verdict.interruptions : verdict.notes;
    const isSo = areSo[at];
    return isSo === undefined ? [] : [{ isSo, confidence: found[index]!.confidence! }];
  });
}

function withoutBlame(verdict: Verdict): Verdict {
  return {
    ...verdict,
    notes: verdict.notes.map((note) => ({ ...note, pitch: 'unclear', onset: 'on', length: 'unclear' })),
    measures: verdict.measures.map((measure) => ({
      ...measure,
      notesNeedWork: false,
      rhythmNeedsWork: false,
    })),
    extras: [],
    interruptions: [],
  };
}

/** Told by the tempo, or no mistake of the player's. */
const UNFLAGGED = ['half-tempo', 'rushing', 'dragging', 'squeak', 'octave-down'];
const SPREADING = ['pause', 'restart', 'repeated-measure', 'false-start', 'early', 'added'];

function isFound(kind: string, measureIndex: number, verdict: Verdict): boolean {
  const flagged = (index: number) =>
    verdict.measures[index]?.notesNeedWork || verdict.measures[index]?.rhythmNeedsWork;
  if (kind === 'unfinished') return flagged(verdict.measures.length - 1) === true;
  const reach = SPREADING.includes(kind)
    ? [measureIndex - 1, measureIndex, measureIndex + 1]
    : [measureIndex];
  return reach.some(flagged);
}

/** A missing or added note may show as either flag; a measure with nothing but a stop is not scored. */
function scoreMeasures(
  truth: Truth,
  verdict: Verdict,
  add: (name: Scored, isSo: boolean, isSaid: boolean, what: () => string) => void,
): void {
  const isPitched = truth.notes.some((note) => note.care.pitch);
  verdict.measures.forEach((measure, index) => {
    const mine = truth.notes.filter((note) => note.measureIndex === index);
    const span = mine.flatMap(({ played }) => (played ? [played.onset - 0.1, played.end + 0.1] : []));
    const hasExtra =
      truth.extras.some((extra) => extra.onset >= Math.min(...span) && extra.onset <= Math.max(...span)) ||
      truth.errors.some(
        (error) => ['added', 'tie-retongued'].includes(error.kind) && error.measureIndex === index,
      );
    const isMissing = mine.some((note) => note.pitch === 'missing');
    const isStopped =
      truth.stops.some((stop) => Math.abs(stop.measureIndex - index) <= 1) ||
      truth.errors.some(
        (error) =>
          ['pause', 'restart', 'repeated-measure', 'false-start', 'skipped-measure', 'skipped-line'].includes(
            error.kind,
          ) && Math.abs(error.measureIndex - index) <= 1,
      );
    const name = () => `measure ${measure.number}`;
    if (isMissing || hasExtra) {
      if (isPitched) add('measureNotes', true, needsWork(measure), name);
      return;
    }
    if (isPitched)
      add(
        'measureNotes',
        mine.some((note) => note.pitch !== 'right'),
        measure.notesNeedWork,
        name,
      );
    const uncertain = isStopped || mine.some((note) => note.length !== 'full' && !note.care.length);
    if (!uncertain)
      add(
        'measureRhythm',
        mine.some((note) => note.onsetOff !== 'on' || note.length !== 'full'),
        measure.rhythmNeedsWork,
        name,
      );
  });
}
