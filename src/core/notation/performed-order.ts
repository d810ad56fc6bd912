import type { Jump, Landmark } from './jump';
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

/** Unrolls repeats and endings, and D.C. and D.S., after which repeats are not taken again. Common practice. */
export function performedOrder(part: Part): readonly PerformedMeasure[] {
  const { measures } = part;
  const performed: PerformedMeasure[] = [];
  const played = new Map<number, number>();
  let sectionStart = 0;
  let sectionPass = 1;
  let jump: Jump | undefined;
  for (let index = 0; index < measures.length; ) {
    const measure = measures[index]!;
    if (measure.repeatStart && index !== sectionStart) {
      sectionStart = index;
      sectionPass = 1;
    }
    const isOtherEnding = jump
      ? !isLastEnding(measures, index)
      : measure.endingPasses.length > 0 && !measure.endingPasses.includes(sectionPass);
    if (isOtherEnding) {
      index += 1;
      continue;
    }
    const pass = (played.get(index) ?? 0) + 1;
    played.set(index, pass);
    performed.push({ measure, printedIndex: index, pass, number: numberAfter(performed, measure) });
    if (performed.length > MAXIMUM_PERFORMED_MEASURES) {
      throw new RangeError(`a line must have at most ${MAXIMUM_PERFORMED_MEASURES} measures as played`);
    }
    if (jump) {
      if (jump.until !== 'coda' && measure.landmarks?.includes('fine')) return performed;
      const coda = measure.landmarks?.includes('to-coda') ? placeOf(measures, 'coda') : -1;
      index = jump.until === 'coda' && coda > index ? coda : index + 1;
    } else if (sectionPass < measure.repeatPlays) {
      sectionPass += 1;
      index = sectionStart;
    } else if (measure.jump) {
      jump = measure.jump;
      index = jump.to === 'segno' ? Math.max(0, placeOf(measures, 'segno')) : 0;
    } else {
      // A section is left behind its last repeat sign; the next one starts there unless a sign says otherwise.
      if (measure.repeatPlays > 1) {
        sectionStart = index + 1;
        sectionPass = 1;
      }
      index += 1;
    }
  }
  return performed;
}

const placeOf = (measures: readonly Measure[], landmark: Landmark) =>
  measures.findIndex(({ landmarks }) => landmarks?.includes(landmark));

/** Stands under no bracket, or under the last of those that follow each other. */
function isLastEnding(measures: readonly Measure[], index: number): boolean {
  const here = measures[index]!.endingPasses.join();
  if (here === '') return true;
  for (let next = index + 1; measures[next] && measures[next]!.endingPasses.length > 0; next++)
    if (measures[next]!.endingPasses.join() !== here) return false;
  return true;
}

function numberAfter(performed: readonly PerformedMeasure[], measure: Measure): number {
  const last = performed.at(-1);
  return last ? last.number + 1 : measure.number;
}
