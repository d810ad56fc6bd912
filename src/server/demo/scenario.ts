// The demo: invented people and invented lines.
import type { InstrumentId } from '@/core/instruments';
import type { DemoTake } from './seed-take';

export const DEMO_TEACHER = {
  name: 'Odile Harrow',
  email: 'odile.harrow@mevlo.example',
  password: 'seven-lanterns',
} as const;

/** Helps in one of the classes. */
export const DEMO_COLLEAGUE = {
  name: 'Basil Thorne',
  email: 'basil.thorne@mevlo.example',
  password: 'nine-harbours',
  className: 'Friday brass',
} as const;

export interface DemoStudent {
  readonly name: string;
  readonly userName: string;
  readonly pin: string;
  readonly instrument: InstrumentId;
}

export interface DemoClass {
  readonly name: string;
  readonly code: string;
  readonly students: readonly DemoStudent[];
}

export const DEMO_CLASSES: readonly DemoClass[] = [
  {
    name: 'Tuesday flutes',
    code: 'REED-274',
    students: [
      { name: 'Ida Quill', userName: 'ida', pin: '271828', instrument: 'flute' },
      { name: 'Tomas Vale', userName: 'tomas', pin: '314159', instrument: 'flute' },
      { name: 'Nuri Ashdown', userName: 'nuri', pin: '161803', instrument: 'flute' },
      { name: 'Wren Okoro', userName: 'wren', pin: '466920', instrument: 'flute' },
    ],
  },
  {
    name: 'Friday brass',
    code: 'HORN-538',
    students: [
      { name: 'Leni Storm', userName: 'leni', pin: '577215', instrument: 'trumpet' },
      { name: 'Pavel Dunne', userName: 'pavel', pin: '618033', instrument: 'trombone' },
    ],
  },
  {
    name: 'Saturday harp and drums',
    code: 'OARS-316',
    students: [
      { name: 'Mira Sandby', userName: 'mira', pin: '141421', instrument: 'harp' },
      { name: 'Juno Petrel', userName: 'juno', pin: '173205', instrument: 'drum-kit' },
      // Has not practised yet.
      { name: 'Falk Brennan', userName: 'falk', pin: '223606', instrument: 'snare' },
    ],
  },
];

/** A line as it is given out. */
export interface DemoLine {
  readonly lineNumber: number;
  readonly startBpm: number;
  readonly goalBpm: number;
  /** Days from today; negative is past. */
  readonly dueInDays: number;
  /** One of the ready plans; the whole line at once without it. */
  readonly planName?: string;
  /** To the students. */
  readonly word?: string;
}

interface DemoAssignment extends DemoLine {
  readonly className: string;
}

export const DEMO_ASSIGNMENTS: readonly DemoAssignment[] = [
  { className: 'Tuesday flutes', lineNumber: 3, startBpm: 63, goalBpm: 80, dueInDays: 2 },
  { className: 'Tuesday flutes', lineNumber: 4, startBpm: 60, goalBpm: 84, dueInDays: 6 },
  { className: 'Tuesday flutes', lineNumber: 5, startBpm: 66, goalBpm: 88, dueInDays: 6 },
  {
    className: 'Tuesday flutes',
    lineNumber: 7,
    startBpm: 60,
    goalBpm: 80,
    dueInDays: 9,
    planName: 'Rhythm first',
  },
  {
    className: 'Tuesday flutes',
    lineNumber: 8,
    startBpm: 44,
    goalBpm: 56,
    dueInDays: 13,
    word: 'Sway with it: two big beats in a measure, and the small ones fit in between.',
  },
  { className: 'Friday brass', lineNumber: 11, startBpm: 60, goalBpm: 80, dueInDays: 5 },
  { className: 'Friday brass', lineNumber: 12, startBpm: 60, goalBpm: 76, dueInDays: 5 },
  { className: 'Saturday harp and drums', lineNumber: 14, startBpm: 60, goalBpm: 84, dueInDays: 8 },
  { className: 'Saturday harp and drums', lineNumber: 15, startBpm: 60, goalBpm: 88, dueInDays: 8 },
];

interface ScenarioTake extends Omit<DemoTake, 'seed'> {
  readonly userName: string;
  readonly lineNumber: number;
  /** A word of the teacher's at a measure, from 0. */
  readonly pin?: { readonly measureIndex: number; readonly words: string };
}

