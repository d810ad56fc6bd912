export { CONCERT_A_HERTZ, hertzToMidi, midiToHertz } from './frequency';
export { keyAlteration } from './key';
export {
  midiToSpelling,
  pitchName,
  type Spelling,
  STEPS,
  type Step,
  spellingToMidi,
} from './spelling';
