import type { Step } from './spelling';

const ORDER_OF_SHARPS: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

/**
 * What the key signature does to a letter.
 * @param fifths sharps (positive) or flats (negative), −7…7.
 * @returns alteration in semitones.
 */
export function keyAlteration(step: Step, fifths: number): -1 | 0 | 1 {
  const place = ORDER_OF_SHARPS.indexOf(step);
  if (fifths > place) return 1;
  // Flats come in the reverse order: B first.
  if (-fifths > 6 - place) return -1;
  return 0;
}
