import type { Level } from '../instruments';
import type { Part } from '../notation';
import { FASTEST_MARK, moveByMarks, SLOWEST_MARK } from '../tempo';
import { beatUnit, subtract, toNumber } from '../time';
import type { MeasureWords } from './measure-words';
import { type MelodyNote, melodyOf } from './melody';

/** Notes a second that a beginner of the level manages on a first day. Our own judgement. */
const COMFORTABLE_NOTES_PER_SECOND: Readonly<Record<Level, number>> = { 1: 2, 2: 3, 3: 4 };
/** Three notes in a row show how dense a place is; two alone may be a dotted figure. */
const WINDOW_NOTES = 3;

/** Usual ranges of tempo words in beats a minute, as metronomes print them; common practice, from memory. */
export const TEMPO_WORDS: readonly { readonly word: string; readonly from: number; readonly to: number }[] = [
  { word: 'largo', from: 40, to: 60 },
  { word: 'larghetto', from: 60, to: 66 },
  { word: 'adagio', from: 66, to: 76 },
  { word: 'andante', from: 76, to: 108 },
  { word: 'moderato', from: 108, to: 120 },
  { word: 'allegretto', from: 112, to: 120 },
  { word: 'allegro', from: 120, to: 168 },
  { word: 'presto', from: 168, to: 200 },
];

export interface StartingTempo {
  /** A mark of the metronome scale, in beat units of the first meter. */
  readonly bpm: number;
  readonly measureIndexes: readonly number[];
  /** Where it comes from, in one or two sentences. */
  readonly sentence: string;
}

/** A tempo to begin with: from the densest place of the line, never faster than it is written. */
export function startingTempo(part: Part, level: Level, words: MeasureWords): StartingTempo {
  const unit = beatUnit(part.measures[0]!.meter);
  const melody = melodyOf(part);
  const densest = densestPlace(melody);
  const perSecond = COMFORTABLE_NOTES_PER_SECOND[level];
  const written = part.tempo?.bpm ?? wordRange(part)?.from ?? 96;
  if (!densest) {
    const bpm = markAtMost(written);
    return { bpm, measureIndexes: [], sentence: `There is little to play: begin at ${bpm}.` };
  }
  // At `bpm`, a quarter lasts 60 / bpm / unit seconds.
  const perSecondAt = (bpm: number) => (densest.notesPerQuarter * bpm * toNumber(unit.quarters)) / 60;
  const manageable = perSecond / perSecondAt(1);
  const bpm = markAtMost(Math.min(manageable, written));
  const where = words.one(densest.measureIndex);
  const speed = `${perSecondAt(bpm).toFixed(1)} notes a second`;
  const reason =
    manageable >= written
      ? `Begin at ${bpm}: even ${where}, the densest place, has only ${speed} then.`
      : `Begin at ${bpm}: ${where} is the densest place and has ${speed} then${perSecondAt(bpm) > perSecond + 0.05 ? ', which is still much' : ''}; about ${perSecond} are enough on a first day at level ${level}.`;
  return { bpm, measureIndexes: [densest.measureIndex], sentence: `${reason}${wordSentence(part, bpm)}` };
}

function wordRange(part: Part) {
  const words = part.tempo?.words?.toLowerCase() ?? '';
  return TEMPO_WORDS.find(({ word }) => words.includes(word));
}

/** Far below its tempo a piece loses its character. Common practice. */
function wordSentence(part: Part, bpm: number): string {
  const range = wordRange(part);
  if (!range) return '';
  const name = `“${part.tempo!.words}”`;
  const usual = `${name} usually lies between ${range.from} and ${range.to}`;
  return bpm < range.from ? ` ${usual}: move up step by step.` : ` ${usual}.`;
}

interface DensePlace {
  readonly measureIndex: number;
  readonly notesPerQuarter: number;
}

function densestPlace(melody: readonly MelodyNote[]): DensePlace | undefined {
  let best: DensePlace | undefined;
  for (let index = WINDOW_NOTES - 1; index < melody.length; index++) {
    const from = melody[index - WINDOW_NOTES + 1]!;
    const quarters = subtract(melody[index]!.onset, from.onset);
    const notesPerQuarter = (WINDOW_NOTES - 1) / toNumber(quarters);
    if (!best || notesPerQuarter > best.notesPerQuarter + 1e-9)
      best = { measureIndex: from.measureIndex, notesPerQuarter };
  }
  return best;
}

/** The fastest mark of the metronome scale that is not faster. */
function markAtMost(bpm: number): number {
  return moveByMarks(Math.min(FASTEST_MARK, Math.max(SLOWEST_MARK, bpm)), 0);
}
