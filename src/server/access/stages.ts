import 'server-only';
import { maybeInstrumentOfPart } from '@/core/instruments';
import type { Line } from '@/core/notation';
import {
  type Deed,
  lineOfChunk,
  lineOfStep,
  NO_PLAN,
  type Passage,
  type Plan,
  type Progress,
  progressOf,
  STEPS,
  type Stage,
  stageOfPassage,
  stagesForPlayer,
} from '@/core/practice';
import type { listStageWords } from '@/server/db/queries/assignments';
import type { TakeRow } from '@/server/db/queries/takes';

/** A plan as it is given out. */
interface Given {
  readonly plan: Plan | null;
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly nextLineId: string | null;
}

type StageWord = Awaited<ReturnType<typeof listStageWords>>[number];

/** What of a take tells where its student stands. */
type StandingTake = Pick<
  TakeRow,
  'id' | 'assignmentId' | 'stage' | 'passage' | 'askedBpm' | 'handedInAt' | 'answer' | 'outcome'
>;

/** Takes that were handed in before there was a plan count for the whole line. */
const WHOLE_LINE_STAGE = 'line/expression';

/** A passage that the teacher has asked for, and the take that it answers. */
export interface AskedPassage {
  readonly takeId: string;
  /** What that take was played on. */
  readonly stage: string | null;
  readonly passage: Passage;
}

/** All stages of an assignment for a part. */
export function stagesOfAssignment(
  { plan, startBpm, goalBpm, nextLineId }: Given,
  { part }: Line,
): readonly Stage[] {
  const bounds = { startBpm, goalBpm, hasNextLines: nextLineId !== null };
  return stagesForPlayer(part, plan ?? NO_PLAN, bounds, maybeInstrumentOfPart(part.name));
}

/**
 * The same for a student: what the teacher has asked this one for comes first.
 * @param asked in the order of time. @param planned stages of the plan.
 */
export function stagesOfStudent(
  assignment: Given,
  line: Line,
  asked: readonly AskedPassage[],
  planned = stagesOfAssignment(assignment, line),
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
 * Where a student stands in an assignment, from takes and words alone.
 * @param line of the part that the student reads.
 * @param takes @param words of the student; those on other assignments are passed over.
 * @param planned stages of the plan, for whoever asks for many students at once.
 */
export function standingOf(
  assignment: Given & { readonly id: string },
  line: Line,
  takes: readonly StandingTake[],
  words: readonly StageWord[],
  planned = stagesOfAssignment(assignment, line),
): { readonly stages: readonly Stage[]; readonly progress: Progress } {
  const asked = takes
    .flatMap(({ id, assignmentId, stage, passage }) =>
      passage && assignmentId === assignment.id ? [{ takeId: id, stage, passage }] : [],
    )
    // Takes come with the newest first.
    .toReversed();
  const stages = stagesOfStudent(assignment, line, asked, planned);
  const deeds = [
    ...takes.flatMap((take) =>
      take.assignmentId === assignment.id
        ? deedOf(take).map((deed) => ({ deed, at: take.handedInAt.getTime() }))
        : [],
    ),
    // A question moves nobody.
    ...words.flatMap(({ assignmentId, stage, kind, saidAt }) =>
      assignmentId !== assignment.id || kind === 'asks-for-help'
        ? []
        : [{ deed: { stageId: stage, kind } satisfies Deed, at: saidAt.getTime() }],
    ),
  ].toSorted((a, b) => a.at - b.at);
  const plan = assignment.plan ?? NO_PLAN;
  return {
    stages,
    progress: progressOf(
      stages,
      plan,
      deeds.map(({ deed }) => deed),
    ),
  };
}

/** The teacher's word is above the verdict: "accepted" lifts any take, the other answers take a good one away. */
function deedOf(take: StandingTake): Deed[] {
  const stageId = take.stage ?? WHOLE_LINE_STAGE;
  const bpm = take.askedBpm;
  if (take.answer === 'accepted') return [{ stageId, kind: 'teacher-accepts', bpm }];
  if (take.answer || !take.outcome) return [];
  return [{ stageId, kind: 'take', bpm, outcome: take.outcome }];
}

/** The music of a stage: its chunk, simplified for its step. @param nextLines lines played straight after it. */
export function lineOfStage(line: Line, { chunk, step }: Stage, nextLines: readonly Line[] = []): Line {
  return lineOfStep(lineOfChunk(line, chunk, nextLines), STEPS[step]);
}
