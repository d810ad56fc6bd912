export { afterCleanTake, type Climbing, climbingAfter } from './after-clean';
export { CHUNKINGS, type Chunk, type Chunking, chunkName, proposeChunks, USUAL_DRILL_TIMES } from './chunk';
export { backToBack, lineOfChunk } from './chunk-line';
export {
  type Attempt,
  type Climb,
  type ClimbRules,
  climbLadder,
  type GoodOutcome,
  isClimbed,
  isGoodOutcome,
  type Outcome,
  USUAL_RULES,
} from './climb';
export type { Deed } from './deed';
export { describeStage } from './describe-stage';
export { type HardPair, hardPairsOf } from './hard-pairs';
export { minutesOf, minutesPerDay } from './minutes';
export { outcomeOf, outcomeOfCounts } from './outcome';
export { asksOwnEars, OWN_EARS, type OwnEars } from './own-ears';
export { type Pace, type PaceGoal, paceOf } from './pace';
export { type Passage, passageToAsk, sayPassage, stageOfPassage } from './passage';
export {
  type Bounds,
  type LadderSteps,
  layRungs,
  NO_PLAN,
  type Plan,
  READY_PLANS,
  type Stage,
  stagesForPlayer,
  stagesOf,
  strictnessOf,
} from './plan';
export {
  type LineToday,
  minutesByDay,
  type OpenLine,
  type PracticeDay,
  planDay,
  type Spell,
} from './practice-day';
export { climbOf, type Progress, progressOf } from './progress';
export { type Stop, sayStop } from './say-stop';
export {
  GOOD_ENOUGH,
  LEAST_RATING,
  type MeasuredQuality,
  MOST_RATING,
  measuredRating,
  QUALITIES,
  type Quality,
  qualitiesAsked,
  type SelfRating,
} from './self-rating';
export {
  ANSWERS,
  type Answer,
  type AskedPassage,
  type Given,
  isGoodTake,
  isLearned,
  ladderOf,
  lineOfStage,
  maybeNextWhenEasy,
  minutesLeftOf,
  planNameOf,
  type StageWord,
  type Standing,
  type StandingTake,
  shareDone,
  stagesOfGiven,
  stagesOfStudent,
  stageToPlay,
  standingOf,
} from './standing';
export { STEPS, type Step } from './step';
export { OWN_STEP_IDS, type OwnStepId, STEP_IDS, STEP_KEEPS, type StepId } from './step-keeps';
export { lineOfStep } from './step-line';
export { stepsClimbedSince } from './steps-climbed';
export {
  type LoopLine,
  type LoopRange,
  lineOfLoop,
  maybeNextPractice,
  type NextPractice,
} from './what-next';
