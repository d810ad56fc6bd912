import { moveByMarks, PRACTICE_MARKS, slowestOn } from '../../tempo';
import {
  type Attempt,
  type Climb,
  type ClimbRules,
  climbLadder,
  climbOn,
  isClimbed,
  isGoodOutcome,
  type Outcome,
} from '../climb';
import type { HardPair } from '../hard-pairs';
import type { LoopRange } from '../what-next';

/** From the weak place outward: two notes, the measure, the way into it, its neighbours, the phrase, the line. */
export const WIDTHS = ['two-notes', 'measure', 'lead-in', 'between', 'phrase', 'line'] as const;
export type Width = (typeof WIDTHS)[number];

/** What a coach knows of a line before anything is played. Measures are printed ones, from 0. */
export interface CoachPlan {
  readonly measures: number;
  /** Where phrases begin, the first at 0. */
  readonly phraseStarts: readonly number[];
  readonly hardPairs: readonly HardPair[];
  /** Rising tempos, at least one; the last is the goal. */
  readonly ladder: readonly number[];
  readonly rules: ClimbRules;
}

/** What is to be played now. */
export interface CoachTask {
  readonly width: Width;
  readonly range: LoopRange;
  /** Of two notes, back and forth; undefined for measures. */
  readonly pair: HardPair | undefined;
  /** So often one after the other, without a stop. */
  readonly times: number;
  readonly bpm: number;
  /** The device plays it first: "mine, then yours". */
  readonly isShown: boolean;
}

export interface WeakMeasure {
  readonly measureIndex: number;
  readonly hasWrongNotes: boolean;
}

/** What was heard of a task. */
export type CoachHeard = {
  /** That it took, with its count-in and its model. */
  readonly seconds: number;
} & (
  | { readonly kind: 'nothing' }
  | {
      readonly kind: 'played';
      readonly outcome: Outcome;
      /** Measures that need work, the weakest first. */
      readonly weak: readonly WeakMeasure[];
    }
);

/** The weak measure that is worked at. */
interface Focus extends WeakMeasure {
  readonly width: Width;
  readonly bpm: number;
  readonly hits: number;
  readonly misses: number;
}

/** Why a coach stops by itself: the goal; time for a rest; nothing is heard; what is left is the teacher's to show. */
export type CoachEnd = 'goal' | 'rest' | 'silence' | 'ask-teacher';

/** Where the practising stands: plain data. */
export interface Coach {
  readonly task: CoachTask;
  readonly climb: Climb;
  /** At which the whole line is played. */
  readonly lineBpm: number;
  readonly lineHits: number;
  readonly lineMisses: number;
  readonly focus: Focus | undefined;
  /** What is worked at after it, before the line is played again. */
  readonly queue: readonly WeakMeasure[];
  /** How often each measure went wrong in the line since it was worked at. */
  readonly slips: Readonly<Record<number, number>>;
  /** How often each measure was worked at. */
  readonly visits: Readonly<Record<number, number>>;
  /** Measures that are left for the teacher. */
  readonly left: readonly number[];
  readonly silences: number;
  /** How often the task was played already, as it is. */
  readonly sameInRow: number;
  readonly seconds: number;
  readonly end: CoachEnd | undefined;
}

/** What is over before it has begun is played several times in a row: a single measure three times. Common practice. */
const TIMES: Readonly<Record<Width, number>> = {
  'two-notes': 1,
  measure: 3,
  'lead-in': 1,
  between: 3,
  phrase: 1,
  line: 1,
};
/** One slip is chance; what goes wrong twice in the line is worked at, and so is the weakest when the line fell apart. */
const SLIPS = 2;
/** More than these are too many for one round. */
const MOST_AT_ONCE = 3;
/** Two misses lead down, two hits lead up. Common practice. */
const IN_A_ROW = 2;
const MARKS_DOWN = 2;
const MARKS_DOWN_WHEN_LOST = 4;
/** Worked at so often without holding in the line, a measure is the teacher's to show. */
const MOST_VISITS = 4;
/** Played so often as it is, something has to change. */
const MOST_SAME = 5;
/** Lips, hands and heads rest after so long. Common practice for beginners. */
const REST_AFTER_SECONDS = 12 * 60;

