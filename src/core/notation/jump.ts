/** Places that the signs of repetition speak of: segno and coda stand at the beginning of a measure, the others at its end. */
export const LANDMARKS = ['segno', 'coda', 'fine', 'to-coda'] as const;
export type Landmark = (typeof LANDMARKS)[number];

/** Where it goes on behind a measure, once. */
export interface Jump {
  readonly to: 'start' | 'segno';
  /** Then up to here; "end" as well as "fine" stops where Fine stands. */
  readonly until: 'end' | 'fine' | 'coda';
}

/** As it is printed: `D.C. al Fine`. */
export function sayJump({ to, until }: Jump): string {
  const from = to === 'start' ? 'D.C.' : 'D.S.';
  return until === 'end' ? from : `${from} al ${until === 'fine' ? 'Fine' : 'Coda'}`;
}

/** As it is printed, where it is printed in words. */
export const LANDMARK_WORDS: Readonly<Record<Landmark, string>> = {
  segno: 'Segno',
  coda: 'Coda',
  fine: 'Fine',
  'to-coda': 'To Coda',
};

const FROM = /^(?:D\.?\s*(C|S)\.?|da (capo)|dal (segno))(?![a-z])/i;

/** What the words over a staff mean, in the usual spellings; undefined where they mean something else. */
export function maybeJump(text: string): Jump | undefined {
  const found = FROM.exec(text.trim());
  if (!found) return undefined;
  const isToSegno = found[1]?.toUpperCase() === 'S' || found[3] !== undefined;
  const until = /coda/i.test(text) ? 'coda' : /fine/i.test(text) ? 'fine' : 'end';
  return { to: isToSegno ? 'segno' : 'start', until };
}

const LANDMARK_TEXTS: readonly (readonly [RegExp, Landmark])[] = [
  [/^(?:to|al) coda\b/i, 'to-coda'],
  [/^coda$/i, 'coda'],
  [/^segno$/i, 'segno'],
  [/^fine\.?$/i, 'fine'],
];

export function maybeLandmark(text: string): Landmark | undefined {
  return LANDMARK_TEXTS.find(([pattern]) => pattern.test(text.trim()))?.[1];
}
