import type { Measure, TempoMark } from '../notation';
import { beatUnit, equals, multiply, type Rational, rational, toNumber } from '../time';
import { childrenNamed, escapeXml, maybeChild, maybeText, type XmlElement } from './xml';

const UNIT_QUARTERS: Readonly<Record<string, Rational>> = {
  half: rational(2),
  quarter: rational(1),
  eighth: rational(1, 2),
};

const UNIT_ELEMENTS: readonly (readonly [quarters: Rational, element: string])[] = [
  [rational(1, 2), '<beat-unit>eighth</beat-unit>'],
  [rational(3, 4), '<beat-unit>eighth</beat-unit><beat-unit-dot/>'],
  [rational(1), '<beat-unit>quarter</beat-unit>'],
  [rational(3, 2), '<beat-unit>quarter</beat-unit><beat-unit-dot/>'],
  [rational(2), '<beat-unit>half</beat-unit>'],
  [rational(3), '<beat-unit>half</beat-unit><beat-unit-dot/>'],
];

const isTempo = (bpm: number) => bpm >= 20 && bpm <= 400;

/** The metronome mark of a `<direction>`, with the words beside it; undefined where it has none that counts a known note. */
export function maybeTempoMark(direction: XmlElement): TempoMark | undefined {
  const types = childrenNamed(direction, 'direction-type');
  const metronome = types.map((type) => maybeChild(type, 'metronome')).find((mark) => mark !== undefined);
  // As printed it may read "c. 96" or "96–104": the first number is meant.
  const bpm = Number(/\d+(\.\d+)?/.exec(maybeText(metronome, 'per-minute') ?? '')?.[0]);
  const unit = UNIT_QUARTERS[maybeText(metronome, 'beat-unit') ?? ''];
  if (!metronome || unit === undefined || !isTempo(bpm)) return undefined;
  const isDotted = maybeChild(metronome, 'beat-unit-dot') !== undefined;
  return {
    beatQuarters: isDotted ? multiply(unit, rational(3, 2)) : unit,
    bpm,
    words: types
      .map((type) => maybeText(type, 'words'))
      .find((words) => words)
      ?.slice(0, 60),
  };
}

/**
 * The tempo of a part: its first metronome mark; else what `<sound tempo>` says a player plays it at.
 * @param opening its first measure, with the pickup before it.
 * Source: MusicXML 4.0, sound: the tempo is given in quarter notes a minute.
 */
export function readOpeningTempo(
  opening: readonly XmlElement[],
  first: Measure | undefined,
): TempoMark | undefined {
  const directions = opening.flatMap((measure) => childrenNamed(measure, 'direction'));
  const mark = directions.map(maybeTempoMark).find((found) => found !== undefined);
  if (mark || !first) return mark;
  const sounds = [...opening, ...directions].flatMap((element) => childrenNamed(element, 'sound'));
  const quartersPerMinute = sounds.map((sound) => Number(sound.attributes.tempo)).find((tempo) => tempo > 0);
  if (quartersPerMinute === undefined) return undefined;
  const beatQuarters = beatUnit(first.meter).quarters;
  const bpm = Math.round(quartersPerMinute / toNumber(beatQuarters));
  return isTempo(bpm) ? { beatQuarters, bpm, words: undefined } : undefined;
}

/** The inside of a `<direction>` for a tempo mark. @throws RangeError for a note it does not count. */
export function writeTempoMark({ words, bpm, beatQuarters }: TempoMark): string {
  const unit = UNIT_ELEMENTS.find(([quarters]) => equals(quarters, beatQuarters));
  if (!unit) throw new RangeError('a tempo counts eighths, quarters or halves, plain or dotted');
  const printed = words ? `<direction-type><words>${escapeXml(words)}</words></direction-type>` : '';
  return `${printed}<direction-type><metronome>${unit[1]}<per-minute>${bpm}</per-minute></metronome></direction-type>`;
}

/** What a player plays it at. Source: MusicXML 4.0, sound. */
export const writeSoundTempo = ({ bpm, beatQuarters }: TempoMark) =>
  `<sound tempo="${Number((bpm * toNumber(beatQuarters)).toFixed(3))}"/>`;
