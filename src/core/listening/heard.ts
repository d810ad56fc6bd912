/** Changes whenever the same recording could be heard differently. */
export const LISTENING_VERSION = 11;

/** A tone that was heard; its pitch is a fact about the recording, with no score in mind. */
export interface HeardNote {
  readonly onsetSeconds: number;
  readonly endSeconds: number;
  /** Sounding pitch against A = 440 Hz, cents as fraction. */
  readonly midi: number;
  /** How periodic the sound was, 0–1. */
  readonly clarity: number;
  /** How strong its odd partials are beside the even ones, in dB: weak where the octave above may be meant. */
  readonly oddPartialsDb: number;
  /** How strong the odd partials of the octave below are beside all of its own, in dB: weak unless that octave may be meant. */
  readonly octaveBelowDb: number;
  /** Level of the note's middle, dB below full scale. */
  readonly levelDb: number;
  /** How fast the level fell while the note sounded, in dB per second; near 0 for blown, bowed and sung tones. */
  readonly fadeDbPerSecond: number;
  /** How the note began: by a fresh attack out of a gap or a dip, or by a change of pitch alone. */
  readonly start: 'attack' | 'pitch-change';
  /** How far the level had dipped before the note, in dB; 0 for a note that joins on smoothly. */
  readonly dipDb: number;
  /** How sure it is that a note of the pitch of the one before started anew instead of going on, 0–1; else 1. */
  readonly startStrength: number;
  /** Signs within the note that it may have started anew, too weak to be believed without knowing what was written. */
  readonly reattacks: readonly { readonly onsetSeconds: number; readonly strength: number }[];
  /** When its level, or those of its partials, changed at once while it sounded. */
  readonly levelChangesSeconds: readonly number[];
}

/** A string or a bar that was set going while others may still ring: found by what is new in the spectrum there. */
export interface HeardPluck {
  readonly onsetSeconds: number;
  /** When it was damped, or the next one plucked. */
  readonly endSeconds: number;
  /** Sounding pitch against A = 440 Hz, cents as fraction. */
  readonly midi: number;
  /** How sure it is that something was plucked there, 0–1. */
  readonly strength: number;
  /** How far its pitch stands out of the next likely one: ratio of their salience, from 1. */
  readonly pitchMargin: number;
  /** Level of its partials, dB below full scale. */
  readonly levelDb: number;
}

/** A sudden sound without regard to pitch: a clap, a stroke, the start of a tone. */
export interface HeardStrike {
  readonly onsetSeconds: number;
  /** Rise above what sounded before, in dB. */
  readonly riseDb: number;
  /** What it reached, dB below full scale. */
  readonly levelDb: number;
  /** How much its spectrum differs from the usual one of the recording's strikes, whatever their levels, in dB. */
  readonly unlikeDb: number;
}

/** Facts about a recording. Plain data, stored with its version. */
export interface Heard {
  readonly version: number;
  readonly durationSeconds: number;
  readonly notes: readonly HeardNote[];
  readonly strikes: readonly HeardStrike[];
  /** What may have been a stroke within the ringing of another: to be believed where the score has one, and nowhere else. */
  readonly doubtfulStrikes: readonly Pick<HeardStrike, 'onsetSeconds' | 'levelDb'>[];
  /** Of recordings whose strings may ring into each other; of others none. */
  readonly plucks: readonly HeardPluck[];
  /** Level of the quietest tenth of the recording. */
  readonly noiseDb: number;
  readonly peakDb: number;
  /** Share of samples at the recorder's ceiling. */
  readonly clippedShare: number;
  /** Highest level in steps of `LEVEL_STEP_SECONDS`, dB rounded: the waveform on the take's page. */
  readonly levelsDb: readonly number[];
  /** Pitch in steps of `PITCH_STEP_SECONDS`, MIDI with cents, null where nothing was pitched: the trace on the take's page. */
  readonly pitches: readonly (number | null)[];
}

export const LEVEL_STEP_SECONDS = 0.05;
/** A vibrato of 7 Hz still has seven of them. */
export const PITCH_STEP_SECONDS = 0.02;
