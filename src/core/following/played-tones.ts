import {
  beganBy,
  type Heard,
  type HeardNote,
  type HeardPluck,
  phrasesOf,
  SAME_START_SECONDS,
  SURE_PLUCK,
} from '../listening';
import { LOWER_OCTAVE_SHOWS_DB } from './following';

/** Heard both ways, a pitch lies this close. */
const SAME_PITCH_SEMITONES = 0.6;
/** A tone at whose start nothing new came: a period that several strings share. */
const UNSUPPORTED_STRENGTH = 0.3;
/** A pitch that stands out of the others by so much, and was so surely plucked, is believed against that of the tone. */
const CLEARER_MARGIN = 1.13;
const CLEARLY_PLUCKED = 0.9;
const LEAST_MARGIN = 1.05;

/** A tone by all that is known of it. */
export interface PlayedTone
  extends Pick<
    HeardNote,
    'onsetSeconds' | 'endSeconds' | 'midi' | 'levelDb' | 'dipDb' | 'startStrength' | 'reattacks'
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
  const fromTones = tones.map((tone) => {
    const near = played.filter((pluck) => !used.has(pluck) && beganBy(tone, pluck));
    const pluck = near.toSorted((a, b) => b.strength - a.strength)[0];
    if (pluck) used.add(pluck);
    return believed(tone, pluck);
  });
  const added = played.filter((pluck) => !used.has(pluck) && pluck.pitchMargin >= LEAST_MARGIN).map(toneOf);
  const all = [...fromTones, ...added].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
  return all.map((tone, index) => {
    const next = all[index + 1]?.onsetSeconds ?? Number.POSITIVE_INFINITY;
    return {
      ...tone,
      endSeconds: Math.min(tone.endSeconds, next),
      reattacks: tone.reattacks.filter(({ onsetSeconds }) => onsetSeconds < next - SAME_START_SECONDS),
    };
  });
}

/** A tone by what is known of its start; what the pluck says where that is the better word. */
function believed(tone: HeardNote, pluck: HeardPluck | undefined): PlayedTone {
  const asHeard = { ...tone, pitchMargin: undefined };
  if (!pluck) return { ...asHeard, startStrength: Math.min(tone.startStrength, UNSUPPORTED_STRENGTH) };
  if (pluck.strength < SURE_PLUCK) return asHeard;
  // Heard both ways, its pitch is sure, however much rings beside it.
  if (isSamePitch(pluck, tone)) return { ...asHeard, clarity: undefined };
  const standsOut = pluck.pitchMargin >= CLEARER_MARGIN && pluck.strength >= CLEARLY_PLUCKED;
  return standsOut || isOctaveBelow(pluck, tone) ? toneOf(pluck) : asHeard;
}

const isSamePitch = (pluck: HeardPluck, tone: HeardNote) =>
  Math.abs(pluck.midi - tone.midi) <= SAME_PITCH_SEMITONES;

/** An octave below hardly stands out of the tone above, but its odd partials tell. */
const isOctaveBelow = (pluck: HeardPluck, tone: HeardNote) =>
  Math.abs(pluck.midi - tone.midi + 12) <= SAME_PITCH_SEMITONES && tone.octaveBelowDb > LOWER_OCTAVE_SHOWS_DB;

function toneOf({ strength, pitchMargin, ...pluck }: HeardPluck): PlayedTone {
  return {
    ...pluck,
    pitchMargin,
    dipDb: 0,
    startStrength: strength,
    reattacks: [],
    clarity: undefined,
    oddPartialsDb: undefined,
    octaveBelowDb: undefined,
  };
}
