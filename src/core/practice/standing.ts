import { inTime, type Moment } from '../base';
import { maybeInstrument } from '../instruments';
import type { Line } from '../notation';
import type { Climbing } from './after-clean';
import { lineOfChunk } from './chunk-line';
import { type Climb, isGoodOutcome, type Outcome } from './climb';
import type { Deed } from './deed';
import { minutesOf } from './minutes';
import { type Passage, stageOfPassage } from './passage';
import { layRungs, NO_PLAN, type Plan, type Stage, stagesForPlayer } from './plan';
import { type Progress, progressOf, rulesFor } from './progress';
import { STEP_KEEPS } from './step-keeps';
import { lineOfStep } from './step-line';
import { voiceOfStep } from './step-voice';

/** A line as it is given out to somebody. */
export interface Given {
  /** Null for the whole line at once. */
  readonly plan: Plan | null;
  /** In beat units of the line's first meter. */
  readonly startBpm: number;
  readonly goalBpm: number;
  /** The line to go on with straight away, if any. */
  readonly nextLineId: string | null;
}

/** A teacher's word on a take. */
export const ANSWERS = ['accepted', 'again', 'see-me'] as const;
export type Answer = (typeof ANSWERS)[number];

/** What of a take tells where its student stands. */
export interface StandingTake {
  readonly id: string;
  /** Null for the whole line without a plan. */
  readonly stage: string | null;
  readonly askedBpm: number;
  readonly handedInAt: Moment;
  readonly answer: Answer | null;
  /** What the teacher asked for with the answer. */
  readonly passage: Passage | null;
  /** Null before there is a verdict. */
  readonly outcome: Outcome | null;
}

/** A person's word on a stage. */
export interface StageWord {
  readonly stage: string;
  readonly kind: 'student-says-done' | 'teacher-says-done' | 'asks-for-help';
  readonly saidAt: Moment;
}

/** Takes that were handed in before there was a plan count for the whole line. */
const WHOLE_LINE_STAGE = 'line/expression';

/** A passage that the teacher has asked for, and the take that it answers. */
export interface AskedPassage {
  readonly takeId: string;
  /** What that take was played on. */
  readonly stage: string | null;
  readonly passage: Passage;
}

/** Where a student stands on a line that was given out. */
export interface Standing {
  readonly stages: readonly Stage[];
  /** What led there. */
  readonly deeds: readonly Deed[];
  readonly progress: Progress;
}

/** All stages of a line that was given out, for the part that is read. */
export function stagesOfGiven(
  { plan, startBpm, goalBpm, nextLineId }: Given,
  { part }: Line,
): readonly Stage[] {
  const bounds = { startBpm, goalBpm, hasNextLines: nextLineId !== null };
  return stagesForPlayer(part, plan ?? NO_PLAN, bounds, maybeInstrument(part.instrument));
}

/**
 * The same for a student: what the teacher has asked this one for comes first.
 * @param asked in the order of time. @param planned stages of the plan.
 */
export function stagesOfStudent(
  given: Given,
  line: Line,
  asked: readonly AskedPassage[],
  planned = stagesOfGiven(given, line),
): readonly Stage[] {
  // Who is asked again after playing a passage plays the new one alone.
  const answered = new Set(asked.map(({ stage }) => stage));
  return [
    ...asked
      .flatMap(({ takeId, passage }) => stageOfPassage(line.part, passage, takeId) ?? [])
      .filter(({ id }) => !answered.has(id)),
    ...planned,
  ];
}

/**
 * Where a student stands on a line: a pure function of what was given, handed in and said.
 * @param line of the part that the student reads.
 * @param takes of the student on this line, newest first. @param words of the student on it.
 * @param planned stages of the plan, for whoever asks for many students at once.
 * @example standingOf({ plan: null, startBpm: 60, goalBpm: 80, nextLineId: null }, line, [], []).progress.now?.bpm // 60
 */
export function standingOf(
  given: Given,
  line: Line,
  takes: readonly StandingTake[],
  words: readonly StageWord[],
  planned = stagesOfGiven(given, line),
): Standing {
  const asked = takes
    .flatMap(({ id, stage, passage }) => (passage ? [{ takeId: id, stage, passage }] : []))
    .toReversed();
  const stages = stagesOfStudent(given, line, asked, planned);
  const deeds = [
    ...takes.flatMap((take) => deedOf(take).map((deed) => ({ deed, at: take.handedInAt }))),
    ...words.flatMap(({ stage, kind, saidAt }) =>
      // A question moves nobody.
      kind === 'asks-for-help' ? [] : [{ deed: { stageId: stage, kind } satisfies Deed, at: saidAt }],
    ),
  ]
    .toSorted((a, b) => inTime(a.at, b.at))
    .map(({ deed }) => deed);
  return { stages, deeds, progress: progressOf(stages, given.plan ?? NO_PLAN, deeds) };
}

