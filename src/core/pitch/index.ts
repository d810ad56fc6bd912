export { CONCERT_A_HERTZ, hertzToMidi, midiToHertz } from './frequency';
export {
  fifthsOf,
  fifthsOfInterval,
  foldFifths,
  moveBySteps,
  staffPlace,
  transposeSpelling,
} from './interval';
export { intervalName, stepsName } from './interval-name';
export { keyAlteration } from './key';
export { HALF_WAY_SEMITONES, SAME_PITCH_SEMITONES, WAVERING_SEMITONES, wholeOctaves } from './nearness';
export {
  midiToSpelling,
  parsePitchName,
  pitchName,
  pitchNameInOctave,
  type Spelling,
  STEPS,
  type Step,
  spellingToMidi,
} from './spelling';
export { MODES, type Mode, solfaSyllable, type Tonality, tonalityName, tonicOf } from './tonality';
