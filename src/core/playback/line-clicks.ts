import { type CountInStyle, countIn } from '../counting';
import { type Line, measureOffset, timedMeasures } from '../notation';
import { TempoMap } from '../tempo';
import { clickQuarters, clicksPerMeasure, measureLength, toNumber } from '../time';

/** One click of a line or of its count-in. */
export interface LineClick {
  /** From the first click of the count-in. */
  readonly seconds: number;
  readonly kind: 'downbeat' | 'beat';
  /** Beat of its measure, from 1. */
  readonly beat: number;
  /** What is shown and said: the beat, or "ready", "go". */
  readonly word: string;
}

/** The clicks of a line: its count-in, and one for every beat from there on. */
export interface LineClicks {
  /** One beat at the start of the line. */
  readonly beatSeconds: number;
  /** Beats of its first measure's meter. */
  readonly beatsPerMeasure: number;
  /** From the first click to the first written event. */
  readonly countInSeconds: number;
  readonly countInClicks: number;
  /** Of the line as written, with its rit. and fermatas. */
  readonly lineSeconds: number;
  /** One time through a loop: the line, filled up to whole measures. */
  readonly roundSeconds: number;
  /** In order; none after the end of the line. */
  readonly clicks: readonly LineClick[];
}

/** @param bpm in beat units of the line's first meter. @param style undefined for no count-in. */
export function clicksOfLine(line: Line, bpm: number, style: CountInStyle | undefined): LineClicks {
  const tempo = new TempoMap(line, bpm);
  const { meter } = line.part.measures[0]!;
  const beatSeconds = tempo.secondsPerQuarter * toNumber(clickQuarters(meter, style?.compound));
  const lead = style && countIn(line, style);
  const countInSeconds = lead ? toNumber(lead.lengthQuarters) * tempo.secondsPerQuarter : 0;
  const before = (lead?.clicks ?? []).map(
    ({ number, word, accented }, index): LineClick => ({
      seconds: index * beatSeconds,
      kind: accented ? 'downbeat' : 'beat',
      beat: number,
      word,
    }),
  );
  const during = timedMeasures(line).flatMap(({ measure, onsetQuarters, lengthQuarters }) => {
    const unit = toNumber(clickQuarters(measure.meter, style?.compound));
    const [onset, length] = [toNumber(onsetQuarters), toNumber(lengthQuarters)];
    const offset = toNumber(measureOffset(measure));
    return Array.from(
      { length: clicksPerMeasure(measure.meter, style?.compound) },
      (_, index) => index * unit - offset,
    ).flatMap((place, index): LineClick[] =>
      place < -1e-9 || place > length - 1e-9
        ? []
        : [
            {
              seconds: countInSeconds + tempo.seconds(onset + place),
              kind: index === 0 ? 'downbeat' : 'beat',
              beat: index + 1,
              word: `${index + 1}`,
            },
          ],
    );
  });
  return {
    beatSeconds,
    beatsPerMeasure: clicksPerMeasure(meter, style?.compound),
    countInSeconds,
    countInClicks: before.length,
    lineSeconds: tempo.endSeconds,
    roundSeconds: tempo.endSeconds + missingQuarters(line) * tempo.secondsPerQuarter,
    clicks: [...before, ...during],
  };
}

/**
 * The click with an index, however often the line is gone through: after its end the rest of a last measure is clicked,
 * and then the line begins again. @param index from 0, the first of the count-in.
 */
export function roundClick(line: LineClicks, index: number): LineClick {
  const { clicks, countInClicks, countInSeconds, roundSeconds, lineSeconds, beatSeconds } = line;
  if (index < clicks.length) return clicks[index]!;
  const own = clicks.length - countInClicks;
  const filling = fillingClicks(line);
  const place = index - countInClicks;
  const round = Math.floor(place / (own + filling));
  const inRound = place - round * (own + filling);
  const shift = round * roundSeconds;
  if (inRound < own) {
    const click = clicks[countInClicks + inRound]!;
    return { ...click, seconds: click.seconds + shift };
  }
  const last = clicks.at(-1)!;
  const beat = last.beat + inRound - own + 1;
  return {
    seconds: countInSeconds + lineSeconds + (inRound - own) * beatSeconds + shift,
    kind: 'beat',
    beat,
    word: `${beat}`,
  };
}

/** How many clicks there are in so many rounds; in the last one none after the end of the line. */
export function clickCount(line: LineClicks, rounds: number): number {
  const own = line.clicks.length - line.countInClicks;
  return line.clicks.length + (rounds - 1) * (own + fillingClicks(line));
}

/** Clicks between the end of the line and its next round. */
function fillingClicks({ roundSeconds, lineSeconds, beatSeconds }: LineClicks): number {
  return Math.max(0, Math.round((roundSeconds - lineSeconds) / beatSeconds - 1e-6));
}

/** What a line lacks to whole measures, when its last one does not complete its pickup. */
function missingQuarters(line: Line): number {
  const measures = timedMeasures(line);
  const last = measures.at(-1)!;
  const full = toNumber(measureLength(last.measure.meter));
  const quarters = toNumber(last.onsetQuarters) + toNumber(last.lengthQuarters);
  const beyond = quarters % full;
  return beyond < 1e-9 || full - beyond < 1e-9 ? 0 : full - beyond;
}
