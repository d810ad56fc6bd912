import type { Strictness } from '../judging';
import { maybeVoice, type Part, voiceHasNotes } from '../notation';
import type { HardSpot, Player } from '../study';
import { layLadder } from '../tempo';
import { type Chunk, type Chunking, proposeChunks } from './chunk';
import { type ClimbRules, USUAL_RULES } from './climb';
import { hardSpotsFor } from './hard-pairs';
import { STEPS } from './step';
import { OWN_STEP_IDS, type OwnStepId, STEP_IDS, STEP_KEEPS, type StepId } from './step-keeps';

/** How the rungs of a ladder are laid. */
export type LadderSteps =
  | { readonly by: 'marks'; readonly marks: number }
  | { readonly by: 'bpm'; readonly bpm: number }
  | { readonly by: 'percent'; readonly percent: number };

/** How a line is to be learned. */
export interface Plan {
  readonly name: string;
  readonly chunking: Chunking;
  /** In order. */
  readonly steps: readonly StepId[];
  /** Each chunk with all its steps, or each step with all its chunks. */
  readonly order: 'chunk-by-chunk' | 'step-by-step';
  readonly ladderSteps: LadderSteps;
  readonly rules: ClimbRules;
  /** Adds a last rung without the click. */
  readonly endsWithoutClick: boolean;
  /** Nobody leaves out a step, however quick. */
  readonly goesThroughAll?: boolean | undefined;
  /** How strictly single steps are judged; the others as the class is. */
  readonly strictness?: Readonly<Partial<Record<StepId, Strictness>>> | undefined;
  /** What is done in the teacher's own steps. */
  readonly ownWords?: Readonly<Partial<Record<OwnStepId, string>>> | undefined;
}

const USUAL = {
  order: 'chunk-by-chunk',
  ladderSteps: { by: 'marks', marks: 2 },
  rules: USUAL_RULES,
  endsWithoutClick: true,
} as const;

/** The schools of order that are in use, ready to be given out. Common practice. */
export const READY_PLANS: readonly Plan[] = [
  {
    ...USUAL,
    name: 'Rhythm first',
    chunking: 'twos',
    steps: ['clap', 'one-note', 'name-and-finger', 'plain', 'slurs', 'marks', 'expression'],
  },
  {
    ...USUAL,
    name: 'Count, name, sing, play',
    chunking: 'phrases',
    steps: ['count', 'name-and-finger', 'sing', 'plain', 'expression'],
  },
  {
    ...USUAL,
    name: 'Each hand alone, then together',
    chunking: 'twos',
    steps: [
      ...(['clap', 'right-hand', 'left-hand', 'hands', 'feet', 'upper-voice', 'lower-voice'] as const),
      ...(['plain', 'expression'] as const),
    ],
  },
  {
    ...USUAL,
    name: 'Read first',
    chunking: 'twos',
    order: 'step-by-step',
    steps: ['read', 'plain', 'expression', 'with-backing'],
  },
];

/** Without a plan: the whole line, one good take a rung. */
export const NO_PLAN: Plan = {
  ...USUAL,
  name: 'The whole line',
  chunking: 'line',
  steps: ['expression'],
  rules: { goodTakesToRise: 1, easyTakesToLeap: 0, brokenTakesToFall: 0 },
  endsWithoutClick: false,
};

/** One thing to do: a step on a chunk, on a ladder of tempos. */
export interface Stage {
  /** Equal for equal chunks and steps, so that what was done counts on when a plan is changed. */
  readonly id: string;
  readonly chunk: Chunk;
  readonly step: StepId;
  /** Rising tempos in beat units of the line's first meter, at least one. */
  readonly ladder: readonly number[];
  /** What is done, where the teacher has put it into words. */
  readonly words?: string | undefined;
  /** The teacher has asked for it, beside the plan. */
  readonly isAsked?: true;
}

/**
 * How strictly a take is judged: as its step asks, else as the class is.
 * @param stageId of the plan; undefined for the whole line without a plan.
 */
export function strictnessOf(
  plan: Plan | undefined,
  stageId: string | undefined,
  ofClass: Strictness,
): Strictness {
  const step = STEP_IDS.find((id) => stageId?.endsWith(`/${id}`));
  return (step && plan?.strictness?.[step]) ?? ofClass;
}

export interface Bounds {
  readonly startBpm: number;
  readonly goalBpm: number;
  /** Other lines are played straight after this one. */
  readonly hasNextLines?: boolean;
}

/** The rungs from a start to a goal tempo, both included. */
export function layRungs({ startBpm, goalBpm }: Bounds, steps: LadderSteps): readonly number[] {
  if (steps.by === 'marks') return layLadder(startBpm, goalBpm, steps.marks);
  const rungs: number[] = [];
  for (let bpm = startBpm; bpm < goalBpm; ) {
    rungs.push(bpm);
    const next = steps.by === 'bpm' ? bpm + steps.bpm : bpm * (1 + steps.percent / 100);
    bpm = Math.max(bpm + 1, Math.round(next));
  }
  return [...rungs, goalBpm];
}

