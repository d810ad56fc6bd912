import type { Fingering } from '../instruments';

/** What is asked. */
export const DRILL_KINDS = [
  'name',
  'word',
  'fingering',
  'beats',
  'complete',
  'direction',
  'key',
  'heard',
  'clap',
] as const;
export type DrillKind = (typeof DRILL_KINDS)[number];

/** Something to be read off a line, with its answer. */
export interface Question {
  /** What is practised by it: equal for every question about the same thing, wherever it stands. */
  readonly item: string;
  readonly kind: DrillKind;
  /** The printed notes that are asked about, in order: ringed, or covered where that is what is asked. Empty for the whole of it. */
  readonly eventIds: readonly string[];
  /** The printed measure that it stands in. */
  readonly measureIndex: number;
  /** Empty where it is clapped. */
  readonly answer: string;
  /** In an order of their own, the answer among them; none where it is clapped. */
  readonly choices: readonly string[];
  /** The choices as drawings, in the same order. */
  readonly fingerings?: readonly Fingering[];
}

const MOST_CHOICES = 4;

/** The answer and those that are next to it: what lies far away is not mistaken for it. */
export function around<Choice>(all: readonly Choice[], answer: Choice): readonly Choice[] {
  const at = all.indexOf(answer);
  const from = Math.max(0, Math.min(at - MOST_CHOICES / 2, all.length - MOST_CHOICES));
  return all.slice(from, from + MOST_CHOICES);
}
