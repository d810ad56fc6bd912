import type { Measure, Part } from './line';

/** One measure in the order in which it is played. */
export interface PerformedMeasure {
  readonly measure: Measure;
  /** Place of the printed measure in the part. */
  readonly printedIndex: number;
  /** 1 the first time the printed measure is played. */
  readonly pass: number;
  /** The printed number of the first, 0 for a pickup; from there on as played. */
  readonly number: number;
}

/** More passes than any beginner's line has; guards against signs that repeat for ever. */
const MAXIMUM_PERFORMED_MEASURES = 2000;

/** Unrolls repeats and endings. */
export function performedOrder(part: Part): readonly PerformedMeasure[] {
  const performed: PerformedMeasure[] = [];
  const played = new Map<number, number>();
  let sectionStart = 0;
  let sectionPass = 1;
  for (let index = 0; index < part.measures.length; ) {
    const measure = part.measures[index]!;
    if (measure.repeatStart && index !== sectionStart) {
      sectionStart = index;
      sectionPass = 1;
    }
    const skipped = measure.endingPasses.length > 0 && !measure.endingPasses.includes(sectionPass);
    if (!skipped) {
      const pass = (played.get(index) ?? 0) + 1;
      played.set(index, pass);
      performed.push({ measure, printedIndex: index, pass, number: numberAfter(performed, measure) });
      if (performed.length > MAXIMUM_PERFORMED_MEASURES) {
        throw new RangeError(`a line must have at most ${MAXIMUM_PERFORMED_MEASURES} measures as played`);
      }
    }
    if (!skipped && sectionPass < measure.repeatPlays) {
      sectionPass += 1;
      index = sectionStart;
    } else {
      // A section is left behind its last repeat sign; the next one starts there unless a sign says otherwise.
      if (!skipped && measure.repeatPlays > 1) {
        sectionStart = index + 1;
        sectionPass = 1;
      }
      index += 1;
    }
  }
  return performed;
}

function numberAfter(performed: readonly PerformedMeasure[], measure: Measure): number {
  const last = performed.at(-1);
  return last ? last.number + 1 : measure.number;
}
