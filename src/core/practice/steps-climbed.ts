import { isAfter, type Moment } from '../base';
import type { Line } from '../notation';
import type { Stage } from './plan';
import { type Given, type StageWord, type Standing, type StandingTake, standingOf } from './standing';

/** Stages that are done, and rungs that are climbed of the one at hand. */
const stepsDone = ({ progress: { doneIds, now } }: Standing): number =>
  doneIds.length + (now && now.stage.ladder.length > 1 ? now.climb.climbed.length : 0);

/**
 * How many stages were done and rungs climbed since a moment: what was handed in or answered before it counts as it stood then.
 * @param takes of the student on this line, newest first. @param planned stages of the plan.
 * @returns 0 where nothing moved, or a student went down.
 * @example stepsClimbedSince(given, line, takes, words, lastVisit, stages) // 2
 */
export function stepsClimbedSince(
  given: Given,
  line: Line,
  takes: readonly (StandingTake & { readonly answeredAt: Moment | null })[],
  words: readonly StageWord[],
  since: Moment,
  planned: readonly Stage[],
): number {
  const isBefore = (moment: Moment) => !isAfter(moment, since);
  if (
    takes.every((take) => isBefore(take.handedInAt) && !isAnsweredAfter(take, since)) &&
    words.every(({ saidAt }) => isBefore(saidAt))
  )
    return 0;
  const then = standingOf(
    given,
    line,
    takes
      .filter(({ handedInAt }) => isBefore(handedInAt))
      .map((take) => (isAnsweredAfter(take, since) ? { ...take, answer: null, passage: null } : take)),
    words.filter(({ saidAt }) => isBefore(saidAt)),
    planned,
  );
  return Math.max(0, stepsDone(standingOf(given, line, takes, words, planned)) - stepsDone(then));
}

const isAnsweredAfter = ({ answeredAt }: { readonly answeredAt: Moment | null }, since: Moment): boolean =>
  answeredAt !== null && isAfter(answeredAt, since);
