// The demo's term: eight weeks of two more classes, made up by chance from a few traits of each student. Invented people.
import { createRandom, type Random } from '@/core/base';
import type { InstrumentId } from '@/core/instruments';
import type { FlawKind, FlawPlace } from '@/core/simulation';
import { moveByMarks, PRACTICE_MARKS } from '@/core/tempo';
import type { DemoClass, DemoLine, DemoStudent } from './scenario';
import type { DemoTake } from './seed-take';

/** What a student of the term is like; shares are 0–1. */
interface Traits {
  /** How often a first try is clean; every further one is better. */
  readonly skill: number;
  /** How many of the lines are practised at all. */
  readonly diligence: number;
  /** Nothing was played since so many days. */
  readonly quietForDays?: number;
  /** Out of ten, by which the own rating lies beside what was measured. */
  readonly ratesBy: number;
}

interface TermStudent extends DemoStudent {
  readonly traits: Traits;
}

interface TermLine extends DemoLine {
  /** Where most of the class go wrong, and how. */
  readonly stumblesAt?: FlawPlace;
}

interface TermClass extends DemoClass {
  readonly students: readonly TermStudent[];
  readonly lines: readonly TermLine[];
}

export const TERM_CLASSES: readonly TermClass[] = [
  {
    name: 'Meadow band',
    code: 'KITE-905',
    students: [
      student('Asa Lindqvist', 'asa', '902114', 'flute', { skill: 0.75, diligence: 1, ratesBy: 0 }),
      student('Beau Marsh', 'beau', '337201', 'flute', { skill: 0.4, diligence: 0.8, ratesBy: 2 }),
      student('Cleo Tamsin', 'cleo', '481006', 'clarinet', { skill: 0.95, diligence: 1, ratesBy: -1 }),
      student('Dov Hollis', 'dov', '750932', 'clarinet', { skill: 0.5, diligence: 0.7, ratesBy: 1 }),
      student('Effie Roan', 'effie', '118245', 'trumpet', { skill: 0.6, diligence: 0.9, ratesBy: 0 }),
      student('Finn Arbour', 'finn', '664370', 'trumpet', {
        ...{ skill: 0.45, diligence: 0.6, ratesBy: 1 },
        quietForDays: 19,
      }),
      student('Greta Moss', 'greta', '205581', 'horn', { skill: 0.55, diligence: 0.9, ratesBy: -2 }),
      student('Hugo Tern', 'hugo', '839417', 'trombone', { skill: 0.65, diligence: 0.9, ratesBy: 0 }),
      student('Ines Calder', 'ines', '570663', 'alto-sax', { skill: 0.7, diligence: 0.8, ratesBy: 0 }),
      student('Jory Peake', 'jory', '926308', 'euphonium', { skill: 0.35, diligence: 0.7, ratesBy: 2 }),
    ],
    lines: [
      { lineNumber: 1, startBpm: 72, goalBpm: 80, dueInDays: -49 },
      { lineNumber: 2, startBpm: 66, goalBpm: 76, dueInDays: -42 },
      { lineNumber: 3, startBpm: 66, goalBpm: 80, dueInDays: -32 },
      { lineNumber: 4, startBpm: 66, goalBpm: 80, dueInDays: -22 },
      { lineNumber: 6, startBpm: 63, goalBpm: 76, dueInDays: -12 },
      {
        ...{ lineNumber: 7, startBpm: 60, goalBpm: 76, dueInDays: -2 },
        stumblesAt: { measureIndex: 3, flaw: 'late' },
        word: 'Breathe before the pickup, not in the middle of it.',
      },
      { lineNumber: 9, startBpm: 60, goalBpm: 72, dueInDays: 6 },
    ],
  },
  {
    name: 'Lunch recorders',
    code: 'WREN-148',
    students: [
      student('Kit Sorrel', 'kit', '417739', 'soprano-recorder', { skill: 0.6, diligence: 1, ratesBy: 1 }),
      student('Lumi Okafor', 'lumi', '603158', 'soprano-recorder', { skill: 0.8, diligence: 1, ratesBy: 0 }),
      student('Milo Ferris', 'milo', '285904', 'soprano-recorder', {
        ...{ skill: 0.4, diligence: 0.7, ratesBy: 2 },
      }),
      student('Noa Bright', 'noa', '731462', 'soprano-recorder', {
        ...{ skill: 0.5, diligence: 0.9, ratesBy: -1 },
      }),
      student('Otto Vane', 'otto', '958020', 'soprano-recorder', {
        ...{ skill: 0.5, diligence: 0.4, ratesBy: 0 },
        quietForDays: 26,
      }),
    ],
    lines: [
      { lineNumber: 1, startBpm: 66, goalBpm: 76, dueInDays: -35 },
      { lineNumber: 3, startBpm: 60, goalBpm: 72, dueInDays: -25 },
      {
        ...{ lineNumber: 2, startBpm: 60, goalBpm: 72, dueInDays: -14 },
        stumblesAt: { measureIndex: 2, flaw: 'cut-short' },
      },
      { lineNumber: 6, startBpm: 60, goalBpm: 72, dueInDays: -4 },
      { lineNumber: 4, startBpm: 60, goalBpm: 72, dueInDays: 7 },
    ],
  },
];

function student(
  name: string,
  userName: string,
  pin: string,
  instrument: InstrumentId,
  traits: Traits,
): TermStudent {
  return { name, userName, pin, instrument, traits };
}

