import { type Attempt, type Climb, climbLadder, isClimbed } from './climb';
import type { Deed } from './deed';
import { doneAtOnce, isQuick, standsFor } from './merged-steps';
import type { Plan, Stage } from './plan';
import { STEPS } from './step';

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
  const idsAtOnce = plan.goesThroughAll ? new Set<string>() : doneAtOnce(deeds);
  const atOnce = stages.filter(({ id }) => idsAtOnce.has(id));
  const isDoneBy = (stage: Stage) =>
    isDone(stage, plan, deeds) || atOnce.some((other) => standsFor(other, stage));
  const doneIds = stages.filter(isDoneBy).map(({ id }) => id);
  const open = stages.filter(({ id }) => !doneIds.includes(id));
  const { now, merged } = nowOf(open, plan, deeds);
  const climb = now && climbOf(now, plan, deeds);
  return {
    now: now &&
      climb && {
        stage: now,
        climb,
        bpm: now.ladder[Math.min(climb.rungIndex, now.ladder.length - 1)]!,
        why: whyNow(now, climb, plan, merged),
      },
    next: now && open[open.indexOf(now) + 1],
    doneIds,
  };
}

/** The first open stage; for whoever is quick the furthest that stands for it and for all between them. */
function nowOf(open: readonly Stage[], plan: Plan, deeds: readonly Deed[]) {
  const [first] = open;
  if (!first || plan.goesThroughAll || !isQuick(deeds)) return { now: first, merged: 0 };
  const merged = open.findLastIndex(
    (stage, index) => index > 0 && open.slice(0, index).every((before) => standsFor(stage, before)),
  );
  return merged > 0 ? { now: open[merged]!, merged } : { now: first, merged: 0 };
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

/** @param merged so many stages before it that it stands for. */
function whyNow(stage: Stage, { rungIndex, falls, goodInRow }: Climb, plan: Plan, merged: number): string {
  if (merged > 0) {
    const before = merged === 1 ? 'the step before it' : `the ${merged} steps before it`;
    return `You are quick: a good take of this one stands for ${before}, too.`;
  }
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
