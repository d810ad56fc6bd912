import type { VoiceName } from '../notation';
import { type Keeps, type OwnStepId, STEP_KEEPS, type StepId } from './step-keeps';

/** What is done in a step, and how it is checked. */
export interface Step {
  readonly id: StepId;
  readonly name: string;
  /** What the student does, in one sentence. */
  readonly doThis: string;
  /** In one word, for a key: `Play`. */
  readonly verb: 'Play' | 'Clap' | 'Count' | 'Do it';
  /** Said honestly: what Mevlo listens for. */
  readonly checkedBy: 'notes-and-rhythm' | 'rhythm' | 'own-word';
  /** How it reaches Mevlo: by the microphone; by the microphone or taps on a key or the screen; or not at all. */
  readonly input: 'microphone' | 'either' | 'none';
  readonly keeps: Keeps;
  /** What stands under the staff to help. */
  readonly under: 'counts' | 'letters' | 'fingers';
  readonly click: boolean;
  /** The model plays along. */
  readonly backing: boolean;
}

/** A step in which one voice of several is played alone. */
const alone = (id: StepId, voice: VoiceName, name: string): Step => ({
  id,
  name,
  verb: 'Play',
  doThis: `Play the ${voice} alone.`,
  checkedBy: 'notes-and-rhythm',
  input: 'microphone',
  keeps: STEP_KEEPS[id],
  under: 'counts',
  click: true,
  backing: false,
});

/** What a teacher has put into own words: it cannot be heard. */
const own = (id: OwnStepId): Step => ({
  id,
  name: 'Your teacher’s own step',
  verb: 'Do it',
  doThis: 'Do what your teacher says.',
  checkedBy: 'own-word',
  input: 'none',
  keeps: STEP_KEEPS[id],
  under: 'counts',
  click: true,
  backing: false,
});

export const STEPS: Readonly<Record<StepId, Step>> = {
  read: {
    id: 'read',
    name: 'Read it at sight',
    verb: 'Play',
    doThis: 'Put headphones on and play it once with the model, without stopping, whatever happens.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS.read,
    under: 'counts',
    click: true,
    backing: true,
  },
  count: {
    id: 'count',
    name: 'Count aloud',
    verb: 'Count',
    doThis: 'Say the counts aloud with the click, a syllable for every note; or tap them.',
    checkedBy: 'rhythm',
    input: 'either',
    keeps: STEP_KEEPS.count,
    under: 'counts',
    click: true,
    backing: false,
  },
  clap: {
    id: 'clap',
    name: 'Clap the rhythm',
    verb: 'Clap',
    doThis: 'Clap every note with the click, and keep the rests silent.',
    checkedBy: 'rhythm',
    input: 'either',
    keeps: STEP_KEEPS.clap,
    under: 'counts',
    click: true,
    backing: false,
  },
  'one-note': {
    id: 'one-note',
    name: 'On one easy note',
    verb: 'Play',
    doThis: 'Play the rhythm on one note that is easy for you.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS['one-note'],
    under: 'counts',
    click: true,
    backing: false,
  },
  'name-and-finger': {
    id: 'name-and-finger',
    name: 'Name and finger',
    verb: 'Do it',
    doThis: 'Say the names of the notes in rhythm while you finger them.',
    checkedBy: 'own-word',
    input: 'none',
    keeps: STEP_KEEPS['name-and-finger'],
    under: 'letters',
    click: true,
    backing: false,
  },
  'air-play': {
    id: 'air-play',
    name: 'Air-play',
    verb: 'Do it',
    doThis: 'Blow and finger without a sound, in rhythm.',
    checkedBy: 'own-word',
    input: 'none',
    keeps: STEP_KEEPS['air-play'],
    under: 'fingers',
    click: true,
    backing: false,
  },
  sing: {
    id: 'sing',
    name: 'Sing it',
    verb: 'Do it',
    doThis: 'Finger and sing the notes in rhythm.',
    checkedBy: 'own-word',
    input: 'none',
    keeps: STEP_KEEPS.sing,
    under: 'letters',
    click: true,
    backing: false,
  },
  'right-hand': alone('right-hand', 'right hand', 'Right hand alone'),
  'left-hand': alone('left-hand', 'left hand', 'Left hand alone'),
  hands: alone('hands', 'hands', 'Hands alone'),
  feet: alone('feet', 'feet', 'Feet alone'),
  'upper-voice': alone('upper-voice', 'upper voice', 'Upper voice alone'),
  'lower-voice': alone('lower-voice', 'lower voice', 'Lower voice alone'),
  plain: {
    id: 'plain',
    name: 'Play the notes',
    verb: 'Play',
    doThis: 'Play it, every note with its own start, no marks yet.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS.plain,
    under: 'counts',
    click: true,
    backing: false,
  },
  slurs: {
    id: 'slurs',
    name: 'Add the slurs',
    verb: 'Play',
    doThis: 'Play it with its slurs, in the same rhythm as before.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS.slurs,
    under: 'counts',
    click: true,
    backing: false,
  },
  marks: {
    id: 'marks',
    name: 'Add accents and staccato',
    verb: 'Play',
    doThis: 'Play it with slurs, accents and staccato.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS.marks,
    under: 'counts',
    click: true,
    backing: false,
  },
  expression: {
    id: 'expression',
    name: 'Play all that is written',
    verb: 'Play',
    doThis: 'Play everything that is written.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS.expression,
    under: 'counts',
    click: true,
    backing: false,
  },
  'with-backing': {
    id: 'with-backing',
    name: 'Play along',
    verb: 'Play',
    doThis: 'Put headphones on and play along with the model.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS['with-backing'],
    under: 'counts',
    click: true,
    backing: true,
  },
  'without-click': {
    id: 'without-click',
    name: 'Without the click',
    verb: 'Play',
    doThis: 'Play everything that is written, and keep the beat yourself.',
    checkedBy: 'notes-and-rhythm',
    input: 'microphone',
    keeps: STEP_KEEPS['without-click'],
    under: 'counts',
    click: false,
    backing: false,
  },
  'own-1': own('own-1'),
  'own-2': own('own-2'),
  'own-3': own('own-3'),
};