/** Takes of the simulated student; every verdict on them comes from the real check. */
export const DEMO_TAKES: readonly ScenarioTake[] = [
  {
    userName: 'ida',
    lineNumber: 3,
    askedBpm: 63,
    tempoShare: 1,
    flaws: [],
    daysAgo: 6,
    answer: { answer: 'accepted', comment: 'Crisp and even. Up a step!' },
  },
  {
    userName: 'ida',
    lineNumber: 3,
    askedBpm: 69,
    tempoShare: 0.98,
    flaws: ['late'],
    daysAgo: 4,
    answer: { answer: 'again', comment: 'Listen to the rest before you clap.' },
    pin: { measureIndex: 1, words: 'Open your hands on the rest: that is its clap.' },
  },
  {
    userName: 'ida',
    lineNumber: 4,
    askedBpm: 60,
    tempoShare: 1.02,
    flaws: ['wrong', 'cut-short'],
    daysAgo: 3,
  },
  { userName: 'ida', lineNumber: 4, askedBpm: 60, tempoShare: 1, flaws: [], daysAgo: 1 },
  {
    userName: 'tomas',
    lineNumber: 3,
    askedBpm: 63,
    tempoShare: 0.9,
    flaws: ['missing', 'early'],
    daysAgo: 5,
  },
  {
    userName: 'tomas',
    lineNumber: 4,
    askedBpm: 60,
    tempoShare: 0.95,
    flaws: ['tie-restruck', 'pause-before'],
    daysAgo: 2,
  },
  {
    userName: 'tomas',
    lineNumber: 5,
    askedBpm: 66,
    tempoShare: 1,
    flaws: ['wrong', 'late', 'wrong'],
    daysAgo: 1,
  },
  {
    userName: 'nuri',
    lineNumber: 4,
    askedBpm: 60,
    tempoShare: 1,
    flaws: [],
    daysAgo: 5,
    answer: { answer: 'accepted', comment: 'Lovely long notes.' },
  },
  { userName: 'nuri', lineNumber: 4, askedBpm: 66, tempoShare: 1.01, flaws: ['late'], daysAgo: 2 },
  {
    userName: 'nuri',
    lineNumber: 8,
    askedBpm: 44,
    tempoShare: 1,
    flaws: ['restart-after', 'wrong'],
    daysAgo: 0,
  },
  { userName: 'wren', lineNumber: 5, askedBpm: 66, tempoShare: 0.82, flaws: ['extra-after'], daysAgo: 1 },
  { userName: 'leni', lineNumber: 11, askedBpm: 60, tempoShare: 1, flaws: ['wrong'], daysAgo: 2 },
  { userName: 'leni', lineNumber: 11, askedBpm: 60, tempoShare: 1.03, flaws: [], daysAgo: 1 },
  {
    userName: 'pavel',
    lineNumber: 12,
    askedBpm: 60,
    tempoShare: 1,
    flaws: ['cut-short', 'missing'],
    daysAgo: 1,
  },
  { userName: 'mira', lineNumber: 14, askedBpm: 60, tempoShare: 1, flaws: ['voice-late'], daysAgo: 3 },
  { userName: 'mira', lineNumber: 14, askedBpm: 60, tempoShare: 1, flaws: ['missing'], daysAgo: 1 },
  {
    userName: 'juno',
    lineNumber: 15,
    askedBpm: 60,
    tempoShare: 0.97,
    flaws: ['missing', 'late'],
    daysAgo: 2,
  },
];

/** Who asks for help, and with which printed measure. */
export const DEMO_QUESTIONS = [
  { userName: 'wren', lineNumber: 5, stage: 'line/expression', measure: 4 },
] as const;

interface StarterLine {
  readonly page: number;
  readonly level: number;
  readonly token?: string;
  /** Parts made for other instruments. */
  readonly parts?: readonly InstrumentId[];
}

/** What is new on the pages of the starter book. */
export const STARTER_PAGES: readonly (readonly [page: number, whatsNew: string])[] = [
  [4, 'first steps: neighbours and long notes'],
  [5, 'quarter rests, clapped and counted'],
  [6, 'ties: two notes, one breath'],
  [8, 'pickup measures'],
  [10, '6/8 felt in two'],
  [11, 'repeats with two endings; rests on the beat'],
  [14, 'for the brass'],
  [16, 'two hands, four limbs'],
];

/** Where the lines stand in the starter book, and who else gets a part. */
export const STARTER_LINES: Readonly<Record<number, StarterLine>> = {
  1: { page: 4, level: 1, parts: ['clarinet', 'trumpet', 'violin'] },
  2: { page: 4, level: 1 },
  3: { page: 5, level: 1, token: 'tin bead' },
  4: { page: 6, level: 1, token: 'river bead', parts: ['clarinet', 'cello'] },
  5: { page: 6, level: 2 },
  6: { page: 8, level: 2 },
  7: { page: 8, level: 2, token: 'lantern bead', parts: ['oboe', 'alto-sax', 'viola'] },
  8: { page: 10, level: 2 },
  9: { page: 11, level: 2, token: 'stone bead', parts: ['soprano-recorder', 'horn'] },
  10: { page: 11, level: 2 },
  11: { page: 14, level: 1, token: 'bell bead', parts: ['trombone', 'euphonium', 'horn', 'tuba'] },
  12: { page: 14, level: 1 },
  13: { page: 14, level: 2, parts: ['clarinet', 'tenor-sax'] },
  14: { page: 16, level: 2 },
  15: { page: 16, level: 2 },
};

/** The goal of the flutes: about a piece every nine days. */
export const DEMO_PACE = {
  className: 'Tuesday flutes',
  pieces: 20,
  daysSoFar: 30,
  days: 180,
  daysPerWeek: 5,
} as const;

/** What stands in practice books. */
export const DEMO_BOOKS = [
  {
    userName: 'ida',
    ownMinutes: 15,
    ownGoal: 'Three Lanterns without a stop before the winter concert.',
    word: 'Your long notes have become lovely. Count the rests aloud this week.',
  },
  {
    userName: 'wren',
    ownMinutes: undefined,
    ownGoal: 'Play Kettle Song for my grandfather.',
    word: 'First clap, then play: you are on the right way.',
  },
] as const;
