export { nextStep } from './advice';
export { judge } from './judge';
export { type Policy, USUAL_POLICY } from './policy';
export {
  type ExtraVerdict,
  type InterruptionVerdict,
  JUDGING_VERSION,
  type LengthVerdict,
  type MeasureVerdict,
  type NoteVerdict,
  type OnsetVerdict,
  type PitchVerdict,
  type Verdict,
} from './verdict';
