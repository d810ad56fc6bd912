import type { Following } from '@/core/following';
import type { NoteVerdict } from '@/core/judging';
import type { Fault } from '@/core/judging/faults';
import type { Truth, TruthNote } from './take-truth';

const NEAR_EXTRA_SECONDS = 0.1;
const NEAR_STOP_SECONDS = 0.7;

/** What a fault speaks of. */
interface Found {
  readonly notes: readonly NoteVerdict[];
  readonly extras: Following['extras'];
  readonly interruptions: readonly Pick<Following['interruptions'][number], 'kind' | 'atSeconds'>[];
}

/**
 * Whether each fault is so; undefined where more than one answer can be defended.
 * @param leadSeconds how much later the file begins to count than the truth.
 */
export function faultTruths(
  faults: readonly Fault[],
  { notes, extras, interruptions }: Found,
  truth: Truth,
  leadSeconds: number,
): readonly (boolean | undefined)[] {
  const trueExtras = extrasThatAre(extras, truth, leadSeconds);
  const trueStops = stopsThatAre(interruptions, truth, leadSeconds);
  return faults.map(({ of, index }) => {
    const note = truth.notes[index]!;
    switch (of) {
      case 'pitch':
        return isNotThere(notes[index]!, note) ?? (note.care.pitch ? note.pitch !== 'right' : undefined);
      case 'onset':
        return note.care.onset ? note.onsetOff !== 'on' : undefined;
      case 'length':
        return note.care.length ? note.length !== 'full' : undefined;
      case 'extra':
        return trueExtras[index];
      case 'stop':
        return trueStops[index];
      default:
        return of satisfies never;
    }
  });
}

/** A stroke has no pitch: when none was found, none was made, or not in its place. */
const isNotThere = ({ writtenMidi }: NoteVerdict, { played, onsetOff }: TruthNote) =>
  writtenMidi === undefined ? played === undefined || onsetOff !== 'on' : undefined;

/** Which of the notes too many were played; undefined for those of an abandoned first try. */
export function extrasThatAre(
  extras: Found['extras'],
  { extras: played, ignoreExtras }: Truth,
  leadSeconds: number,
): readonly (boolean | undefined)[] {
  const left = played.map(({ onset }) => onset);
  return extras.map(({ sound }) => {
    const onset = sound.onsetSeconds - leadSeconds;
    if (ignoreExtras.some(([from, to]) => onset >= from && onset <= to)) return undefined;
    const near = left.findIndex((other) => Math.abs(other - onset) <= NEAR_EXTRA_SECONDS);
    if (near >= 0) left.splice(near, 1);
    return near >= 0;
  });
}

/** Which of the stops were made. */
export function stopsThatAre(
  stops: Found['interruptions'],
  { stops: made }: Truth,
  leadSeconds: number,
): readonly boolean[] {
  const left = [...made];
  return stops.map(({ kind, atSeconds }) => {
    const at = atSeconds - leadSeconds;
    const near = left.findIndex(
      (stop) =>
        stop.kind === kind && at >= stop.at - NEAR_STOP_SECONDS && at <= stop.until + NEAR_STOP_SECONDS,
    );
    if (near >= 0) left.splice(near, 1);
    return near >= 0;
  });
}
