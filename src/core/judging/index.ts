export { type AfterClean, besideThePlayer, NOTHING_AFTER, nextStep, type Saying } from './advice';
export type { CharacterFinding } from './character';
export { describeFigure, type FigureFinding } from './figures';
export { type FaultInWords, faultsInWords, type MeasureInWords, verdictInWords } from './in-words';
export type { Intonation } from './intonation';
export { isLastPlayed } from './is-last-played';
export { judge } from './judge';
export { faultsOf, needsWork } from './needs-work';
export { isRightNote, OVERRULED, type Overrule, withOverrules } from './overrule';
export {
  describeStrictness,
  type Policy,
  policyOf,
  STRICTNESSES,
  type Strictness,
  USUAL_POLICY,
} from './policy';
export { isRight, isRightRhythm } from './right-note';
export { sayPlayed } from './say-played';
export { isOfEverything, type Scope, sayScope } from './scope';
export { scopeOf } from './scope-of';
export { describeDrift, type MeasureTempo, type TempoCourse } from './tempo-course';
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
  type VerdictState,
  type VoiceVerdict,
} from './verdict';