/** @param bpm to begin with; the rung at hand. @throws RangeError for a ladder without rungs or a line without measures. */
export function beginCoach(plan: CoachPlan, bpm: number): Coach {
  if (plan.measures < 1) throw new RangeError(`a line must have measures, got ${plan.measures}`);
  const climb = climbLadder(plan.ladder, plan.rules, [{ kind: 'student-picks', bpm }]);
  return {
    task: lineTask(plan, bpm),
    climb,
    lineBpm: bpm,
    lineHits: 0,
    lineMisses: 0,
    focus: undefined,
    queue: [],
    slips: {},
    visits: {},
    left: [],
    silences: 0,
    sameInRow: 0,
    seconds: 0,
    end: undefined,
  };
}

/**
 * What is played next after what was heard: a pure function. What went wrong twice is worked at alone; what goes right there is put back
 * among its neighbours, or gets a mark faster; what goes wrong twice gets slower and narrower and is shown; the whole line climbs by the
 * plan's rules.
 * @example coachOn(plan, coach, { kind: 'played', outcome: 'easy', weak: [], seconds: 20 }).task.bpm
 */
export function coachOn(plan: CoachPlan, coach: Coach, heard: CoachHeard): Coach {
  const later = { ...coach, seconds: coach.seconds + heard.seconds };
  if (heard.kind === 'nothing') {
    const silences = coach.silences + 1;
    const task = { ...coach.task, isShown: true };
    return { ...later, silences, task, end: silences >= IN_A_ROW ? 'silence' : undefined };
  }
  const next = withChange(
    plan,
    coach.task,
    coach.focus
      ? afterFocus(plan, later, coach.focus, heard.outcome)
      : afterLine(plan, later, heard.outcome, heard.weak),
  );
  const isTired = next.seconds >= REST_AFTER_SECONDS;
  return { ...next, silences: 0, end: next.end ?? (isTired ? 'rest' : undefined) };
}

/** Hit and miss by turns would lead nowhere: what was played so often as it is gets slower. */
function withChange(plan: CoachPlan, before: CoachTask, next: Coach): Coach {
  if (!isSame(before, next.task)) return { ...next, sameInRow: 0 };
  const sameInRow = next.sameInRow + 1;
  if (sameInRow < MOST_SAME) return { ...next, sameInRow };
  const { focus } = next;
  if (!focus) return { ...lineSlower(plan, { ...next, lineMisses: IN_A_ROW }), sameInRow: 0 };
  const bpm = slower(plan, focus.bpm, 1);
  const changed =
    bpm < focus.bpm
      ? atFocus(plan, next, { ...focus, bpm, hits: 0, misses: 0 }, true)
      : leave(plan, next, focus.measureIndex);
  return { ...changed, sameInRow: 0 };
}

/** A phrase may be all of a line: what counts is what is played. */
const isSame = (a: CoachTask, b: CoachTask): boolean =>
  a.bpm === b.bpm &&
  a.times === b.times &&
  a.pair === b.pair &&
  JSON.stringify(a.range) === JSON.stringify(b.range);

/** After a rest, or once the microphone is right: from where it stopped. */
export const resumeCoach = (coach: Coach): Coach => ({ ...coach, silences: 0, seconds: 0, end: undefined });

const slower = ({ ladder }: CoachPlan, bpm: number, marks: number): number =>
  Math.max(slowestOn(ladder), moveByMarks(bpm, -marks, PRACTICE_MARKS));

const faster = (bpm: number, most: number): number => Math.min(most, moveByMarks(bpm, 1, PRACTICE_MARKS));

