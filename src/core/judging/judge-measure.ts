import type { Following } from '../following';
import type { TimedMeasure } from '../notation';
import { isRightPitch, isRightRhythm, isUnclear } from './right-note';
import type { MeasureVerdict, Verdict } from './verdict';

/** The ledger cell of one performed measure. @param notes those that it speaks of. */
export function judgeMeasure(
  measure: TimedMeasure,
  { notes, extras, interruptions }: Pick<Verdict, 'notes' | 'extras'> & Pick<Following, 'interruptions'>,
  { measureSeconds }: Following,
): MeasureVerdict {
  const mine = notes.filter((note) => note.measureIndex === measure.index);
  const hasExtra = extras.some((extra) => extra.measureIndex === measure.index);
  const isStopped = interruptions.some((stop) => stop.measureIndex === measure.index);
  return {
    number: measure.measure.number,
    printedIndex: measure.printedIndex,
    pass: measure.pass,
    notesRight: mine.filter(isRightPitch).length,
    rhythmRight: mine.filter(isRightRhythm).length,
    written: mine.length,
    notesNeedWork: !mine.every(isRightPitch),
    // A note too many disturbs the count, whatever its pitch.
    rhythmNeedsWork: !mine.every(isRightRhythm) || hasExtra || isStopped,
    isDisturbed: hasExtra || isStopped,
    unclear: mine.filter(isUnclear).length,
    confidence: mine.length === 0 ? 1 : mine.reduce((sum, note) => sum + note.confidence, 0) / mine.length,
    startSeconds: measureSeconds[measure.index],
  };
}
