import { listed, unreachable } from '../base';
import { sayMeasure } from '../time';
import { describeFigure } from './figures';
import { needsWork } from './needs-work';
import type { MeasureVerdict, Verdict, VerdictState } from './verdict';

/** The share of the asked tempo from which a take counts as in tempo. */
const IN_TEMPO_SHARE = 0.92;

/** One sentence that says what to do next, for a nine-year-old. */
export function nextStep(verdict: Verdict): string {
  if (verdict.state !== 'judged') return whyNotJudged(verdict, verdict.state);
  const weak = verdict.measures.filter(needsWork);
  if (weak.length === 0) return adviceForCleanTake(verdict);
  if (weak.length > verdict.measures.length / 2) {
    return `Many measures need work: play slower, and start with ${measureName(weak[0]!)} and the one after it.`;
  }
  const stop = verdict.interruptions[0];
  const worst = weak.reduce((a, b) => (faults(b) > faults(a) ? b : a));
  if (faults(worst) === 0 && stop) {
    return `Play on through ${sayMeasure(stop.measureNumber, 'us')} without stopping.`;
  }
  const what = worst.notesNeedWork
    ? worst.rhythmNeedsWork
      ? 'the notes and the rhythm'
      : 'the notes'
    : 'the rhythm';
  const others = weak.filter((measure) => measure !== worst).map(measureName);
  const then = others.length === 0 ? '' : `, then ${listOf(others)}`;
  return `Practise ${what} of ${measureName(worst)} slowly, three times${then}.${figureIn(verdict, worst)}`;
}

function whyNotJudged({ transposedSemitones }: Verdict, state: Exclude<VerdictState, 'judged'>): string {
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
      return `The whole line sounded ${sayInterval(transposedSemitones ?? 0)} than written. It may be the part of another instrument.`;
    default:
      return unreachable(state);
  }
}

function sayInterval(semitones: number): string {
  const way = semitones > 0 ? 'higher' : 'lower';
  const size = Math.abs(semitones);
  if (size === 12) return `an octave ${way}`;
  return `${size} half ${size === 1 ? 'step' : 'steps'} ${way}`;
}

/** What went wrong as a whole in a measure, when a figure tells it. */
function figureIn(verdict: Verdict, measure: MeasureVerdict): string {
  const index = verdict.measures.indexOf(measure);
  const figure = verdict.figures.find(({ measureIndex }) => measureIndex === index);
  return figure ? ` There ${describeFigure(figure.kind)}.` : '';
}

function adviceForCleanTake({ tempo }: Verdict): string {
  if (tempo.playedBpm !== undefined && tempo.playedBpm < IN_TEMPO_SHARE * tempo.askedBpm) {
    return `Every measure was right. Now play it at the full ${tempo.askedBpm}.`;
  }
  return 'Every measure was right. Play it once more the same way, then go up a step.';
}

function faults(measure: MeasureVerdict): number {
  return 2 * measure.written - measure.notesRight - measure.rhythmRight;
}

/** `measure 2, measure 5 and measure 7` without saying "measure" each time. */
function listOf(names: readonly string[]): string {
  const short = names.map((name, index) => (index === 0 ? name : name.replace('measure ', '')));
  const list = listed(short);
  const numbered = names.filter((name) => name.startsWith('measure '));
  return numbered.length === names.length && names.length > 1 ? list.replace('measure ', 'measures ') : list;
}

function measureName(measure: MeasureVerdict): string {
  return sayMeasure(measure.number, 'us');
}
