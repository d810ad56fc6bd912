import learned from './weighing.json' with { type: 'json' };

/**
 * What a reading of a take costs. A wrong note is cheaper than a missing one and one too many, going back dearer than a note or two too
 * many. Learned by `npm run fit`, which says in the file from what.
 */
export interface AlignmentCosts {
  /** Also what a note too many costs. */
  readonly wrongPitch: number;
  readonly otherOctave: number;
  readonly missing: number;
  /** Taking a start that is not there at all for a note costs so much more than taking a sure one. */
  readonly doubtfulStart: number;
  /** Going back to the middle of a measure; nobody stops or goes back without a clear start. */
  readonly doubtfulJump: number;
  /** Talk, a count-in or a false start before the line, and noises after it: each of a few. */
  readonly outside: number;
  readonly restart: number;
  /** Beginning the whole line again after a few notes is the likeliest of all. */
  readonly restartAtStart: number;
  /** Leaving out a measure or a line, jumping over it, or stopping before the end: so much, however long it is. */
  readonly jumpAhead: number;
  /** A beat off; more where the start is doubtful. */
  readonly beatOff: number;
  /** A pulse may bend by this share without cost. */
  readonly freeTempoShare: number;
  /** Few notes are explained by several tempos: the one that is nearer to what was asked is meant. The more notes, the less it counts. */
  readonly otherTempo: number;
}

/** How the player's pulse is told from what strays. */
export interface PulseWeights {
  /** How far a note's neighbourhood reaches when its pulse is measured. */
  readonly neighbourhoodBeats: number;
  /** A tempo further from the take's than this is not believed in a small neighbourhood. */
  readonly mostLocalTempoShare: number;
  /** Another tempo by a tenth is as unlikely as notes that lie so far off. */
  readonly secondsOfOtherTempo: number;
  /** A stop shifts everything after it by at least this; less is a late note or a slower tempo. */
  readonly pauseBeats: number;
  /** Going on too soon shifts everything after it as well. */
  readonly skipBeats: number;
  /** After a rest that was cut short less of a shift is believed: nobody enters early by chance and stays so. */
  readonly skipAfterRestBeats: number;
  /** Who keeps a pulse keeps it on the beats; what lies between them is what goes wrong. */
  readonly onBeatWeight: number;
}

/** Which sounds may be the player's notes. */
export interface SoundWeights {
  /** Surer starts than this are notes too many where no note is written. */
  readonly sureStart: number;
  /** A sound that is rather no stroke, or another's, is a start of so little weight. */
  readonly noStrokeWeight: number;
  /**
   * What made the strokes of a take sounds alike: claps of one pair of hands stay within some dB of each other, words and chairs do not. So
   * many times as unlike as the usual stroke, and so far from it, it is something else.
   */
  readonly unlikeRatio: number;
  readonly otherSoundDb: number;
  /** A scoop: so short on the way to a pitch that is no further off, without a dip between. */
  readonly scoopSeconds: number;
  readonly scoopSemitones: number;
  /**
   * A squeak: so short and so far above the note it goes over into. A reed overblows to its second or third partial, but what is heard of a
   * moment's squeak may lie lower.
   */
  readonly squeakSemitones: number;
  /** A pitch that stands out of the others by this ratio and was surely plucked is believed against that of the tone. */
  readonly leastMargin: number;
  /** A vowel that is so much softer than the player's usual tone is somebody else's. */
  readonly vowelBelowDb: number;
  /** A stroke that is so much softer than the softest of the line is a chair, a cough or a word. */
  readonly noiseBelowSoftestDb: number;
  /** Sounds this far outside the played line are talk or noise. */
  readonly outsideBeats: number;
  /**
   * The outline holds peaks, a note its mean power: what is so much under the note is as good as silence. What is under it at all may be
   * the tail of the note before.
   */
  readonly silentBelowNoteDb: number;
  /** So much of a note of another pitch must have sounded: half of it, and up to the next note but for a tongue's gap. */
  readonly fullShare: number;
}

export const COSTS: AlignmentCosts = learned.costs;
export const PULSE: PulseWeights = learned.pulse;
export const SOUNDS: SoundWeights = learned.sounds;
