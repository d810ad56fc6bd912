import { type CountingStyle, schoolOf, USUAL_STYLE, writeWord } from '@/core/counting';

/** Changes whenever the same line would be engraved differently; part of the cache key. */
export const ENGRAVING_VERSION = 5;

/** A rectangle in the pixels of its system's drawing. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** One staff system as a drawing, with the places of what is on it. */
export interface EngravedSystem {
  /** A complete `<svg>` element with a view box of `width` × `height`. */
  readonly svg: string;
  readonly width: number;
  readonly height: number;
  /** Top and bottom line of the staff. */
  readonly staffTop: number;
  readonly staffBottom: number;
  /** Of the second staff, in parts that have one. */
  readonly lowerStaff?: { readonly top: number; readonly bottom: number } | undefined;
  /** Where the counts or words under the staff begin; undefined where there are none. */
  readonly wordsTop?: number | undefined;
  readonly measures: readonly { readonly printedIndex: number; readonly x: number; readonly width: number }[];
  /** Boxes of notes and rests by event id: of the heads, without stems. */
  readonly events: Readonly<Record<string, Box>>;
}

export interface Engraving {
  readonly version: number;
  readonly systems: readonly EngravedSystem[];
}

/** How a line is laid out for a kind of screen. */
export interface Layout {
  readonly name: LayoutName;
  readonly measuresPerSystem: number;
  /** Width of a system in pixels at its natural size. */
  readonly widthPixels: number;
  /** Size of the staff, per cent. */
  readonly scale: number;
}

export const LAYOUT_NAMES = ['wide', 'narrow'] as const;
export type LayoutName = (typeof LAYOUT_NAMES)[number];

export const LAYOUTS: Readonly<Record<LayoutName, Layout>> = {
  wide: { name: 'wide', measuresPerSystem: 4, widthPixels: 1180, scale: 72 },
  narrow: { name: 'narrow', measuresPerSystem: 2, widthPixels: 380, scale: 45 },
};

/** A drawing that somebody wants. */
export interface DrawingWish {
  readonly layout: LayoutName;
  /** How the counts are written under the notes; undefined leaves them out. */
  readonly counting: CountingStyle | undefined;
}

/** What every line is drawn in from the start; other drawings are made when they are asked for. */
export const USUAL_DRAWINGS: readonly DrawingWish[] = LAYOUT_NAMES.map((layout) => ({
  layout,
  counting: USUAL_STYLE,
}));

/** One text for equal drawings: what of the style does not show in them is left out. */
export function drawingKey({ layout, counting }: DrawingWish): string {
  if (!counting) return `${layout} uncounted`;
  const { school, compound, density, words } = counting;
  const inThrees = schoolOf(school).countsEighths ? [compound] : [];
  const said = school === 'words' ? [...words.inBeat, ...words.long].map(writeWord) : [];
  return [layout, school, ...inThrees, density, ...said].join(' ');
}
