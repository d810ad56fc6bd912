import type { VoiceName } from '../notation';

/** Steps that say what the teacher has written for them. */
export const OWN_STEP_IDS = ['own-1', 'own-2', 'own-3'] as const;
export type OwnStepId = (typeof OWN_STEP_IDS)[number];

export const STEP_IDS = [
  'read',
  'count',
  'clap',
  'one-note',
  'name-and-finger',
  'air-play',
  'sing',
  'right-hand',
  'left-hand',
  'hands',
  'feet',
  'upper-voice',
  'lower-voice',
  'plain',
  'slurs',
  'marks',
  'expression',
  'with-backing',
  'without-click',
  ...OWN_STEP_IDS,
] as const;
export type StepId = (typeof STEP_IDS)[number];

/** What is left of the written line. */
export interface Keeps {
  readonly pitches: 'all' | 'one' | 'none';
  readonly slurs: boolean;
  readonly articulations: boolean;
  readonly expression: boolean;
  /** One voice of several, alone; undefined for all. A line without it has nothing to do in this step. */
  readonly voice?: VoiceName;
}

const BARE = { pitches: 'all', slurs: false, articulations: false, expression: false } as const;
const FULL = { pitches: 'all', slurs: true, articulations: true, expression: true } as const;

// Common practice: one difficulty at a time.
/** What each step keeps: all that a device at the stand needs of it. */
export const STEP_KEEPS: Readonly<Record<StepId, Keeps>> = {
  read: FULL,
  count: { ...BARE, pitches: 'none' },
  clap: { ...BARE, pitches: 'none' },
  'one-note': { ...BARE, pitches: 'one' },
  'name-and-finger': BARE,
  'air-play': BARE,
  sing: BARE,
  'right-hand': { ...BARE, voice: 'right hand' },
  'left-hand': { ...BARE, voice: 'left hand' },
  hands: { ...BARE, voice: 'hands' },
  feet: { ...BARE, voice: 'feet' },
  'upper-voice': { ...BARE, voice: 'upper voice' },
  'lower-voice': { ...BARE, voice: 'lower voice' },
  plain: BARE,
  slurs: { ...BARE, slurs: true },
  marks: { ...BARE, slurs: true, articulations: true },
  expression: FULL,
  'with-backing': FULL,
  'without-click': FULL,
  'own-1': FULL,
  'own-2': FULL,
  'own-3': FULL,
};
