export { CONCERT_A_HERTZ, hertzToMidi, midiToHertz } from './frequency';
export {
  fifthsOf,
  fifthsOfInterval,
  foldFifths,
  moveBySteps,
  staffPlace,
  transposeSpelling,
} from './interval';
export { keyAlteration } from './key';
export {
  midiToSpelling,
  parsePitchName,
  pitchName,
  type Spelling,
  STEPS,
  type Step,
  spellingToMidi,
} from './spelling';
