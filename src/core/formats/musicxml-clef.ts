import type { Clef } from '../notation';
import { maybeText, type XmlElement } from './xml';

/** Sign, line and octave of every clef that beginners' lines use. */
const CLEFS: Readonly<
  Record<Clef, { readonly sign: string; readonly line?: string; readonly octave?: string }>
> = {
  treble: { sign: 'G', line: '2' },
  'treble-8': { sign: 'G', line: '2', octave: '-1' },
  'treble+8': { sign: 'G', line: '2', octave: '1' },
  bass: { sign: 'F', line: '4' },
  'bass-8': { sign: 'F', line: '4', octave: '-1' },
  alto: { sign: 'C', line: '3' },
  tenor: { sign: 'C', line: '4' },
  percussion: { sign: 'percussion' },
};
const DEFAULT_LINES: Readonly<Record<string, string>> = { G: '2', F: '4', C: '3' };

/** The clef of a `<clef>` element; undefined when beginners' lines do not use it. */
export function readClef(element: XmlElement): Clef | undefined {
  const sign = maybeText(element, 'sign') ?? '';
  if (sign === 'percussion') return 'percussion';
  const line = maybeText(element, 'line') ?? DEFAULT_LINES[sign];
  const octave = maybeText(element, 'clef-octave-change');
  const found = Object.entries(CLEFS).find(
    ([, clef]) => clef.sign === sign && clef.line === line && (clef.octave ?? '0') === (octave || '0'),
  );
  return found?.[0] as Clef | undefined;
}

/** A `<clef>` element. @param staff its number in a part with two staves. */
export function writeClef(clef: Clef, staff: number | undefined): string {
  const { sign, line, octave } = CLEFS[clef];
  const number = staff === undefined ? '' : ` number="${staff}"`;
  return `<clef${number}><sign>${sign}</sign>${line ? `<line>${line}</line>` : ''}${octave ? `<clef-octave-change>${octave}</clef-octave-change>` : ''}</clef>`;
}