function afterLine(plan: CoachPlan, coach: Coach, outcome: Outcome, weak: readonly WeakMeasure[]): Coach {
  const attempt: Attempt = { kind: 'take', bpm: coach.lineBpm, outcome };
  const climb = climbOn(plan.ladder, plan.rules, coach.climb, attempt);
  if (isClimbed(plan.ladder, climb)) return { ...coach, climb, end: 'goal' };
  const rung = plan.ladder[climb.rungIndex]!;
  if (isGoodOutcome(outcome)) {
    const hasRisen = climb.rungIndex > coach.climb.rungIndex;
    const hits = hasRisen ? 0 : coach.lineHits + 1;
    const isFast = (hits >= IN_A_ROW || outcome === 'easy') && coach.lineBpm < rung;
    const lineBpm = hasRisen ? rung : isFast ? faster(coach.lineBpm, rung) : coach.lineBpm;
    const counted = { lineHits: isFast ? 0 : hits, lineMisses: 0 };
    return { ...coach, climb, lineBpm, ...counted, task: lineTask(plan, lineBpm) };
  }
  const fallen = { ...coach, climb, lineBpm: Math.min(coach.lineBpm, rung), lineHits: 0 };
  const open = weak.filter(({ measureIndex }) => !coach.left.includes(measureIndex));
  const slips = { ...coach.slips };
  for (const { measureIndex } of open) slips[measureIndex] = (slips[measureIndex] ?? 0) + 1;
  const isMuch = outcome === 'fell-apart';
  const hard = open
    .filter(({ measureIndex }) => isMuch || slips[measureIndex]! >= SLIPS)
    .slice(0, MOST_AT_ONCE);
  for (const { measureIndex } of hard) slips[measureIndex] = 0;
  if (hard[0]) return workAt(plan, { ...fallen, slips, queue: hard.slice(1) }, hard[0], outcome);
  if (open.length > 0) return { ...fallen, slips, lineMisses: 0, task: lineTask(plan, fallen.lineBpm) };
  return lineSlower(plan, fallen);
}

/** The line fell apart where nothing can be worked at alone. */
function lineSlower(plan: CoachPlan, coach: Coach): Coach {
  const misses = coach.lineMisses + 1;
  if (misses < IN_A_ROW) return { ...coach, lineMisses: misses, task: lineTask(plan, coach.lineBpm) };
  if (coach.lineBpm <= slowestOn(plan.ladder)) return { ...coach, end: 'ask-teacher' };
  const lineBpm = slower(plan, coach.lineBpm, MARKS_DOWN);
  return { ...coach, lineMisses: 0, lineBpm, task: lineTask(plan, lineBpm) };
}

function workAt(
  plan: CoachPlan,
  coach: Coach,
  { measureIndex, hasWrongNotes }: WeakMeasure,
  outcome: Outcome,
): Coach {
  const visits = (coach.visits[measureIndex] ?? 0) + 1;
  const visited = { ...coach, visits: { ...coach.visits, [measureIndex]: visits } };
  if (visits > MOST_VISITS) return leave(plan, visited, measureIndex);
  // What only slipped is tried alone at the same tempo first; what did not hold since is taken slower.
  const marks = outcome === 'fell-apart' ? MARKS_DOWN_WHEN_LOST : visits > 1 ? MARKS_DOWN : 0;
  const focus: Focus = {
    ...{ measureIndex, hasWrongNotes, hits: 0, misses: 0 },
    width: hasPair(plan, measureIndex, hasWrongNotes) ? 'two-notes' : 'measure',
    bpm: slower(plan, coach.lineBpm, marks),
  };
  return atFocus(plan, visited, focus, visits > 1);
}

function afterFocus(plan: CoachPlan, coach: Coach, focus: Focus, outcome: Outcome): Coach {
  return isGoodOutcome(outcome)
    ? afterHit(plan, coach, focus, outcome === 'easy')
    : afterMiss(plan, coach, focus);
}

/**
 * Alone it gets up to the tempo of the line, where a time through costs least; then it is put back, width by width.
 * @param isEasy every single note was right: then one width is leapt over.
 */
function afterHit(plan: CoachPlan, coach: Coach, focus: Focus, isEasy: boolean): Coach {
  const hits = focus.hits + coach.task.times;
  const isFast = hits >= IN_A_ROW;
  if (focus.bpm < coach.lineBpm) {
    const bpm = isFast ? faster(focus.bpm, coach.lineBpm) : focus.bpm;
    return atFocus(plan, coach, { ...focus, hits: isFast ? 0 : hits, misses: 0, bpm }, false);
  }
  const next = widthAfter(plan, focus, 1);
  const wider = isEasy && next !== 'line' ? widthAfter(plan, { ...focus, width: next }, 1) : next;
  if (wider === 'line') return onward(plan, coach);
  return atFocus(plan, coach, { ...focus, hits: 0, misses: 0, width: wider }, false);
}

