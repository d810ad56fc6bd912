import type { Pluck, Stroke, Tone } from './sounding-event';
import type { DrumSound } from './together/drum-sounds';

/** Changes whenever the same recording could be heard differently. */
export const LISTENING_VERSION = 17;

/** A tone with all that was heard of it; its pitch is a fact about the recording, with no score in mind. */
export interface HeardTone extends Tone {
  readonly clarity: number;
  readonly dipDb: number;
  /** How fast the level fell while it sounded, in dB per second; near 0 for blown, bowed and sung tones. */
  readonly fadeDbPerSecond: number;
  /** How fast its pitch moved on the whole, up or down, in semitones a second: near 0 for what is held, and for a vibrato; null where it was too short to tell. */
  readonly glideSemitonesPerSecond: number | null;
  /** How it began: by a fresh attack out of a gap or a dip, or by a change of pitch alone. */
  readonly start: 'attack' | 'pitch-change';
  /** Signs within it that it may have started anew, too weak to be believed without knowing what was written. */
  readonly reattacks: readonly Pick<Tone, 'onsetSeconds' | 'startStrength'>[];
  /** When its level, or those of its partials, changed at once while it sounded. */
  readonly levelChangesSeconds: readonly number[];
}

/** A sudden sound: what may be a stroke of a line, or the start of a tone. */
export interface HeardStrike extends Stroke {
  /** Rise above what sounded before, in dB. */
  readonly riseDb: number;
  /** How much its spectrum differs from the usual one of the recording's strikes, whatever their levels, in dB. */
  readonly unlikeDb: number;
}

/** A moment at which strings, keys or drums were struck, several at once perhaps. */
export interface HeardMoment {
  readonly onsetSeconds: number;
  /** Of the loudest of what is new. */
  readonly levelDb: number;
  /**
   * Pitches that may have been struck then, MIDI, and how much the sound speaks for each, 0–1: one half says nothing either way. What is not
   * named hardly was.
   */
  readonly pitches: readonly { readonly midi: number; readonly evidence: number }[];
  /** The same of drums. */
  readonly drums: readonly { readonly drum: DrumSound; readonly evidence: number }[];
}

/** Facts about a recording. Plain data, stored with its version. */
export interface Heard {
  readonly version: number;
  readonly durationSeconds: number;
  readonly tones: readonly HeardTone[];
  readonly strikes: readonly HeardStrike[];
  /** What may have been a stroke within the ringing of another: to be believed where the score has one, and nowhere else. */
  readonly doubtfulStrikes: readonly Stroke[];
  /** When something thumped under all that the instrument can play: a foot, a door. Empty where it plays as low itself. */
  readonly thumpsSeconds: readonly number[];
  /** Of recordings whose strings may ring into each other; of others none. */
  readonly plucks: readonly Pluck[];
  /** Where it was listened to for several sounds at once; else none. */
  readonly moments: readonly HeardMoment[];
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

/** Of what may be struck at a moment less evidence is not named. */
export const LEAST_EVIDENCE = 0.0002;

export const LEVEL_STEP_SECONDS = 0.05;
/** A vibrato of 7 Hz still has seven of them. */
export const PITCH_STEP_SECONDS = 0.02;
