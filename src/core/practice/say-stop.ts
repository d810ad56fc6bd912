import { sayMeasure, type Vocabulary } from '../time';

/** Where somebody stopped practising. */
export interface Stop {
  /** Undefined where no tempo was set. */
  readonly bpm: number | undefined;
  /** Printed numbers; undefined for all of what was practised. */
  readonly measures: { readonly first: number; readonly last: number } | undefined;
}

/** @example sayStop({ bpm: 60, measures: { first: 3, last: 4 } }, 'us') // 'measure 3 to 4, at 60' */
export function sayStop({ bpm, measures }: Stop, vocabulary: Vocabulary): string {
  const first = measures && sayMeasure(measures.first, vocabulary);
  const where = measures
    ? measures.first === measures.last
      ? first
      : `${first} to ${measures.last}`
    : 'the whole of it';
  return bpm === undefined ? `${where}` : `${where}, at ${bpm}`;
}
