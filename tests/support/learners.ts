// Simulated learners: how somebody gets better at a line by playing it. Our own assumptions, stated here; the same for every way of practising.
import { createRandom, type Random } from '@/core/base';
import { type Attempt, climbLadder, isClimbed } from '@/core/practice';
import { beginCoach, type CoachHeard, type CoachPlan, coachOn, resumeCoach } from '@/core/practice/coach';

/** What a kind of learner is like. */
interface Kind {
  /** What one right time teaches, and one wrong time; in the unit of mastery, where 0 is right every other time. */
  readonly right: number;
  readonly wrong: number;
  /** Mastery at the beginning: of an easy measure, and of a hard one. */
  readonly easy: number;
  readonly hard: number;
  /** How attention spreads: with so many measures at once each is taught by that number to the power of minus this. */
  readonly spreads: number;
  /** Mastery that goes with every task in which a measure is not played. */
  readonly forgets: number;
}

export const KINDS: Readonly<Record<string, Kind>> = {
  quick: { right: 0.5, wrong: 0.15, easy: 3.5, hard: -1.5, forgets: 0, spreads: 0.5 },
  steady: { right: 0.3, wrong: 0.05, easy: 3.2, hard: -2, forgets: 0, spreads: 0.5 },
  slow: { right: 0.18, wrong: 0.02, easy: 2.8, hard: -2.5, forgets: 0, spreads: 0.5 },
  forgetful: { right: 0.35, wrong: 0.05, easy: 3, hard: -2, forgets: 0.015, spreads: 0.5 },
  /** Knows nearly all of it, and a few places not at all. */
  stuck: { right: 0.25, wrong: 0.02, easy: 3.5, hard: -4, forgets: 0, spreads: 0.5 },
  /** Learns as much of every measure, however many there are: nothing is won by taking one alone. */
  unspread: { right: 0.15, wrong: 0.03, easy: 3.2, hard: -2, forgets: 0, spreads: 0 },
  /** What was played wrong settles in. */
  careless: { right: 0.3, wrong: -0.05, easy: 3, hard: -2, forgets: 0, spreads: 0.5 },
};

/** Twice as slow is worth so much mastery. */
const WORTH_OF_SLOW = 6;
const BEATS = 4;
const MOST_MINUTES = 240;
/** One measure in four is hard. */
const HARD_SHARE = 0.25;

/** A line to be learned by somebody: a plan, and what is known of each measure and of the way into it. */
interface Learner {
  readonly kind: Kind;
  readonly goalBpm: number;
  readonly inside: number[];
  readonly wayIn: number[];
  readonly random: Random;
}

export interface Practised {
  readonly takes: number;
  readonly minutes: number;
  /** Whether the line was clean at the goal tempo in the end. */
  readonly isThrough: boolean;
  /** The most often that one thing was played as it was. */
  readonly mostSame: number;
}

export function planOfSeed(seed: number): CoachPlan {
  const random = createRandom(seed);
  const measures = random.pick([4, 8, 8, 12, 16]);
  return {
    measures,
    phraseStarts: Array.from({ length: measures / 4 }, (_, index) => 4 * index),
    hardPairs: [],
    ladder: random.pick([
      [60, 66, 72, 80],
      [66, 72, 80],
      [60, 63, 66, 69, 72],
    ]),
    rules: { goodTakesToRise: 2, easyTakesToLeap: 2, brokenTakesToFall: 2 },
  };
}

function learnerOf(seed: number, { measures, ladder }: CoachPlan, kind: Kind): Learner {
  const random = createRandom(1000 + seed);
  const mastery = () =>
    random.uniform(0, 1) < HARD_SHARE
      ? kind.hard + random.uniform(-0.5, 0.5)
      : kind.easy + random.uniform(-0.5, 0.5);
  return {
    kind,
    random,
    goalBpm: ladder.at(-1)!,
    inside: Array.from({ length: measures }, mastery),
    wayIn: Array.from({ length: measures }, mastery),
  };
}

