import type { Level } from '../instruments';
import { openingTempoWord, type Part } from '../notation';
import { beatUnit, countedTempo, isCompound, type Meter, subtract, toNumber } from '../time';
import { goalTempo, markAtMost, writtenTempo } from './goal-tempo';
import { type MeasureWords, measureWords } from './measure-words';
import { type MelodyNote, melodyOf } from './melody';

/** Notes a second that a beginner of the level manages on a first day. Our own judgement. */
const COMFORTABLE_NOTES_PER_SECOND: Readonly<Record<Level, number>> = { 1: 2, 2: 3, 3: 4 };
/** Three notes in a row show how dense a place is; two alone may be a dotted figure. */
const WINDOW_NOTES = 3;

export interface StartingTempo {
  /** A mark of the metronome scale, in beat units of the first meter. */
  readonly bpm: number;
  readonly measureIndexes: readonly number[];
  /** Where it comes from, in one or two sentences. */
  readonly sentence: string;
}

/**
 * A tempo to begin with: where the climb that was given out begins; else from the densest place of the line, never faster than it is
 * written.
 * @param givenBpm undefined for a line that is not given out.
 */
export function startingTempo(
  part: Part,
  level: Level,
  words: MeasureWords,
  givenBpm: number | undefined,
): StartingTempo {
  const { meter } = part.measures[0]!;
  const unit = beatUnit(meter);
  const densest = densestPlace(melodyOf(part));
  const written = writtenTempo(part);
  if (!densest) {
    const bpm = givenBpm ?? markAtMost(written, meter);
    return {
      bpm,
      measureIndexes: [],
      sentence: `There is little to play: begin at ${sayTempo(bpm, meter, words)}.`,
    };
  }
  // At `bpm`, a quarter lasts 60 / bpm / unit seconds.
  const perSecondAt = (bpm: number) => (densest.notesPerQuarter * bpm * toNumber(unit.quarters)) / 60;
  const perSecond = COMFORTABLE_NOTES_PER_SECOND[level];
  const manageable = perSecond / perSecondAt(1);
  const bpm = givenBpm ?? markAtMost(Math.min(manageable, written), meter);
  const tempo = sayTempo(bpm, meter, words);
  const where = words.one(densest.measureIndex);
  const speed = `${perSecondAt(bpm).toFixed(1)} notes a second`;
  const isMuch = perSecondAt(bpm) > perSecond + 0.05;
  const enough = `about ${perSecond} are enough on a first day at level ${level}`;
  const reason =
    givenBpm !== undefined
      ? `Begin at ${tempo}, as it was given out: ${where}, the densest place, has ${speed} then${isMuch ? `, which is much; ${enough}` : ''}.`
      : manageable >= written
        ? `Begin at ${tempo}: even ${where}, the densest place, has only ${speed} then.`
        : `Begin at ${tempo}: ${where} is the densest place and has ${speed} then${isMuch ? ', which is still much' : ''}; ${enough}.`;
  return { bpm, measureIndexes: [densest.measureIndex], sentence: `${reason}${wordSentence(part, bpm)}` };
}

/** In compound meters also for those who count the small beats. */
function sayTempo(bpm: number, meter: Meter, { names }: MeasureWords): string {
  return isCompound(meter)
    ? `${bpm} (${countedTempo(bpm, meter, 'eighths').bpm} ${names.eighths} a minute)`
    : `${bpm}`;
}

/** Far below its tempo a piece loses its character. Common practice. */
function wordSentence(part: Part, bpm: number): string {
  const word = openingTempoWord(part);
  if (!word) return '';
  const usual = `“${word.text}” usually lies between ${word.from} and ${word.to}`;
  return bpm < word.from ? ` ${usual}: move up step by step.` : ` ${usual}.`;
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

/** The climb that is proposed when a part is given out: from a tempo to begin with to the written one. */
export function proposedClimb(part: Part, level: Level) {
  const { bpm } = startingTempo(part, level, measureWords(part, 'us'), undefined);
  const goalBpm = goalTempo(part);
  return { startBpm: Math.min(bpm, goalBpm), goalBpm };
}
