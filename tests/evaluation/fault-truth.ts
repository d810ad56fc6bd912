import type { Following } from '@/core/following';
import type { NoteVerdict } from '@/core/judging';
import type { Fault } from '@/core/judging/faults';
import type { Truth, TruthNote } from './take-truth';

const NEAR_EXTRA_SECONDS = 0.1;
const NEAR_STOP_SECONDS = 0.7;

/** What was said of a take beside its notes. */
interface Found {
  readonly extras: Following['extras'];
  readonly interruptions: readonly Pick<Following['interruptions'][number], 'kind' | 'atSeconds'>[];
}

/** What was said in pairs with what was made: whether each thing said is so (undefined where both answers can be defended), and what was missed. */
export interface Paired<Made> {
  readonly areSo: readonly (boolean | undefined)[];
  readonly missed: readonly Made[];
}

/** The notes too many and the stops of a take, in pairs with those that were made. */
export interface PairedTake {
  readonly extras: Paired<Truth['extras'][number]>;
  readonly stops: Paired<Truth['stops'][number]>;
}

/** @param leadSeconds how much later the file begins to count than the truth. */
export function pairUp({ extras, interruptions }: Found, truth: Truth, leadSeconds: number): PairedTake {
  const onsetOf = ({ sound }: Found['extras'][number]) => sound.onsetSeconds - leadSeconds;
  return {
    extras: pairs(
      extras,
      truth.extras,
      (said, made) => Math.abs(onsetOf(said) - made.onset) <= NEAR_EXTRA_SECONDS,
      // An abandoned first try.
      (said) => truth.ignoreExtras.some(([from, to]) => onsetOf(said) >= from && onsetOf(said) <= to),
    ),
    stops: pairs(interruptions, truth.stops, ({ kind, atSeconds }, made) => {
      const at = atSeconds - leadSeconds;
      return kind === made.kind && at >= made.at - NEAR_STOP_SECONDS && at <= made.until + NEAR_STOP_SECONDS;
    }),
  };
}

/** Takes for each thing that was said the first of those left that it may be. */
function pairs<Said, Made>(
  said: readonly Said[],
  made: readonly Made[],
  isSame: (said: Said, made: Made) => boolean,
  isOpen: (said: Said) => boolean = () => false,
): Paired<Made> {
  const missed = [...made];
  const areSo = said.map((one) => {
    if (isOpen(one)) return undefined;
    const at = missed.findIndex((other) => isSame(one, other));
    if (at >= 0) missed.splice(at, 1);
    return at >= 0;
  });
  return { areSo, missed };
}

/** Whether each fault is so; undefined where more than one answer can be defended. @param paired of the same take. */
export function faultTruths(
  faults: readonly Fault[],
  notes: readonly NoteVerdict[],
  truth: Truth,
  paired: PairedTake,
): readonly (boolean | undefined)[] {
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
        return paired.extras.areSo[index];
      case 'stop':
        return paired.stops.areSo[index];
      default:
        return of satisfies never;
    }
  });
}

/** A stroke has no pitch: when none was found, none was made, or not in its place. */
const isNotThere = ({ writtenMidi }: NoteVerdict, { played, onsetOff }: TruthNote) =>
  writtenMidi === undefined ? played === undefined || onsetOff !== 'on' : undefined;
