import type { Verdict } from '../judging';

/** What a student listens for in a take, in the order in which it is asked. */
export const QUALITIES = ['rhythm', 'notes', 'tempo', 'fluency', 'character'] as const;
export type Quality = (typeof QUALITIES)[number];

/** Out of ten, for every quality that was asked. */
export type SelfRating = Readonly<Partial<Record<Quality, number>>>;

/** Seven or more on each is good enough to move on. Common practice. */
export const GOOD_ENOUGH = 7;
export const LEAST_RATING = 1;
export const MOST_RATING = 10;

/** What was measured of a quality, out of ten, and what would lift it by one. */
export interface MeasuredQuality {
  readonly quality: Quality;
  /** Undefined where Mevlo does not measure it. */
  readonly rating: number | undefined;
  /** Performed numbers of the measures that cost most, 0 for the pickup; at most three. */
  readonly measures: readonly number[];
}

const MOST_MEASURES = 3;
/** A tempo this far from the asked one, as a share, costs all points; one within the tolerance none. Our own scale. */
const TEMPO_TOLERANCE = 0.03;
const TEMPO_FAR_OFF = 0.35;
/** Points for a stop or a new beginning. Our own scale. */
const COST_OF_STOP = 2;

/** What a step leaves to listen for. @param checkedBy what Mevlo checks in it. */
export function qualitiesAsked(
  checkedBy: 'notes-and-rhythm' | 'rhythm',
  hasExpression: boolean,
): readonly Quality[] {
  return QUALITIES.filter(
    (quality) =>
      (quality !== 'notes' || checkedBy === 'notes-and-rhythm') && (quality !== 'character' || hasExpression),
  );
}

/**
 * The verdict as a rating out of ten. Rhythm and notes by the share that was right, tempo by its distance from the asked
 * one, fluency by stops; the character is left to the teacher's ear.
 */
export function measuredRating(verdict: Verdict): readonly MeasuredQuality[] {
  return QUALITIES.map((quality) => MEASURES[quality](verdict));
}

const MEASURES: Readonly<Record<Quality, (verdict: Verdict) => MeasuredQuality>> = {
  rhythm: (verdict) => byShare('rhythm', verdict, ({ rhythmRight }) => rhythmRight),
  notes: (verdict) => byShare('notes', verdict, ({ notesRight }) => notesRight),
  tempo: ({ tempo }) => {
    const off = tempo.playedBpm === undefined ? 1 : Math.abs(tempo.playedBpm / tempo.askedBpm - 1);
    const share = 1 - Math.max(0, off - TEMPO_TOLERANCE) / (TEMPO_FAR_OFF - TEMPO_TOLERANCE);
    return { quality: 'tempo', rating: outOfTen(share), measures: [] };
  },
  fluency: ({ interruptions }) => ({
    quality: 'fluency',
    rating: Math.max(LEAST_RATING, MOST_RATING - COST_OF_STOP * interruptions.length),
    measures: [...new Set(interruptions.map(({ measureNumber }) => measureNumber))].slice(0, MOST_MEASURES),
  }),
  character: () => ({ quality: 'character', rating: undefined, measures: [] }),
};

function byShare(
  quality: Quality,
  { measures }: Verdict,
  rightOf: (measure: Verdict['measures'][number]) => number,
): MeasuredQuality {
  const written = measures.reduce((sum, measure) => sum + measure.written, 0);
  const right = measures.reduce((sum, measure) => sum + rightOf(measure), 0);
  const weak = measures
    .filter((measure) => rightOf(measure) < measure.written)
    .toSorted((a, b) => b.written - rightOf(b) - (a.written - rightOf(a)));
  return {
    quality,
    rating: written === 0 ? undefined : outOfTen(right / written),
    measures: [...new Set(weak.map(({ number }) => number))]
      .slice(0, MOST_MEASURES)
      .toSorted((a, b) => a - b),
  };
}

/** Only what was all right is a ten. */
function outOfTen(share: number): number {
  return Math.max(LEAST_RATING, Math.min(MOST_RATING, Math.floor(share * MOST_RATING + 1e-9)));
}
