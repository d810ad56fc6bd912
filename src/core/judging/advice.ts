import { capital, listed, unreachable } from '../base';
import { measureName, sayMeasure, sayMeasures, type Vocabulary } from '../time';
import { describeFigure } from './figures';
import { faultsOf, needsWork } from './needs-work';
import { isRightPitch, isRightRhythm } from './right-note';
import { isOfEverything, type Scope } from './scope';
import type { MeasureVerdict, NoteVerdict, Verdict, VerdictState } from './verdict';

/** The share of the asked tempo from which a take counts as in tempo. */
const IN_TEMPO_SHARE = 0.92;
/** Fewer measures are named one by one. */
const FEWEST_MANY = 4;

/** What a take leads to when every measure of it is right. */
export type AfterClean =
  /** `isTop`: nothing faster comes after it. */
  | { readonly kind: 'again'; readonly takes: number; readonly isTop: boolean }
  | { readonly kind: 'faster'; readonly bpm: number }
  | { readonly kind: 'next-stage' }
  | { readonly kind: 'learned' }
  /** Nothing hangs on it. */
  | { readonly kind: 'nothing' };

export const NOTHING_AFTER: AfterClean = { kind: 'nothing' };

export interface Saying {
  readonly vocabulary: Vocabulary;
  readonly after: AfterClean;
}

/** One sentence or two that say what to do next, for a nine-year-old. */
export function nextStep(verdict: Verdict, { vocabulary, after }: Saying): string {
  if (verdict.state !== 'judged') return whyNotJudged(verdict, verdict.state, vocabulary);
  const weak = verdict.measures.filter(needsWork);
  if (weak.length === 0) return adviceForCleanTake(verdict, after, vocabulary);
  const voices = sayWholeVoices(verdict);
  if (voices) return voices;
  const name = (measure: MeasureVerdict) => sayMeasure(measure.number, vocabulary);
  if (weak.length >= FEWEST_MANY && weak.length > verdict.measures.length / 2) {
    return `Many ${measureName(vocabulary)}s need work: play slower, and start with ${name(weak[0]!)} and the one after it.`;
  }
  const worst = worstOf(verdict, weak);
  const index = verdict.measures.indexOf(worst);
  const stop = verdict.interruptions.find(({ measureIndex }) => measureIndex === index);
  if (faultsOf(worst) === 0 && stop) return `Play on through ${name(worst)} without stopping.`;
  const others = weak.map(({ number }) => number).filter((number) => number !== worst.number);
  const then = others.length === 0 ? '' : `, then ${sayMeasures(others, vocabulary)}`;
  const figure = verdict.figures.find(({ measureIndex }) => measureIndex === index);
  if (figure)
    return `In ${name(worst)} ${describeFigure(figure.kind)}. Practise it slowly, three times${then}.`;
  const notes = verdict.notes.filter(({ measureIndex }) => measureIndex === index);
  const lengths = lengthsAlone(notes);
  if (lengths) return `${lengths(name(worst))} Play it slowly, three times${then}.`;
  const what = worst.notesNeedWork
    ? worst.rhythmNeedsWork
      ? 'the notes and the rhythm'
      : 'the notes'
    : 'the rhythm';
  return `Practise ${what} of ${name(worst)} slowly, three times${then}.`;
}

/** What is to be said of a hand or a drum as a whole, before anything else. */
function sayWholeVoices({ voices = [] }: Verdict): string | undefined {
  const exchanged = voices.find(({ exchangedWith }) => exchangedWith !== undefined);
  if (exchanged)
    return `${capital(exchanged.name)} and ${exchanged.exchangedWith} were exchanged. Look which is which, and play it again.`;
  const silent = voices.filter(({ isSilent }) => isSilent).map(({ name }) => `the ${name}`);
  if (silent.length === 0) return undefined;
  return `Mevlo did not hear ${listed(silent)}. Play all of it together, or choose the step that is for one alone.`;
}

/** What else was heard than the player, once and kindly; undefined when there is nothing to say. */
export function besideThePlayer({ state, hasFootBeside, hasTalkBeside }: Verdict): string | undefined {
  if (state !== 'judged' || !(hasFootBeside || hasTalkBeside)) return undefined;
  const what = [
    ...(hasFootBeside ? ['a foot was keeping the beat'] : []),
    ...(hasTalkBeside ? ['somebody was talking meanwhile'] : []),
  ];
  return `${capital(listed(what))}. That cost you nothing.`;
}