/** Plays some measures once. @returns those that went wrong. */
function play(learner: Learner, from: number, to: number, withWayIn: boolean, bpm: number): number[] {
  const { kind, random, inside, wayIn, goalBpm } = learner;
  const share = (to - from + (withWayIn ? 1 : 0)) ** -kind.spreads;
  const ease = WORTH_OF_SLOW * Math.log2(goalBpm / bpm);
  const wrong: number[] = [];
  for (let measure = 0; measure < inside.length; measure++) {
    if (measure < from || measure >= to) {
      inside[measure]! -= kind.forgets;
      wayIn[measure]! -= kind.forgets;
      continue;
    }
    const comesFromBefore = measure > from || (withWayIn && measure > 0);
    const known = [inside[measure]!, ...(comesFromBefore ? [wayIn[measure]!] : [])];
    const isRight = known.every(
      (mastery) => random.uniform(0, 1) < 1 / (1 + Math.exp(-(mastery + ease + 1))),
    );
    const taught = share * (isRight ? kind.right : kind.wrong);
    inside[measure]! += taught;
    if (comesFromBefore) wayIn[measure]! += taught;
    if (!isRight) wrong.push(measure);
  }
  return wrong;
}

const secondsOf = (measures: number, bpm: number) => ((measures + 1) * BEATS * 60) / bpm;
const outcomeOf = (wrong: number, of: number) =>
  wrong === 0 ? ('easy' as const) : wrong >= of / 2 ? ('fell-apart' as const) : ('fair' as const);

/** As most do it by themselves: the whole line again and again, up and down the same ladder. */
export function practiseFromTheTop(seed: number, kind: Kind): Practised {
  const plan = planOfSeed(seed);
  const learner = learnerOf(seed, plan, kind);
  const attempts: Attempt[] = [];
  let climb = climbLadder(plan.ladder, plan.rules, attempts);
  let [takes, seconds, same, mostSame] = [0, 0, 0, 0];
  while (!isClimbed(plan.ladder, climb) && seconds < 60 * MOST_MINUTES) {
    const bpm = plan.ladder[climb.rungIndex]!;
    const wrong = play(learner, 0, plan.measures, false, bpm);
    attempts.push({ kind: 'take', bpm, outcome: outcomeOf(wrong.length, plan.measures) });
    const next = climbLadder(plan.ladder, plan.rules, attempts);
    same = next.rungIndex === climb.rungIndex ? same + 1 : 0;
    mostSame = Math.max(mostSame, same);
    climb = next;
    takes++;
    seconds += secondsOf(plan.measures, bpm);
  }
  return { takes, minutes: seconds / 60, isThrough: isClimbed(plan.ladder, climb), mostSame };
}

/** With the coach; what it plays first costs its time, too. */
export function practiseWithCoach(seed: number, kind: Kind): Practised {
  const plan = planOfSeed(seed);
  const learner = learnerOf(seed, plan, kind);
  let coach = beginCoach(plan, plan.ladder[0]!);
  let [takes, seconds, same, mostSame] = [0, 0, 0, 0];
  while (coach.end !== 'goal' && seconds < 60 * MOST_MINUTES) {
    if (coach.end) same = 0;
    // After a rest it goes on; what is left to the teacher is shown, and tried again.
    if (coach.end === 'ask-teacher') coach = beginCoach(plan, plan.ladder[coach.climb.rungIndex]!);
    else if (coach.end) coach = resumeCoach(coach);
    const { range, bpm, isShown, times } = coach.task;
    const rounds = Array.from({ length: times }, () =>
      play(learner, range.fromIndex, range.toIndex, range.withNoteBefore, bpm),
    );
    // The first of several is for finding in.
    const wrong = [...new Set(rounds.slice(times > 1 ? 1 : 0).flat())];
    const length = times * (range.toIndex - range.fromIndex) + (range.withNoteBefore ? 1 : 0);
    const took = secondsOf(length, bpm) * (isShown ? 2 : 1);
    const heard: CoachHeard = {
      kind: 'played',
      outcome: outcomeOf(wrong.length, range.toIndex - range.fromIndex),
      weak: wrong.map((measureIndex) => ({ measureIndex, hasWrongNotes: false })),
      seconds: took,
    };
    const before = JSON.stringify([range, bpm]);
    coach = coachOn(plan, coach, heard);
    same = JSON.stringify([coach.task.range, coach.task.bpm]) === before ? same + 1 : 0;
    mostSame = Math.max(mostSame, same);
    takes++;
    seconds += took;
  }
  return { takes, minutes: seconds / 60, isThrough: coach.end === 'goal', mostSame };
}
