import type { Jump, Landmark, Measure, Note, Ornament } from '../notation';
import type { AbcNote } from './abc-tune';

// Names that the parser gives to the signs of the abc music standard 2.1, sections 4.8 (barlines) and 4.14 (decorations).
export const ARTICULATION_NAMES: Readonly<Record<string, Note['articulations'][number]>> = {
  staccato: 'staccato',
  accent: 'accent',
  emphasis: 'accent',
  tenuto: 'tenuto',
  umarcato: 'marcato',
  marcato: 'marcato',
};

export const HAIRPINS: Readonly<Record<string, 'crescendo' | 'diminuendo' | 'stop'>> = {
  'crescendo(': 'crescendo',
  'crescendo)': 'stop',
  'diminuendo(': 'diminuendo',
  'diminuendo)': 'stop',
};

export const BARLINES: Readonly<Record<string, Measure['barline']>> = {
  bar_thin_thin: 'double',
  bar_thin_thick: 'final',
};

/** Signs that say where it goes on. */
export const ROAD_SIGNS: Readonly<Record<string, Landmark | Jump>> = {
  segno: 'segno',
  coda: 'coda',
  fine: 'fine',
  dacoda: 'to-coda',
  dacapo: { to: 'start', until: 'end' },
  'D.C.': { to: 'start', until: 'end' },
  'D.C.alfine': { to: 'start', until: 'fine' },
  'D.C.alcoda': { to: 'start', until: 'coda' },
  'D.S.': { to: 'segno', until: 'end' },
  'D.S.alfine': { to: 'segno', until: 'fine' },
  'D.S.alcoda': { to: 'segno', until: 'coda' },
};

/** Read as what they are, beside those above. */
export const KNOWN_DECORATIONS = new Set([
  ...['fermata', 'breath', 'downbow', 'upbow', 'open'],
  ...['trill', 'mordent', 'lowermordent', 'turn'],
]);

/** Whether a decoration stands over a note. */
export function has(item: AbcNote, name: string): boolean {
  return item.decoration?.includes(name) ?? false;
}

/** Source: ABC standard 2.1, section 4.14: `T` and `!trill!`, `!mordent!` and `!lowermordent!`, `!turn!`. */
const ORNAMENT_NAMES: Readonly<Record<string, Ornament>> = {
  trill: 'trill',
  mordent: 'mordent',
  lowermordent: 'mordent',
  turn: 'turn',
};

export function ornamentOf(item: AbcNote): { readonly ornament?: Ornament } {
  const ornament = item.decoration?.map((name) => ORNAMENT_NAMES[name]).find((found) => found);
  return ornament ? { ornament } : {};
}

/** Slurs that begin or end with a note, whether the parser has them at the chord or at its heads. */
export function slurCount(item: AbcNote, end: 'startSlur' | 'endSlur'): number {
  const own = item[end];
  const ofNote = typeof own === 'number' ? own : (own?.length ?? 0);
  return ofNote + (item.pitches ?? []).reduce((count, pitch) => count + (pitch[end]?.length ?? 0), 0);
}
