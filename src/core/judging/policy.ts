import { unreachable } from '../base';
import { HALF_WAY_SEMITONES } from '../pitch';

/** How strict a class is, from the first weeks to an audition. */
export const STRICTNESSES = ['gentle', 'usual', 'exacting'] as const;
export type Strictness = (typeof STRICTNESSES)[number];

/** What counts as good enough. Stored with every verdict. */
export interface Policy {
  readonly name: Strictness;
  readonly version: number;
  /** A note within this of its written pitch, after tuning, is that pitch. */
  readonly pitchSemitones: number;
  /**
   * A start within this share of a beat of the player's pulse is on time, where the beat is written in halves; where it is divided further
   * by as much less …
   */
  readonly onsetBeats: number;
  /** … but never narrower than this (ears and fingers are not finer) … */
  readonly narrowestOnsetSeconds: number;
  /** … and never wider than this (slow beats do not excuse a wrong entry). */
  readonly widestOnsetSeconds: number;
  /** A sustained note that sounds for less than this share of its value is cut short … */
  readonly shortestSoundedShare: number;
  /** … if at least this much is missing. */
  readonly missingLengthSeconds: number;
  /** One of two beats and more must reach so far into its last beat, whatever its share; undefined where the share alone decides. */
  readonly lastBeatReached: number | undefined;
  /** Lengths are judged from this written value up. */
  readonly judgedLengthSeconds: number;
  /** A note that is held through more of the rest after it than this fills it. */
  readonly mostRestHeldShare: number;
}

const VERSION = 3;
/** With fewer of the written notes found, the recording is not of this line or hardly audible. */
export const FEWEST_FOUND_SHARE = 0.15;

/**
 * The three levels. Common practice, where nothing else is said:
 * - Onset windows. Listeners notice one displaced tone of an even row from about 6 ms at fast and 2.5 % of the interval at
 *   slow tempos (A. Friberg, J. Sundberg, "Time discrimination in a monotonic, isochronous sequence", JASA 98, 1995; from
 *   memory), and beginners' even playing strays by some 35 ms. So no level is narrower than 60 ms. `exacting` hears an
 *   eighth of a beat, half of a sixteenth note; `usual` a sixth, half of a triplet eighth; `gentle` a quarter, so that
 *   only an entry that is nearer to the neighbouring eighth is off.
 * - Length. Tongued notes sound for 80–95 % of their value. `exacting` asks for three quarters, `usual` for more than
 *   half, `gentle` for half; what is missing must be long enough to be heard as a gap. Long notes are counted: at `usual` and `exacting`
 *   a whole note is held into its fourth beat, a dotted half into its third, a half into its second. A rest is silent.
 */
const POLICIES: Readonly<Record<Strictness, Policy>> = {
  gentle: {
    name: 'gentle',
    version: VERSION,
    pitchSemitones: HALF_WAY_SEMITONES,
    onsetBeats: 0.25,
    narrowestOnsetSeconds: 0.12,
    widestOnsetSeconds: 0.22,
    shortestSoundedShare: 0.5,
    missingLengthSeconds: 0.25,
    lastBeatReached: undefined,
    judgedLengthSeconds: 0.6,
    mostRestHeldShare: 0.9,
  },
  usual: {
    name: 'usual',
    version: VERSION,
    pitchSemitones: HALF_WAY_SEMITONES,
    onsetBeats: 0.17,
    narrowestOnsetSeconds: 0.095,
    widestOnsetSeconds: 0.15,
    shortestSoundedShare: 0.6,
    missingLengthSeconds: 0.18,
    lastBeatReached: 0.15,
    judgedLengthSeconds: 0.4,
    mostRestHeldShare: 0.75,
  },
  exacting: {
    name: 'exacting',
    version: VERSION,
    pitchSemitones: HALF_WAY_SEMITONES,
    onsetBeats: 0.125,
    narrowestOnsetSeconds: 0.06,
    widestOnsetSeconds: 0.11,
    shortestSoundedShare: 0.75,
    missingLengthSeconds: 0.12,
    lastBeatReached: 0.3,
    judgedLengthSeconds: 0.4,
    mostRestHeldShare: 0.6,
  },
};

export const USUAL_POLICY = POLICIES.usual;

export function policyOf(strictness: Strictness): Policy {
  return POLICIES[strictness];
}

/** What a level means, for teachers. */
export function describeStrictness(strictness: Strictness): string {
  switch (strictness) {
    case 'gentle':
      return 'gentle: an entry may be a quarter of a beat off, long notes half as long';
    case 'usual':
      return 'usual: an entry may be a sixth of a beat off, long notes held into their last beat';
    case 'exacting':
      return 'exacting: an entry may be an eighth of a beat off, all notes held for three quarters and into their last beat';
    default:
      return unreachable(strictness);
  }
}
