import { faultsOf, isRightRhythm, needsWork, type Verdict } from '../judging';
import { type Line, type Measure, restInstead } from '../notation';
import { moveByMarks, PRACTICE_MARKS } from '../tempo';
import { lineOfChunk } from './chunk-line';
import { STEP_KEEPS, type StepId } from './step-keeps';
import { lineOfStep } from './step-line';

/** Some measures of a line, to be gone through again and again. */
export interface LoopRange {
  /** Printed measures, `toIndex` exclusive. */
  readonly fromIndex: number;
  readonly toIndex: number;
  /** The last note before them is played, too: the way in is part of what is hard. */
  readonly withNoteBefore: boolean;
}

/** What to practise after a take, in one touch. */
export interface NextPractice extends LoopRange {
  readonly bpm: number;
  readonly step: Extract<StepId, 'clap' | 'name-and-finger' | 'plain'>;
  readonly what: 'notes' | 'rhythm' | 'lengths' | 'both' | 'going-on';
}

/** More measures than this are no longer one difficulty. */
const MOST_MEASURES = 3;
/** A slower, right one is better than a fast, wrong one: this many marks of the metronome down. Common practice: one or two. */
const MARKS_DOWN = 2;
const MARKS_DOWN_WHEN_LOST = 4;
const LOST_SHARE = 0.5;

/**
 * The weakest stretch of a take, with the note before it, at a tempo that suits, at the step that helps: what is wrong in
 * rhythm alone is clapped, what is wrong in notes alone is named and fingered, the rest is played. A clap has no length: notes that
 * were let go early, or held into a rest, are played.
 * @param askedBpm of the take. @returns undefined when no measure needs work.
 */
export function maybeNextPractice(verdict: Verdict, askedBpm: number): NextPractice | undefined {
  const weak = verdict.measures.filter(needsWork);
  const worst = weak.toSorted((a, b) => faultsOf(b) - faultsOf(a))[0];
  if (!worst || verdict.state !== 'judged') return undefined;
  const isWeak = (index: number) => weak.some(({ printedIndex }) => printedIndex === index);
  let [fromIndex, toIndex] = [worst.printedIndex, worst.printedIndex + 1];
  while (toIndex - fromIndex < MOST_MEASURES && isWeak(toIndex)) toIndex++;
  while (toIndex - fromIndex < MOST_MEASURES && isWeak(fromIndex - 1)) fromIndex--;
  const chosen = weak.filter(({ printedIndex }) => printedIndex >= fromIndex && printedIndex < toIndex);
  const notes = chosen.some(({ notesRight, written }) => notesRight < written);
  const rhythm = chosen.some(({ rhythmRight, written }) => rhythmRight < written);
  const indexes = chosen.map((measure) => verdict.measures.indexOf(measure));
  const areOnlyLengths = verdict.notes
    .filter((note) => indexes.includes(note.measureIndex) && !isRightRhythm(note))
    .every(({ onset }) => onset === 'on');
  const isLost = weak.length > LOST_SHARE * verdict.measures.length;
  return {
    fromIndex,
    toIndex,
    withNoteBefore: fromIndex > 0,
    bpm: moveByMarks(askedBpm, -(isLost ? MARKS_DOWN_WHEN_LOST : MARKS_DOWN), PRACTICE_MARKS),
    what: whatOf(notes, rhythm, areOnlyLengths),
    step: rhythm && !notes && !areOnlyLengths ? 'clap' : notes && !rhythm ? 'name-and-finger' : 'plain',
  };
}

function whatOf(notes: boolean, rhythm: boolean, areOnlyLengths: boolean): NextPractice['what'] {
  if (notes) return rhythm ? 'both' : 'notes';
  if (!rhythm) return 'going-on';
  return areOnlyLengths ? 'lengths' : 'rhythm';
}

/** A line of its own to be looped. `firstIndex` is the printed measure of the whole that its first measure is. */
export interface LoopLine {
  readonly line: Line;
  readonly firstIndex: number;
}

/**
 * The music of a loop. @param line of a stage. @param step what is left of it; undefined for all of it.
 * @throws RangeError for measures that the line does not have.
 */
export function lineOfLoop(line: Line, range: LoopRange, step?: StepId): LoopLine {
  const { fromIndex, toIndex, withNoteBefore } = range;
  const count = line.part.measures.length;
  if (!(fromIndex >= 0 && fromIndex < toIndex && toIndex <= count))
    throw new RangeError(`measures must be within 0–${count}, got ${fromIndex}–${toIndex}`);
  const isWhole = fromIndex === 0 && toIndex === count;
  const firstIndex = withNoteBefore && fromIndex > 0 ? fromIndex - 1 : fromIndex;
  const cut = isWhole
    ? line
    : lineOfChunk(line, { kind: 'measures', id: 'loop', fromIndex: firstIndex, toIndex });
  const led = firstIndex < fromIndex ? withOnlyItsLastNote(cut) : cut;
  return { line: step ? lineOfStep(led, STEP_KEEPS[step]) : led, firstIndex };
}

/** Everything before the last note of the first measure is silence. */
function withOnlyItsLastNote(line: Line): Line {
  const [lead, ...others] = line.part.measures;
  const last = lead!.events.findLastIndex((event) => event.kind === 'note' && !event.tiedFromPrevious);
  const events = lead!.events.map((event, index) => (index < last ? restInstead(event) : event));
  // The way in begins in the measure, however short that was.
  const measure: Measure = { ...lead!, events, otherVoices: [], directions: [] };
  return { ...line, part: { ...line.part, measures: [measure, ...others] } };
}