/** What comes after the stage at hand for whoever gets it right at once, every single note: there steps may merge. */
export function maybeNextWhenEasy({ stages, deeds, progress }: Standing, { plan }: Given): Stage | undefined {
  const { now } = progress;
  if (!now || now.stage.ladder.length > 1) return progress.next;
  const easy: Deed = { stageId: now.stage.id, kind: 'take', bpm: now.bpm, outcome: 'easy' };
  return progressOf(stages, plan ?? NO_PLAN, [...deeds, easy]).now?.stage;
}

/** How long what is left of a line takes a usual student: stages that are not done, and the rungs of the one at hand. */
export function minutesLeftOf(line: Line, { stages, progress }: Standing, { plan }: Given): number {
  const { now, doneIds } = progress;
  const left = stages.flatMap((stage) =>
    stage.id === now?.stage.id
      ? [{ ...stage, ladder: stage.ladder.slice(now.climb.rungIndex) }]
      : doneIds.includes(stage.id)
        ? []
        : [stage],
  );
  return minutesOf(line, left, plan ?? NO_PLAN);
}

/** Whether nothing is left to do. */
export const isLearned = ({ progress }: Standing): boolean => progress.now === undefined;

/** How much of the whole way is done, 0–1; rungs of the stage at hand count as parts of it. */
export function shareDone({ stages, progress: { doneIds, now } }: Standing): number {
  const climbed = now ? now.climb.climbed.length / now.stage.ladder.length : 0;
  return stages.length === 0 ? 0 : (doneIds.length + climbed) / stages.length;
}

/** The ladder of the stage at hand, of the last one when all is done, and how far it is climbed. */
export function ladderOf({ stages, progress: { now } }: Standing, goalBpm: number) {
  const ladder = (now?.stage ?? stages.at(-1)!).ladder;
  return {
    ladder,
    climbed: now ? ladder.filter((bpm) => now.climb.climbed.includes(bpm)) : ladder,
    nextBpm: now?.bpm ?? goalBpm,
  };
}

/**
 * The stage that is played next, or another that somebody goes back to, and how far it is climbed.
 * @param asked id of the other stage; one that there is not is passed over.
 */
export function stageToPlay(
  { stages, progress: { now, next, doneIds } }: Standing,
  given: Given,
  asked?: string,
) {
  const stage = stages.find(({ id }) => id === asked) ?? now?.stage ?? stages.at(-1)!;
  const isNow = now?.stage.id === stage.id;
  // Within the teacher's bounds the student may pick the tempo; only the stage's own rungs are climbed. What is asked for beside
  // the plan may be slower or faster than the plan's own tempos.
  const rungs = layRungs(given, (given.plan ?? NO_PLAN).ladderSteps);
  return {
    stage,
    isNow,
    why: isNow ? now.why : undefined,
    ladder: [...new Set([...rungs, ...stage.ladder])].toSorted((a, b) => a - b),
    climbed: isNow ? now.climb.climbed : doneIds.includes(stage.id) ? stage.ladder : [],
    bpm: isNow ? now.bpm : stage.ladder[0]!,
    climbing: isNow ? climbingOn(stage, given, now.climb, next === undefined) : undefined,
  };
}

const climbingOn = (stage: Stage, { plan }: Given, climb: Climb, isLast: boolean): Climbing => ({
  ladder: stage.ladder,
  rules: rulesFor(stage, plan ?? NO_PLAN),
  climb,
  isLast,
});

/** What the way through a line is called; undefined where there is nothing to do but the whole line. */
export function planNameOf({ plan, nextLineId }: Given, stages: readonly Stage[]): string | undefined {
  return plan?.name ?? (nextLineId || stages.some(({ isAsked }) => isAsked) ? NO_PLAN.name : undefined);
}

/** The teacher's word is above the verdict: "accepted" lifts any take, the other answers take a good one away. */
function deedOf(take: StandingTake): Deed[] {
  const stageId = take.stage ?? WHOLE_LINE_STAGE;
  const bpm = take.askedBpm;
  if (take.answer === 'accepted') return [{ stageId, kind: 'teacher-accepts', bpm }];
  if (take.answer || !take.outcome) return [];
  return [{ stageId, kind: 'take', bpm, outcome: take.outcome }];
}

/** Whether a take was good enough, by the teacher's word or, without one, by the verdict. */
export function isGoodTake({ answer, outcome }: Pick<StandingTake, 'answer' | 'outcome'>): boolean {
  if (answer) return answer === 'accepted';
  return isGoodOutcome(outcome);
}

/** The music of a stage: its chunk, simplified for its step. @param nextLines lines played straight after it. */
export function lineOfStage(line: Line, { chunk, step }: Stage, nextLines: readonly Line[] = []): Line {
  const wanted = voiceOfStep(line, STEP_KEEPS[step]);
  return lineOfStep(lineOfChunk(wanted, chunk, nextLines), STEP_KEEPS[step]);
}