/** The measure to begin with: one in which a figure went wrong as a whole, else the one with the most faults. */
function worstOf(verdict: Verdict, weak: readonly MeasureVerdict[]): MeasureVerdict {
  const withFigure = weak.filter((measure) =>
    verdict.figures.some(({ measureIndex }) => verdict.measures[measureIndex] === measure),
  );
  const candidates = withFigure.length > 0 ? withFigure : weak;
  return candidates.reduce((a, b) => (faultsOf(b) > faultsOf(a) ? b : a));
}

/** What to do where nothing but the lengths of notes went wrong: they are held, or stopped in time, not clapped. */
function lengthsAlone(notes: readonly NoteVerdict[]): ((measure: string) => string) | undefined {
  const wrong = notes.filter((note) => !(isRightPitch(note) && isRightRhythm(note)));
  if (wrong.length === 0 || wrong.some((note) => note.onset !== 'on' || !isRightPitch(note)))
    return undefined;
  const areShort = wrong.every(({ length }) => length === 'short');
  const which = wrong.length === 1 ? 'the note' : 'the notes';
  const where = `on ${listed(wrong.map(({ beat }) => `beat ${sayBeat(beat)}`))}`;
  return areShort
    ? (measure) => `In ${measure} hold ${which} ${where} to the end.`
    : (measure) => `In ${measure} stop ${which} ${where} where the rest begins.`;
}

const sayBeat = (beat: number) =>
  Number.isInteger(beat) ? `${beat}` : `${Math.floor(beat)}${beat % 1 === 0.5 ? '½' : '+'}`;

function whyNotJudged(
  { transposedSemitones }: Verdict,
  state: Exclude<VerdictState, 'judged'>,
  vocabulary: Vocabulary,
): string {
  switch (state) {
    case 'nothing-heard':
      return 'Mevlo could not hear this line in the recording. Move closer to the microphone and play it again.';
    case 'unclear-sound':
      return 'Mevlo could not hear this well enough to judge it. Find a quieter place and play it again.';
    case 'speech':
      return 'Mevlo heard somebody talk, but hardly this line. Play it again without talking.';
    case 'several-sounds':
      return 'Mevlo heard several things sound at once and could not tell them apart. Play it again on your own, in a quiet place.';
    case 'other-line':
      return 'This sounded like something else than this line. Look whether it is the right one.';
    case 'transposed':
      return `The whole line sounded ${sayInterval(transposedSemitones ?? 0, vocabulary)} than written. It may be the part of another instrument.`;
    default:
      return unreachable(state);
  }
}

function sayInterval(semitones: number, vocabulary: Vocabulary): string {
  const way = semitones > 0 ? 'higher' : 'lower';
  const size = Math.abs(semitones);
  if (size % 12 === 0) return size === 12 ? `an octave ${way}` : `${size / 12} octaves ${way}`;
  const steps = vocabulary === 'uk' ? 'semitone' : 'half step';
  return `${size} ${steps}${size === 1 ? '' : 's'} ${way}`;
}

function adviceForCleanTake({ tempo, scope }: Verdict, after: AfterClean, vocabulary: Vocabulary): string {
  const right = sayAllRight(measureName(vocabulary), scope);
  if (tempo.playedBpm !== undefined && tempo.playedBpm < IN_TEMPO_SHARE * tempo.askedBpm)
    return `${right} Now play it at the full ${tempo.askedBpm}.`;
  switch (after.kind) {
    case 'again': {
      const more = after.takes === 1 ? 'Once more the same way' : `${after.takes} more like this in a row`;
      return `${right} ${more}, and you ${after.isTop ? 'are through here' : 'go up'}.`;
    }
    case 'faster':
      return `${right} Now try it at ${after.bpm}.`;
    case 'next-stage':
      return `${right} You are through here: go on to what comes next.`;
    case 'learned':
      return `${right} That was the last step: you have learned this line.`;
    case 'nothing':
      return right;
    default:
      return unreachable(after);
  }
}

/** "Every measure" means every voice. */
function sayAllRight(measure: string, scope: Scope | undefined): string {
  if (scope?.voice !== undefined) return `Every ${measure} of the ${scope.voice} was right.`;
  return scope && !isOfEverything(scope)
    ? `Every ${measure} was right, as far as it was listened to.`
    : `Every ${measure} was right.`;
}
