import { ODDS_OF_WRITTEN } from './likelihood';
import type { WrittenHead } from './written-moments';

/** So many heads of a voice around one tell how likely that one was played. */
const ENOUGH_NEIGHBOURS = 4;
const LEAST_ODDS = 0.05;

/**
 * Odds that each head was played in its place: a hand that is silent or late for a while is so in most of its heads, and what seems to be a
 * single one of them in its place is another's sound.
 * @param here how likely each was, taken alone.
 */
export function oddsByVoice(heads: readonly WrittenHead[], here: readonly number[]): readonly number[] {
  const nameOf = ({ voice, asked }: WrittenHead) => (asked.kind === 'drum' ? asked.drum : voice);
  return heads.map((head, index) => {
    const mine = heads.flatMap((other, at) =>
      at !== index && nameOf(other) === nameOf(head)
        ? [{ off: Math.abs(other.note.measureIndex - head.note.measureIndex), likelihood: here[at]! }]
        : [],
    );
    const inMeasure = mine.filter(({ off }) => off === 0);
    const near = inMeasure.length >= ENOUGH_NEIGHBOURS ? inMeasure : mine.filter(({ off }) => off <= 1);
    // Two that were played as usual stand for what is known beforehand.
    const share =
      (2 * USUAL_SHARE + near.reduce((sum, { likelihood }) => sum + likelihood, 0)) / (2 + near.length);
    return Math.min(ODDS_OF_WRITTEN, Math.max(LEAST_ODDS, share / (1 - share)));
  });
}

const USUAL_SHARE = ODDS_OF_WRITTEN / (1 + ODDS_OF_WRITTEN);
