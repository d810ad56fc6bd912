/** Changes whenever the same line would be engraved differently; part of the cache key. */
export const ENGRAVING_VERSION = 2;

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
  readonly name: 'wide' | 'narrow' | 'plain';
  readonly measuresPerSystem: number;
  /** Width of a system in pixels at its natural size. */
  readonly widthPixels: number;
  /** Size of the staff, per cent. */
  readonly scale: number;
  /** Whether the counts are written under the notes. */
  readonly isCounted: boolean;
}

/** What every line is drawn in; the others are drawn when they are asked for. */
export const SCREEN_LAYOUTS = ['wide', 'narrow'] as const;

export const LAYOUTS: Readonly<Record<Layout['name'], Layout>> = {
  wide: { name: 'wide', measuresPerSystem: 4, widthPixels: 1180, scale: 72, isCounted: true },
  narrow: { name: 'narrow', measuresPerSystem: 2, widthPixels: 380, scale: 45, isCounted: true },
  // For paper, where a class may want to write the counts itself.
  plain: { name: 'plain', measuresPerSystem: 4, widthPixels: 1180, scale: 72, isCounted: false },
};