function afterMiss(plan: CoachPlan, coach: Coach, focus: Focus): Coach {
  const misses = focus.misses + 1;
  if (misses < IN_A_ROW) return atFocus(plan, coach, { ...focus, hits: 0, misses }, false);
  const isNarrowest = widthAfter(plan, focus, -1) === focus.width;
  if (isNarrowest && focus.bpm <= slowestOn(plan.ladder)) return leave(plan, coach, focus.measureIndex);
  const next: Focus = {
    ...focus,
    ...{ hits: 0, misses: 0 },
    width: widthAfter(plan, focus, -1),
    bpm: slower(plan, focus.bpm, MARKS_DOWN),
  };
  return atFocus(plan, coach, next, true);
}

/** The next weak measure, or the whole line again. */
function onward(plan: CoachPlan, coach: Coach): Coach {
  const [next, ...queue] = coach.queue;
  if (next) return workAt(plan, { ...coach, queue }, next, 'fair');
  return { ...coach, focus: undefined, task: lineTask(plan, coach.lineBpm) };
}

/** A measure that does not come today: the line goes on without waiting for it. */
function leave(plan: CoachPlan, coach: Coach, measureIndex: number): Coach {
  const left = [...coach.left, measureIndex];
  return onward(plan, { ...coach, left });
}

function atFocus(plan: CoachPlan, coach: Coach, focus: Focus, isShown: boolean): Coach {
  const { width, measureIndex, bpm } = focus;
  const pair = width === 'two-notes' ? pairOf(plan, measureIndex) : undefined;
  const times = TIMES[width];
  const range = rangeOf(plan, measureIndex, width);
  return { ...coach, focus, task: { width, range, pair, times, bpm, isShown } };
}

const lineTask = (plan: CoachPlan, bpm: number): CoachTask => ({
  width: 'line',
  range: { fromIndex: 0, toIndex: plan.measures, withNoteBefore: false },
  pair: undefined,
  times: 1,
  bpm,
  isShown: false,
});

const pairOf = ({ hardPairs }: CoachPlan, measureIndex: number): HardPair | undefined =>
  hardPairs.find((pair) => pair.measureIndex === measureIndex);

/** A rhythm that went wrong is not mended by going from finger to finger. */
const hasPair = (plan: CoachPlan, measureIndex: number, hasWrongNotes: boolean): boolean =>
  hasWrongNotes && pairOf(plan, measureIndex) !== undefined;

/** The next width outward (1) or inward (−1) that is really another one; the same where there is none. */
function widthAfter(plan: CoachPlan, focus: Focus, step: 1 | -1): Width {
  const { measureIndex, hasWrongNotes } = focus;
  const narrowest = WIDTHS.indexOf(hasPair(plan, measureIndex, hasWrongNotes) ? 'two-notes' : 'measure');
  const here = WIDTHS.indexOf(focus.width);
  const spanOf = (width: Width) => JSON.stringify(rangeOf(plan, measureIndex, width));
  // What is all of a short line is the line, which counts; what is as wide as before brings nothing new.
  const isSkipped = (width: Width) =>
    spanOf(width) === spanOf('line') ||
    (focus.width !== 'two-notes' && spanOf(width) === spanOf(focus.width));
  let at = here + step;
  while (at > narrowest && at < WIDTHS.length - 1 && isSkipped(WIDTHS[at]!)) at += step;
  return WIDTHS[Math.max(narrowest, Math.min(at, WIDTHS.length - 1))]!;
}

function rangeOf({ measures, phraseStarts }: CoachPlan, measureIndex: number, width: Width): LoopRange {
  const [fromIndex, toIndex] = [measureIndex, measureIndex + 1];
  const alone = { fromIndex, toIndex, withNoteBefore: false };
  switch (width) {
    case 'two-notes':
    case 'measure':
      return alone;
    case 'lead-in':
      return { ...alone, withNoteBefore: fromIndex > 0 };
    case 'between':
      return { ...alone, fromIndex: Math.max(0, fromIndex - 1), toIndex: Math.min(measures, toIndex + 1) };
    case 'phrase': {
      const start = phraseStarts.findLast((at) => at <= measureIndex) ?? 0;
      const end = phraseStarts.find((at) => at > measureIndex) ?? measures;
      return { ...alone, fromIndex: start, toIndex: end };
    }
    case 'line':
      return { ...alone, fromIndex: 0, toIndex: measures };
  }
}
