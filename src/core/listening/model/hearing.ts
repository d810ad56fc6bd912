import learned from './hearing.json' with { type: 'json' };

// Numbers that only takes can tell, settled by `npm run fit`, which says in the file from what. What follows from how instruments,
// ears or recorders are made stands where it is used.

/** How a pitch is told from its fractions and multiples, and how it is followed through time. */
export interface PitchNumbers {
  /** A change of pitch must explain this much more than staying: five frames of a clearly better peak. */
  readonly costOfJump: number;
  /** A step by octaves is more often a mended error than a leap, so it needs less. */
  readonly costOfOctaveJump: number;
  /** Of calling a frame unpitched: in the middle register peaks lower than about 0.6 lose against it. */
  readonly costOfSilence: number;
  /** Of going from silence to a pitch or back. */
  readonly costOfEntering: number;
  /** Every multiple of the period is a peak about as high as the first, so an octave lower must be this much higher. */
  readonly octaveDownHeight: number;
  /** Lower peaks say nothing … */
  readonly lowestHeight: number;
  /** … nor do those that are so much lower than the highest. */
  readonly worthALook: number;
  /** While two tones overlap, their common fundamental may seem to sound, but not longer than this. */
  readonly longestAliasSeconds: number;
  /**
   * While something sounds over a tone, a whole fraction of it, or another tone, may seem to sound for so long, but less clearly than the
   * tone itself.
   */
  readonly longestSeemingSeconds: number;
  readonly lessClear: number;
  /** While a reed settles on its octave, the odd partials of the lower one stay this weak. */
  readonly lowStartOddDb: number;
  /** A pitch is a fraction of the real one when what only it explains has less than this share of the power. */
  readonly unexplainedShare: number;
  /** The same beside tones that still ring; the new tone itself then has at least so much. */
  readonly unexplainedBesideShare: number;
  readonly newToneShare: number;
  /** A tone's own first partial is never quite absent. */
  readonly leastFirstPartialShare: number;
  /** Where both the first and the second one are, no tone of that pitch sounds at all. */
  readonly absentShare: number;
  /** A tone from before goes on where it still has so much of the power. */
  readonly goesOnShare: number;
  /** Half of the pitch's frequency is the real one when what only it explains is no weaker than this, beside all else. */
  readonly halfShareDb: number;
  /** A partial is looked for this close to its place. */
  readonly searchSemitones: number;
  /** A word or a thump hides the pitch of a tone for no longer than this. */
  readonly longestCoveredSeconds: number;
  /** The tone's own partials go on all the while: half of them dip by no more than this. */
  readonly ownDipDb: number;
}

/** Where a tone may have started anew. */
export interface StartNumbers {
  /** Less than this is nowhere worth a closer look: a level that dips, a wave that breaks with its past. */
  readonly leastContrast: number;
  readonly leastChange: number;
  /** A vibrato: so long, so far, for so much of the tone. */
  readonly shortestVibratoSeconds: number;
  readonly vibratoSemitones: number;
  readonly vibratoShare: number;
  /** A held tone changes less; one that is started anew gets louder or softer, however its start is covered. */
  readonly leastLevelChangeDb: number;
  /** A held tone keeps the balance of its partials; a covered start does not. */
  readonly leastPartialChangeDb: number;
  /** A dip of this depth on both sides is a fresh tongue or bow; vibrato and room echo stay below. */
  readonly partingDipDb: number;
  /** A dip of less is none worth a look: what goes over without it goes over smoothly. */
  readonly leastDipDb: number;
  /** Vibrato at 5–7 Hz regains under a third of its swing in a moment, a tongued note most of it. */
  readonly sharpRiseShare: number;
  /** In a tenth of a second the level falls by so much at the ends of tones that stop dead, and by so much where a hall or the strings ring on. */
  readonly deadFallDb: number;
  readonly ringingFallDb: number;
  /** Where a fall begins: near the loudest, and with room to fall. */
  readonly roomToFallDb: number;
  /** Where the tone before still fills the dip, this much of the way up counts as the start. */
  readonly feltShareOfDip: number;
  /** A dip shallower than this is filled by the echo of the tone before. */
  readonly maskedDipDb: number;
}

/** What is plucked, and what rings. */
export interface StringNumbers {
  /** Each partial of a string is a little less telling than the one below; upper ones lie a little sharp. */
  readonly partialWeight: number;
  readonly reachShare: number;
  readonly leastReachHertz: number;
  /** Loud partials count little more than soft ones: several that are new tell a string, one may be another's. */
  readonly compression: number;
  /** A string is damped when the level falls so far under what it reached within a moment. */
  readonly dampedDb: number;
  /** Where so many only renew the pitch that sounds already, they are a tremolo. */
  readonly mostRenewingShare: number;
  /** Another pitch within a tone is a string that rings with it. */
  readonly ringingShare: number;
  /** A take whose longer notes fall faster than this is plucked or struck: a guitar loses 10–40 dB a second, a breath under 5. */
  readonly fadingDbPerSecond: number;
  /** A singer's notes may sink as fast, but not nearly every one of them. */
  readonly slowestFadingDbPerSecond: number;
  /** What is new in the spectrum counts from so much of the usual highest on. */
  readonly leastHeight: number;
}

/** What is a stroke, and what only rings, bounces or thumps. */
export interface StrokeNumbers {
  readonly lowestRiseDb: number;
  /** A stroke stands out of the noise by so much, and out of what bounces or echoes after it. */
  readonly standsOutDb: number;
  /** A stroke that falls into the ringing of another rises less, but reaches nearly what the others do. */
  readonly lowestDoubtfulRiseDb: number;
  /** What comes so soon after a softer sound, and is so much louder, is the stroke itself. */
  readonly drowningAboveDb: number;
  /** Out of that ringing it is felt where it comes within this of its top. */
  readonly outweighingDb: number;
  /** Strikes this far below the usual one of the take are echoes or chairs. */
  readonly belowUsualDb: number;
  /** A hand bounces and a drum rings back: what follows so soon and so much softer is the same stroke. */
  readonly bounceSeconds: number;
  /** A thump rises by so much at once, and is gone again as soon: a word and a lorry last longer. */
  readonly thumpRiseDb: number;
  /** So much under the loudest of them it is something else. */
  readonly thumpUnderLoudestDb: number;
}

/** What is said rather than played. */
export interface VoiceNumbers {
  /** A spoken pitch hardly ever stays: it moves by more semitones a second. */
  readonly spokenGlide: number;
  /** So many of the tones that can be told must be vowels: with fewer somebody talks while somebody plays. */
  readonly saidShare: number;
  /** Words of one sentence lie closer together than this; a player takes longer to put the instrument up. */
  readonly pauseSeconds: number;
}

export const PITCH: PitchNumbers = learned.pitch;
export const STARTING: StartNumbers = learned.starting;
export const STRINGS: StringNumbers = learned.strings;
export const STROKES: StrokeNumbers = learned.strokes;
export const VOICES: VoiceNumbers = learned.voices;
