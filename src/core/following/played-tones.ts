import type { Heard, HeardNote, HeardPluck } from '../listening';
import { phrasesOf } from './speech';

/** Heard both ways, a start lies this close, and a pitch. */
const SAME_START_SECONDS = 0.05;
const SAME_PITCH_SEMITONES = 0.6;
/** From here on a pluck is one without knowing what was written. */
const SURE_PLUCK = 0.5;
/** A tone at whose start nothing new came: a period that several strings share. */
const UNSUPPORTED_STRENGTH = 0.3;
/** A pitch that stands out of the others by so much is believed against that of the tone, and where there is no tone. */
const CLEARER_MARGIN = 1.13;
const LEAST_MARGIN = 1.05;
const ODD_PARTIALS_DB = -25;

/** A tone by all that is known of it. */
export interface PlayedTone
  extends Pick<
    HeardNote,
    'onsetSeconds' | 'endSeconds' | 'midi' | 'levelDb' | 'dipDb' | 'startStrength' | 'restarts'
  > {
  /** As in `HeardNote`; undefined for what is only known as a pluck. */
  readonly clarity: number | undefined;
  readonly oddPartialsDb: number | undefined;
  readonly octaveBelowDb: number | undefined;
  /** As in `HeardPluck`; undefined for what is only known as a tone. */
  readonly pitchMargin: number | undefined;
}

/**
 * The tones that were played, in order of onset, without what was said. Where strings ring into each other, a period is most often
 * shared by several of them: there a tone is believed where something was plucked, and at the pitch that is new.
 */
export function playedTones({ notes, plucks }: Heard): readonly PlayedTone[] {
  const phrases = phrasesOf(notes);
  const tones = phrases.filter((phrase) => !phrase.isSpeech).flatMap((phrase) => phrase.notes);
  if (plucks.length === 0) return tones.map((tone) => ({ ...tone, pitchMargin: undefined }));
  const spoken = phrases.filter((phrase) => phrase.isSpeech);
  const played = plucks.filter(
    ({ onsetSeconds }) =>
      !spoken.some(
        ({ fromSeconds, toSeconds }) =>
          onsetSeconds > fromSeconds - SAME_START_SECONDS && onsetSeconds < toSeconds,
      ),
  );
  const used = new Set<HeardPluck>();
  const fromTones = tones.map((tone): PlayedTone => {
    const near = played.filter((one) => !used.has(one) && isNear(one, tone));
    const pluck = near.toSorted((a, b) => b.strength - a.strength)[0];
    if (!pluck)
      return {
        ...tone,
        pitchMargin: undefined,
        startStrength: Math.min(tone.startStrength, UNSUPPORTED_STRENGTH),
      };
    used.add(pluck);
    if (pluck.strength < SURE_PLUCK) return { ...tone, pitchMargin: undefined };
    // Heard both ways, its pitch is sure, however much rings beside it.
    if (isSamePitch(pluck, tone)) return { ...tone, clarity: undefined, pitchMargin: undefined };
    return pluck.pitchMargin >= CLEARER_MARGIN || isOctaveBelow(pluck, tone)
      ? toneOf(pluck)
      : { ...tone, pitchMargin: undefined };
  });
  const added = played.filter((pluck) => !used.has(pluck) && pluck.pitchMargin >= LEAST_MARGIN).map(toneOf);
  const all = [...fromTones, ...added].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
  return all.map((tone, index) => {
    const next = all[index + 1]?.onsetSeconds ?? Number.POSITIVE_INFINITY;
    return {
      ...tone,
      endSeconds: Math.min(tone.endSeconds, next),
      restarts: tone.restarts.filter(({ onsetSeconds }) => onsetSeconds < next - SAME_START_SECONDS),
    };
  });
}

const isNear = (a: { onsetSeconds: number }, b: { onsetSeconds: number }) =>
  Math.abs(a.onsetSeconds - b.onsetSeconds) <= SAME_START_SECONDS;

const isSamePitch = (a: { midi: number }, b: { midi: number }) =>
  Math.abs(a.midi - b.midi) <= SAME_PITCH_SEMITONES;

/** An octave below hardly stands out of the tone above, but its odd partials tell. */
const isOctaveBelow = (pluck: HeardPluck, tone: HeardNote) =>
  Math.abs(pluck.midi - tone.midi + 12) <= SAME_PITCH_SEMITONES && tone.octaveBelowDb >= ODD_PARTIALS_DB;

function toneOf({ strength, pitchMargin, ...pluck }: HeardPluck): PlayedTone {
  return {
    ...pluck,
    pitchMargin,
    dipDb: 0,
    startStrength: strength,
    restarts: [],
    clarity: undefined,
    oddPartialsDb: undefined,
    octaveBelowDb: undefined,
  };
}
