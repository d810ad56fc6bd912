/** What counts as good enough. Stored with every verdict. */
export interface Policy {
  readonly name: 'usual';
  readonly version: number;
  /** A note within this of its written pitch, after tuning, is that pitch. */
  readonly pitchSemitones: number;
  /** A start within this share of a beat of the player's pulse is on time … */
  readonly onsetBeats: number;
  /** … but never narrower than this (ears and fingers are not finer) … */
  readonly narrowestOnsetSeconds: number;
  /** … and never wider than this (slow beats do not excuse a wrong entry). */
  readonly widestOnsetSeconds: number;
  /** A sustained note that sounds for less than this share of its value is cut short … */
  readonly shortestSoundedShare: number;
  /** … if at least this much is missing. */
  readonly missingLengthSeconds: number;
  /** Lengths are judged from this written value up. */
  readonly judgedLengthSeconds: number;
  /** A note may hang over its value by this many beats. */
  readonly overhangBeats: number;
}

/**
 * The middle strictness. Numbers are common practice: a beginner's even playing strays by some 35 ms, a wrong
 * entry is off by a quarter of a beat or more; tongued notes sound for 80–95 % of their value.
 */
export const USUAL_POLICY: Policy = {
  name: 'usual',
  version: 1,
  pitchSemitones: 0.5,
  onsetBeats: 0.17,
  narrowestOnsetSeconds: 0.095,
  widestOnsetSeconds: 0.15,
  shortestSoundedShare: 0.6,
  missingLengthSeconds: 0.18,
  judgedLengthSeconds: 0.4,
  overhangBeats: 0.75,
};
