import type { Measure } from '../notation';
import { maybeChild, maybeText, type XmlElement } from './xml';

/** Where a repeat begins, and how often what ends here is played. */
export function readRepeats(barlines: readonly XmlElement[]): Pick<Measure, 'repeatStart' | 'repeatPlays'> {
  const repeats = barlines
    .map((barline) => maybeChild(barline, 'repeat'))
    .filter((repeat) => repeat !== undefined);
  const back = repeats.find((repeat) => repeat.attributes.direction === 'backward');
  const times = Number(back?.attributes.times ?? 2);
  return {
    repeatStart: repeats.some((repeat) => repeat.attributes.direction === 'forward'),
    repeatPlays: back ? Math.max(2, Math.min(8, Number.isInteger(times) ? times : 2)) : 1,
  };
}

/** A barline of two thin lines, or a final one; a repeat sign says itself how it is drawn. */
export function readBarline(barlines: readonly XmlElement[]): Pick<Measure, 'barline'> {
  const right = barlines.find(({ attributes }) => (attributes.location ?? 'right') === 'right');
  const style = maybeText(right, 'bar-style');
  if (!right || maybeChild(right, 'repeat')) return {};
  if (style === 'light-light' || style === 'heavy-heavy') return { barline: 'double' };
  return style === 'light-heavy' ? { barline: 'final' } : {};
}
