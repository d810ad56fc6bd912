import { resolve } from 'node:path';
import { FAULT_PARTS } from '@/core/judging/model/faults';
import { DRUM_SOUNDS } from '@/core/listening';
import { PLAYERS } from '../evaluation/players';
import {
  type EvaluationTake,
  makeTake,
  planRoomTake,
  planStrictTake,
  planTake,
  planWorldTake,
  type TakePlan,
} from '../evaluation/take';
import type { BoostingOptions, Example, Said } from './boosting';
import { blameFrom } from './calibration';
import { faultExamples } from './fault-examples';
import { heardTake } from './heard-takes';
import { isNeverLearned, NEVER_LEARNED, NEVER_LEARNED_TOGETHER } from './never-learned';
import { pluckExamples } from './pluck-examples';
import { startExamples } from './start-examples';
import {
  CLAIM_SEEDS,
  claimExamples,
  drumExamples,
  struckExamples,
  TOGETHER_SEEDS,
  togetherTakes,
} from './together-examples';

/** `learned`: what a model is made of; `told`: what only tells how well it does. The evaluation has other takes. */
export type Use = 'learned' | 'told';

export interface Lesson {
  readonly what: string;
  readonly file: string;
  readonly options: BoostingOptions;
  readonly seeds: Readonly<Record<string, readonly [from: number, count: number]>>;
  readonly neverLearned: unknown;
  readonly takes: () => readonly LearnableTake[];
  /** Where a lesson teaches several models, their names. */
  readonly parts?: readonly string[];
  /** What is settled by what the model says of takes that it was not learned from. */
  readonly settled?: (said: readonly Said[]) => Readonly<Record<string, number>>;
}

/** A take that is not made yet, and what is to be learned from it. */
export interface LearnableTake {
  readonly use: Use;
  readonly examples: () => readonly Example[];
}

export interface PlannedTake {
  readonly use: Use;
  readonly plan: TakePlan;
  /** Under which its recording is kept. */
  readonly name: string;
}

const KINDS = { take: planTake, room: planRoomTake, world: planWorldTake, strict: planStrictTake } as const;
type Kind = keyof typeof KINDS;
const BY_TURNS = ['take', 'room', 'world'] as const;

const planned = (use: Use, kind: Kind, seed: number): PlannedTake => ({
  use,
  plan: KINDS[kind](seed),
  name: `${kind}-${seed}`,
});

const numbers = ([from, count]: readonly [number, number]) =>
  Array.from({ length: count }, (_, index) => from + index);

const learnable = (takes: readonly PlannedTake[]) => takes.filter(({ plan }) => !isNeverLearned(plan));

const START_SEEDS = { learned: [60_001, 600], told: [66_001, 150] } as const;
export const FAULT_SEEDS = {
  world: [62_001, 1999],
  take: [64_001, 216],
  room: [65_001, 216],
  strict: [67_001, 216],
} as const;

/** Sampled instruments alone, takes in rooms and takes out of the world by turns, each of everybody. */
const byTurns = (seeds: typeof START_SEEDS) =>
  learnable(
    (Object.keys(seeds) as Use[]).flatMap((use) =>
      numbers(seeds[use]).map((seed, index) =>
        planned(use, BY_TURNS[Math.floor(index / PLAYERS.length) % BY_TURNS.length]!, seed),
      ),
    ),
  );

/** Of sampled instruments, in rooms, out of the world and of strict teachers, but for what is never learned. */
export const faultTakes = (): readonly PlannedTake[] =>
  learnable(
    (Object.keys(FAULT_SEEDS) as Kind[]).flatMap((kind) =>
      numbers(FAULT_SEEDS[kind]).map((seed) => planned('learned', kind, seed)),
    ),
  );

const learnedFrom = (
  takes: readonly PlannedTake[],
  examplesOf: (take: EvaluationTake) => readonly Example[],
): readonly LearnableTake[] =>
  takes.map(({ use, plan, name }) => ({ use, examples: () => examplesOf(makeTake(plan, name)) }));

/** Most of what is not so lies in a few takes that were read wrong as a whole: from 0.95 on two of three notes left out would pass. */
const TRUE_SHARE_OF_CLAIMS = 0.92;

/** In the order in which they are learned: what is held against a player depends on what is heard. */
export const LESSONS: Readonly<
  Record<'starts' | 'plucks' | 'faults' | 'struck' | 'drums' | 'claims', Lesson>
> = {
  starts: {
    what: 'How likely a tone starts anew at a place within it.',
    file: resolve('src/core/listening/model/starts.json'),
    options: { rounds: 200, depth: 3, rate: 0.1 },
    seeds: START_SEEDS,
    neverLearned: NEVER_LEARNED,
    takes: () =>
      learnedFrom(
        byTurns(START_SEEDS).filter(({ plan }) => plan.player.range),
        startExamples,
      ),
  },
  plucks: {
    what: 'How likely a string was plucked where the spectrum rises.',
    file: resolve('src/core/listening/model/plucks.json'),
    options: { rounds: 100, depth: 3, rate: 0.1 },
    seeds: START_SEEDS,
    neverLearned: NEVER_LEARNED,
    takes: () =>
      learnedFrom(
        byTurns(START_SEEDS).filter(({ plan }) => plan.player.range && !plan.player.sustains),
        pluckExamples,
      ),
  },
  faults: {
    what: 'How likely what would be held against a player is theirs.',
    file: resolve('src/core/judging/model/faults.json'),
    options: { rounds: 200, depth: 3, rate: 0.1 },
    seeds: FAULT_SEEDS,
    neverLearned: NEVER_LEARNED,
    parts: FAULT_PARTS,
    settled: (said) => ({ blameFrom: blameFrom(said) }),
    takes: () =>
      faultTakes().map(({ use, plan, name }) => ({
        use,
        examples: () => faultExamples(heardTake(plan, name)),
      })),
  },
  struck: {
    what: 'How likely a pitch was struck at a moment, several at once perhaps.',
    file: resolve('src/core/listening/model/struck.json'),
    options: { rounds: 250, depth: 4, rate: 0.1 },
    seeds: TOGETHER_SEEDS,
    neverLearned: NEVER_LEARNED_TOGETHER,
    takes: () => togetherTakes(['hands'], TOGETHER_SEEDS, struckExamples),
  },
  drums: {
    what: 'How likely each drum was struck at a moment.',
    file: resolve('src/core/listening/model/drums.json'),
    options: { rounds: 120, depth: 3, rate: 0.12 },
    seeds: TOGETHER_SEEDS,
    neverLearned: NEVER_LEARNED_TOGETHER,
    parts: DRUM_SOUNDS,
    takes: () => togetherTakes(['kit'], TOGETHER_SEEDS, drumExamples),
  },
  claims: {
    what: 'How likely what would be held against one head of a line of several voices is so.',
    file: resolve('src/core/judging/model/claims.json'),
    options: { rounds: 60, depth: 3, rate: 0.1 },
    seeds: CLAIM_SEEDS,
    neverLearned: NEVER_LEARNED_TOGETHER,
    settled: (said) => ({ blameFrom: blameFrom(said, TRUE_SHARE_OF_CLAIMS) }),
    takes: () => togetherTakes(['hands', 'kit'], CLAIM_SEEDS, claimExamples),
  },
};