/** What a part leaves to do of a step: adding slurs to a line without slurs is nothing to do. */
function hasSomething(part: Part, id: StepId): boolean {
  const notes = part.measures.flatMap(({ events }) =>
    events.flatMap((event) => (event.kind === 'note' ? [event] : [])),
  );
  const isPitched = notes.some(({ pitch }) => pitch.kind === 'pitched');
  switch (id) {
    case 'slurs':
      return notes.some(({ slurStarts }) => slurStarts > 0);
    case 'marks':
      return notes.some(({ articulations }) => articulations.length > 0);
    case 'one-note':
    case 'name-and-finger':
    case 'sing':
    case 'air-play':
      return isPitched;
    default:
      return true;
  }
}

/**
 * All stages of a plan for a part, in order. Chunks are learned at the start tempo; the whole line climbs the ladder,
 * at last without the click.
 */
export function stagesOf(
  part: Part,
  plan: Plan,
  bounds: Bounds,
  hardSpots: readonly HardSpot[] = [],
): readonly Stage[] {
  const chunks = proposeChunks(part, plan.chunking, hardSpots);
  const steps = plan.steps.filter((id) => hasSomething(part, id));
  const pairs =
    plan.order === 'chunk-by-chunk'
      ? chunks.flatMap((chunk) => steps.map((step) => ({ chunk, step })))
      : steps.flatMap((step) => chunks.map((chunk) => ({ chunk, step })));
  // The step that climbs: playing along comes after it, reading at sight before.
  const last = steps.findLast((id) => id !== 'read' && id !== 'with-backing') ?? steps.at(-1);
  const isWhole = chunks.every(({ kind }) => kind === 'line');
  const stages = pairs
    .filter(({ chunk, step }) => (isWhole || isUseful(chunk, step, last)) && hasNotes(part, chunk, step))
    .map(
      ({ chunk, step }): Stage => ({
        id: `${chunk.id}/${step}`,
        chunk,
        step,
        ladder: ladderFor(chunk, step, last, plan, bounds),
        ...wordsFor(step, plan),
      }),
    );
  const line = chunks.at(-1)!;
  const together: readonly Stage[] = bounds.hasNextLines
    ? [
        {
          id: 'together/expression',
          chunk: { kind: 'together', id: 'together' },
          step: 'expression',
          ladder: [bounds.goalBpm],
        },
      ]
    : [];
  const whole: readonly Stage[] = plan.endsWithoutClick
    ? [
        ...stages,
        { id: `${line.id}/without-click`, chunk: line, step: 'without-click', ladder: [bounds.goalBpm] },
      ]
    : stages;
  return [...whole, ...together];
}

/** What the teacher has written for an own step. */
function wordsFor(step: StepId, { ownWords = {} }: Plan): Pick<Stage, 'words'> {
  const id = OWN_STEP_IDS.find((one) => one === step);
  return id && ownWords[id] !== undefined ? { words: ownWords[id] } : {};
}

/** Whether there is anything to play in a piece: a hand may rest in it. */
function hasNotes(part: Part, chunk: Chunk, step: StepId): boolean {
  const { voice } = STEP_KEEPS[step];
  if (voice === undefined) return true;
  const place = maybeVoice(part, voice);
  if (place === undefined) return false;
  return chunk.kind === 'measures'
    ? voiceHasNotes(part, place, chunk.fromIndex, chunk.toIndex)
    : voiceHasNotes(part, place);
}

/** The stages for a player: only drills need to know what is hard on the instrument. */
export function stagesForPlayer(
  part: Part,
  plan: Plan,
  bounds: Bounds,
  instrument: Player['instrument'],
): readonly Stage[] {
  if (plan.chunking !== 'hard-spots') return stagesOf(part, plan, bounds);
  return stagesOf(part, plan, bounds, hardSpotsFor(part, instrument, bounds.goalBpm));
}

function ladderFor(
  chunk: Chunk,
  step: StepId,
  last: StepId | undefined,
  plan: Plan,
  bounds: Bounds,
): readonly number[] {
  if (step === 'with-backing') return [bounds.goalBpm];
  return chunk.kind === 'line' && step === last ? layRungs(bounds, plan.ladderSteps) : [bounds.startBpm];
}

/** Joins and drills are played, not clapped or named; the whole line is only played in the end. */
function isUseful(chunk: Chunk, step: StepId, last: StepId | undefined): boolean {
  if (step === 'read' || step === 'with-backing') return chunk.kind === 'line';
  if (chunk.kind === 'join' || chunk.kind === 'drill') return step === 'plain';
  if (chunk.kind === 'line') return step === last;
  return STEPS[step].checkedBy !== 'own-word' || chunk.kind === 'measures';
}
