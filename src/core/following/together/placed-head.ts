import type { AskedSound } from '../../notation';
import type { WrittenHead, WrittenMoment } from './written-moments';

/** When a written moment was due, and at which of the heard ones it was found, if at any. */
export interface DueMoment {
  readonly moment: WrittenMoment;
  /** Undefined where nobody knows: nothing near it was found. */
  readonly due:
    | { readonly seconds: number; readonly secondsPerBeat: number; readonly doubtSeconds: number }
    | undefined;
  readonly foundAt: number | undefined;
  readonly startsPulse: boolean;
}

/**
 * What became of a head: `there`, at some time; `other`: something else was struck in its place; `absent`; `unclear`: it may have been
 * struck.
 */
export type PlacedHead = WrittenHead & {
  /** How likely it is as it is said, 0–1. */
  readonly likelihood: number;
} & (
    | { readonly found: 'there'; readonly at: number }
    | { readonly found: 'other'; readonly at: number; readonly instead: AskedSound }
    | { readonly found: 'absent' | 'unclear' }
  );
