import type { Clef } from '../notation';
import { maybeText, type XmlElement } from './xml';

const CLEFS: Readonly<Record<string, Clef>> = {
  'G2:0': 'treble',
  'G2:-1': 'treble-8',
  'G2:1': 'treble+8',
  'F4:0': 'bass',
  'F4:-1': 'bass-8',
  'C3:0': 'alto',
  'C4:0': 'tenor',
};
const DEFAULT_LINES: Readonly<Record<string, string>> = { G: '2', F: '4', C: '3' };

/** The clef of a `<clef>` element; undefined when beginners' lines do not use it. */
export function readClef(element: XmlElement): Clef | undefined {
  const sign = maybeText(element, 'sign') ?? '';
  if (sign === 'percussion') return 'percussion';
  const line = maybeText(element, 'line') ?? DEFAULT_LINES[sign] ?? '';
  return CLEFS[`${sign}${line}:${maybeText(element, 'clef-octave-change') ?? '0'}`];
}
