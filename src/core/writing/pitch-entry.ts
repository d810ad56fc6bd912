import { headsOf, type LineEvent, type Measure, type WrittenPitch } from '../notation';
import {
  keyAlteration,
  midiToSpelling,
  moveBySteps,
  type Spelling,
  STEPS,
  type Step,
  spellingToMidi,
  staffPlace,
} from '../pitch';

/** Notes on the middle line of the staff. */
const MIDDLE_LINE: Readonly<Record<Measure['clef'], Pick<Spelling, 'step' | 'octave'>>> = {
  treble: { step: 'B', octave: 4 },
  'treble-8': { step: 'B', octave: 3 },
  'treble+8': { step: 'B', octave: 5 },
  bass: { step: 'D', octave: 3 },
  'bass-8': { step: 'D', octave: 2 },
  alto: { step: 'C', octave: 4 },
  tenor: { step: 'A', octave: 3 },
  percussion: { step: 'B', octave: 4 },
};

/** The note on a line or space, counted in steps from the middle line. */
export function spellingOnStaff(clef: Measure['clef'], stepsFromMiddle: number, keyFifths: number): Spelling {
  return moveBySteps({ ...MIDDLE_LINE[clef], alter: 0 }, stepsFromMiddle, keyFifths);
}

/** The octave in which a letter lies nearest to the note before, at most a fourth away. */
export function nearestOctave(step: Step, before: Spelling | undefined, clef: Measure['clef']): number {
  const from = staffPlace(before ?? MIDDLE_LINE[clef]);
  const inOctave = STEPS.indexOf(step);
  return Math.round((from - inOctave) / 7);
}

/** What a letter means here: the last sign for this line or space in the measure, else the key signature. */
export function alterationInForce(
  before: readonly LineEvent[],
  step: Step,
  octave: number,
  keyFifths: number,
): Spelling['alter'] {
  const heads = before.flatMap((event) => (event.kind === 'note' ? headsOf(event) : []));
  const last = heads.findLast(
    (pitch) => pitch.kind === 'pitched' && pitch.spelling.step === step && pitch.spelling.octave === octave,
  );
  return last?.kind === 'pitched' ? last.spelling.alter : keyAlteration(step, keyFifths);
}

/** The same elsewhere: a cross stays a cross. */
export function withSpelling(pitch: WrittenPitch, spelling: Spelling): WrittenPitch {
  return pitch.kind === 'pitched' ? { ...pitch, spelling } : { ...pitch, display: spelling };
}

/** A half step up or down: by a sign where one will do, else the next letter. */
export function moveByHalfStep(spelling: Spelling, direction: 1 | -1, keyFifths: number): Spelling {
  const alter = spelling.alter + direction;
  if (alter >= -1 && alter <= 1) return { ...spelling, alter: alter as Spelling['alter'] };
  return midiToSpelling(spellingToMidi(spelling) + direction, keyFifths);
}
