import { type Attempt, type Climb, climbLadder, isClimbed } from './climb';
import type { Plan, Stage } from './plan';
import { STEPS } from './step';

/** Something a student did, or a person said, on a stage. In the order of time. */
export type Deed = { readonly stageId: string } & (
  | Attempt
  /** The student's own word, where nothing can be heard. */
  | { readonly kind: 'student-says-done' }
);

/** Where a student stands in a plan. */
export interface Progress {
  /** The one thing to do now; undefined when everything is done. */
  readonly now:
    | { readonly stage: Stage; readonly bpm: number; readonly climb: Climb; readonly why: string }
    | undefined;
  /** What comes after it. */
  readonly next: Stage | undefined;
  readonly doneIds: readonly string[];
}

/** A pure function of plan and deeds: stages that a changed plan keeps stay done. */
export function progressOf(stages: readonly Stage[], plan: Plan, deeds: readonly Deed[]): Progress {
  const climbs = stages.map((stage) => ({
    stage,
    climb: climbOf(stage, plan, deeds),
    isDone: isDone(stage, plan, deeds),
  }));
  const open = climbs.filter(({ isDone: done }) => !done);
  const [now, next] = open;
  return {
    now: now && {
      stage: now.stage,
      climb: now.climb,
      bpm: now.stage.ladder[Math.min(now.climb.rungIndex, now.stage.ladder.length - 1)]!,
      why: whyNow(now.stage, now.climb, plan),
    },
    next: next?.stage,
    doneIds: climbs.filter(({ isDone: done }) => done).map(({ stage }) => stage.id),
  };
}

export function climbOf(stage: Stage, plan: Plan, deeds: readonly Deed[]): Climb {
  const attempts = deeds.flatMap((deed): Attempt[] => {
    if (deed.stageId !== stage.id || deed.kind === 'student-says-done') return [];
    // Reading at sight is done by doing it, whatever happens.
    return [deed.kind === 'take' && stage.step === 'read' ? { ...deed, outcome: 'good' } : deed];
  });
  return climbLadder(stage.ladder, rulesFor(stage, plan), attempts);
}

/** A step on the way is done with one good take; only the climb itself asks for more. */
export function rulesFor({ ladder }: Stage, { rules }: Plan) {
  return ladder.length > 1 ? rules : { ...rules, goodTakesToRise: 1 };
}

function isDone(stage: Stage, plan: Plan, deeds: readonly Deed[]): boolean {
  const ownWord = STEPS[stage.step].checkedBy === 'own-word';
  if (ownWord)
    return deeds.some(
      ({ stageId, kind }) =>
        stageId === stage.id && (kind === 'student-says-done' || kind === 'teacher-says-done'),
    );
  return isClimbed(stage.ladder, climbOf(stage, plan, deeds));
}

function whyNow(stage: Stage, { rungIndex, falls, goodInRow }: Climb, plan: Plan): string {
  if (stage.isAsked) return 'Your teacher asks for this. One good take, and you are through here.';
  const { goodTakesToRise } = rulesFor(stage, plan);
  if (STEPS[stage.step].checkedBy === 'own-word') return 'Do it once with the click, to the end.';
  if (falls[rungIndex + 1] && goodInRow === 0)
    return 'It fell apart twice: once more at this tempo, then up again.';
  if (stage.step === 'read') return 'Once is enough.';
  const left = goodTakesToRise - goodInRow;
  return left === 1
    ? 'One good take, and you are through here.'
    : `${left} good takes in a row, and you are through here.`;
}
