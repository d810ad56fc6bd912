/** What every sound that was heard has, whatever it is. */
interface Started {
  readonly onsetSeconds: number;
  /** When it was over; a stroke is over when it has begun. */
  readonly endSeconds: number;
  /** dB below full scale. */
  readonly levelDb: number;
  /** How sure it is that something started here, and did not only go on from before, 0–1. */
  readonly startStrength: number;
}

/** A sound of one pitch that lasts: blown, bowed, sung, or ringing by itself. */
export interface Tone extends Started {
  readonly kind: 'tone';
  /** Sounding pitch against A = 440 Hz, cents as fraction. */
  readonly midi: number;
  /** How periodic it was, 0–1; undefined where other strings rang and it was plucked for certain: there it tells nothing. */
  readonly clarity: number | undefined;
  /** How strong its odd partials are beside the even ones, in dB: weak where the octave above may be meant. */
  readonly oddPartialsDb: number;
  /** How strong the odd partials of the octave below are beside all of its own, in dB: weak unless that octave may be meant. */
  readonly octaveBelowDb: number;
  /** How far the level had dipped before it, in dB; undefined where it may have started within another tone: there none was measured. */
  readonly dipDb: number | undefined;
}

/** A string or a bar that was set going while others may still ring: found by what is new in the spectrum there. */
export interface Pluck extends Started {
  readonly kind: 'pluck';
  /** Sounding pitch against A = 440 Hz, cents as fraction. */
  readonly midi: number;
  /** How far its pitch stands out of the next likely one: ratio of their salience, from 1. */
  readonly pitchMargin: number;
}

/** A sudden sound without regard to pitch: a clap, a tap, a syllable. */
export interface Stroke extends Started {
  readonly kind: 'stroke';
  readonly midi?: undefined;
}

/** A sound of a recording, the same from what was heard to what is said of it. */
export type SoundingEvent = Tone | Pluck | Stroke;

/** How periodic a sound was, 0–1: fully, where that tells nothing and it stands out by itself. */
export const clarityOf = (sound: SoundingEvent) => (sound.kind === 'tone' ? (sound.clarity ?? 1) : 1);

/** Less periodic than this a sound is the noise of an attack, or several strings at once: nothing is held against the player. */
export const LEAST_CLARITY_OF_ONE_TONE = 0.92;

/** How surely something started that may be what is written: where nothing is written it is nothing, and where it was not in time it is not held against anybody. */
export const DOUBTFUL_START = 0.3;

/** Whether a tone started out of a dip in level that is so deep. */
export const isOutOfDip = (sound: SoundingEvent, depthDb: number) =>
  sound.kind === 'tone' && sound.dipDb !== undefined && sound.dipDb >= depthDb;