/** The goal of the band. */
export const TERM_PACE = {
  className: 'Meadow band',
  pieces: 6,
  daysSoFar: 58,
  days: 72,
  daysPerWeek: 5,
} as const;

/** Who asks for help, and with which printed measure. */
export const TERM_QUESTIONS = [
  { userName: 'jory', className: 'Meadow band', lineNumber: 7, stage: 'line/expression', measure: 4 },
] as const;

/** A spoken answer that ships with the demo, to the newest take of a student on a line. */
export const TERM_VOICES = [
  { userName: 'beau', lineNumber: 7, file: 'demo/term/slow-it-down.wav' },
  { userName: 'noa', lineNumber: 6, file: 'demo/term/lovely-long-notes.wav' },
] as const;

export interface TermTake extends DemoTake {
  readonly className: string;
  readonly userName: string;
  readonly instrument: InstrumentId;
  readonly lineNumber: number;
  /** Whether its recording is still there. */
  readonly isKept: boolean;
}

/** Recordings that are older are gone, and so is what was answered long since, as a school would have it. */
const KEPT_DAYS = 6;
/** What is older was answered, nearly all of it; what is newer than the last look at the desk was not. */
const ANSWERED_DAYS = 5;
const ANSWERED_SHARE = 0.93;
const LATELY_ANSWERED_SHARE = 0.4;
const UNSEEN_DAYS = 1.5;
/** A line is in hand for so long before it is due. */
const DAYS_IN_HAND = 9;
const MOST_TRIES = 6;
const MARKS_UP = 2;
/** What comes with every further try. */
const LEARNED = 0.2;
/** Two in three of those who are unsure go wrong where the class does. */
const STUMBLE_SHARE = 0.65;
const BEGINNERS_FLAWS: readonly FlawKind[] = [
  ...(['wrong', 'wrong', 'late', 'cut-short', 'cut-short', 'rest-cut'] as const),
  ...(['early', 'missing', 'pause-before', 'held-on', 'tie-restruck', 'extra-after'] as const),
];
const PRAISE = [
  'Steady from the first beat to the last.',
  'That pickup came in just right.',
  'You counted the rests. I heard it!',
  '',
  'Lovely long notes. Up a step.',
  '',
] as const;
const ADVICE = [
  'Say the counts aloud once, then play.',
  'Hold that half note until the next number.',
  'Slower is fine. Right is better than fast.',
  'Look at the key signature before you start.',
] as const;

/** Every take of the term, the oldest first. The same every time. */
export function planTerm(): readonly TermTake[] {
  const random = createRandom(58);
  const takes = TERM_CLASSES.flatMap((school) =>
    school.students.flatMap((student) =>
      school.lines.flatMap((line) => takesOn(line, student, school.name, random)),
    ),
  );
  return takes
    .toSorted((a, b) => b.daysAgo - a.daysAgo)
    .map((take, index): TermTake => ({ ...take, seed: 5001 + index }));
}

/** One student on one line: again at the same tempo until it is clean, then on to the next, until the goal or the end of patience. */
function takesOn(
  line: TermLine,
  { userName, instrument, traits }: TermStudent,
  className: string,
  random: Random,
): Omit<TermTake, 'seed'>[] {
  const { skill, diligence, quietForDays = 0, ratesBy } = traits;
  const hasBegun = random.uniform(0, 1) < diligence;
  const firstDay = -line.dueInDays + DAYS_IN_HAND * random.uniform(0.5, 0.9);
  const takes: Omit<TermTake, 'seed'>[] = [];
  let askedBpm = line.startBpm;
  for (let tries = 0; hasBegun && tries < MOST_TRIES && askedBpm <= line.goalBpm; tries++) {
    const daysAgo = firstDay - tries * random.uniform(0.6, 1.6);
    const isClean = random.uniform(0, 1) < skill + LEARNED * tries;
    const stumbles = line.stumblesAt !== undefined && skill < 0.9 && random.uniform(0, 1) < STUMBLE_SHARE;
    const flaws = isClean
      ? []
      : Array.from({ length: 1 + Math.round(1.4 - skill) }, () => random.pick(BEGINNERS_FLAWS));
    const words = random.pick(isClean ? PRAISE : ADVICE);
    const answers = random.uniform(0, 1);
    const tempoShare = 1 + random.uniform(-0.03, isClean ? 0.03 : 0.06);
    // What would lie in the days to come was not played.
    if (daysAgo < Math.max(quietForDays, 0.1)) break;
    const isAnswered =
      daysAgo > UNSEEN_DAYS && answers < (daysAgo > ANSWERED_DAYS ? ANSWERED_SHARE : LATELY_ANSWERED_SHARE);
    takes.push({
      ...{ className, userName, instrument, lineNumber: line.lineNumber, askedBpm, tempoShare, flaws },
      ...{ daysAgo, ratesBy, isKept: !isAnswered || daysAgo < KEPT_DAYS },
      stumblesAt: stumbles ? line.stumblesAt : undefined,
      answer: isAnswered
        ? { answer: isClean && !stumbles ? 'accepted' : 'again', comment: words }
        : undefined,
    });
    if (isClean && !stumbles)
      askedBpm =
        askedBpm === line.goalBpm
          ? askedBpm + 1
          : Math.min(line.goalBpm, moveByMarks(askedBpm, MARKS_UP, PRACTICE_MARKS));
  }
  return takes;
}
