import { type HeardMoment, LEAST_EVIDENCE } from '../../listening';
import type { AskedSound } from '../../notation';

/** Of what is written beginners play nineteen of twenty. Common practice. */
export const ODDS_OF_WRITTEN = 19;
/** What was not found in its place was played elsewhere, near it, one time in ten. Our own judgement. */
const ODDS_NEARBY = 0.1;
/** At a moment hardly anything is struck that nobody asked for: of some fifty pitches, at most one in a hundred moments. */
const ODDS_OF_UNASKED = 0.005;

/** No sound speaks for more than that; facts are rounded. */
const SUREST_EVIDENCE = 0.9999;

/** How much the sound of a moment speaks for something, 0–1. */
export function evidenceAt(moment: HeardMoment, asked: AskedSound): number {
  const found =
    asked.kind === 'pitched'
      ? moment.pitches.find(({ midi }) => midi === asked.midi)
      : moment.drums.find(({ drum }) => drum === asked.drum);
  return Math.min(SUREST_EVIDENCE, found?.evidence ?? LEAST_EVIDENCE);
}

function oddsAt(moment: HeardMoment, asked: AskedSound): number {
  const evidence = evidenceAt(moment, asked);
  return evidence / (1 - evidence);
}

const likelihoodOf = (odds: number) => odds / (1 + odds);

/**
 * How likely something was struck at a moment, where it is written there, 0–1.
 * @param odds that it was, whatever was heard.
 */
export const likelihoodWhereWritten = (moment: HeardMoment, asked: AskedSound, odds = ODDS_OF_WRITTEN) =>
  likelihoodOf(odds * oddsAt(moment, asked));

/** The same where it is written nearby, and was not found in its place. */
export const likelihoodNearby = (moment: HeardMoment, asked: AskedSound) =>
  likelihoodOf(ODDS_NEARBY * oddsAt(moment, asked));

/** The same where nobody asked for it. */
export const likelihoodUnasked = (moment: HeardMoment, asked: AskedSound) =>
  likelihoodOf(ODDS_OF_UNASKED * oddsAt(moment, asked));
