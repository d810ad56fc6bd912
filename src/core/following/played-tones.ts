import { LIKELIER_THAN_NOT } from '../base';
import {
  beganBy,
  CLEAR_PITCH_MARGIN,
  DOUBTFUL_START,
  type Heard,
  type HeardTone,
  isHeld,
  isSaid,
  type Pluck,
  phrasesOf,
  SAME_START_SECONDS,
  SURELY_PLUCKED,
  type Tone,
} from '../listening';
import { SAME_PITCH_SEMITONES } from '../pitch';
import { LOWER_OCTAVE_SHOWS_DB } from './following';
import { SOUNDS } from './model/weighing';

/** A tone or a pluck, with the signs within it of further starts. */
export interface PlayedTone {
  readonly sound: Tone | Pluck;
  readonly reattacks: HeardTone['reattacks'];
  /** Whether it is rather a vowel than a tone: by itself, or as it stands among vowels. */
  readonly said: 'no' | 'by-itself' | 'in-a-sentence';
}

/**
 * The tones that were played, in order of onset, without what was said. Where strings ring into each other, a period is most often
 * shared by several of them: there a tone is believed where something was plucked, and at the pitch that is new.
 */
export function playedTones(heard: Heard): readonly PlayedTone[] {
  const phrases = phrasesOf(heard.tones);
  const tones = phrases.filter((phrase) => !phrase.isSpeech).flatMap((phrase) => phrase.tones);
  // Somebody may play a few notes into a sentence of another.
  const amid = phrases
    .filter((phrase) => phrase.isSpeech)
    .flatMap((phrase) => phrase.tones.filter(isHeld))
    .map((tone): PlayedTone => ({ ...asHeard(tone), said: 'in-a-sentence' }));
  if (heard.plucks.length === 0)
    return [...tones.map(asHeard), ...amid].toSorted((a, b) => a.sound.onsetSeconds - b.sound.onsetSeconds);
  const spoken = phrases.filter((phrase) => phrase.isSpeech);
  const played = heard.plucks.filter(
    ({ onsetSeconds }) =>
      !spoken.some(
        ({ fromSeconds, toSeconds }) =>
          onsetSeconds > fromSeconds - SAME_START_SECONDS && onsetSeconds < toSeconds,
      ),
  );
  const used = new Set<Pluck>();
  const fromTones = tones.map((tone) => {
    const near = played.filter((pluck) => !used.has(pluck) && beganBy(tone, pluck));
    const pluck = near.toSorted((a, b) => b.startStrength - a.startStrength)[0];
    if (pluck) used.add(pluck);
    return believed(tone, pluck);
  });
  const added = played
    .filter((pluck) => !used.has(pluck) && pluck.pitchMargin >= SOUNDS.leastMargin)
    .map(asPlucked);
  const all = [...fromTones, ...added].toSorted((a, b) => a.sound.onsetSeconds - b.sound.onsetSeconds);
  return all.map(({ sound, reattacks, ...more }, index) => {
    const next = all[index + 1]?.sound.onsetSeconds ?? Number.POSITIVE_INFINITY;
    return {
      ...more,
      sound: { ...sound, endSeconds: Math.min(sound.endSeconds, next) },
      reattacks: reattacks.filter(({ onsetSeconds }) => onsetSeconds < next - SAME_START_SECONDS),
    };
  });
}

/** A tone by what is known of its start; what the pluck says where that is the better word. */
function believed(tone: HeardTone, pluck: Pluck | undefined): PlayedTone {
  const heard = asHeard(tone);
  const { sound } = heard;
  // A tone at whose start nothing new came: a period that several strings share.
  if (!pluck) {
    const startStrength = Math.min(tone.startStrength, DOUBTFUL_START);
    return { ...heard, sound: { ...sound, startStrength } };
  }
  if (pluck.startStrength < LIKELIER_THAN_NOT) return heard;
  // Heard both ways, its pitch is sure, however much rings beside it.
  if (isSamePitch(pluck, tone)) return { ...heard, sound: { ...sound, clarity: undefined } };
  const standsOut = pluck.pitchMargin >= CLEAR_PITCH_MARGIN && pluck.startStrength >= SURELY_PLUCKED;
  return standsOut || isOctaveBelow(pluck, tone) ? asPlucked(pluck) : heard;
}

const isSamePitch = (pluck: Pluck, tone: Tone) => Math.abs(pluck.midi - tone.midi) <= SAME_PITCH_SEMITONES;

/** An octave below hardly stands out of the tone above, but its odd partials tell. */
const isOctaveBelow = (pluck: Pluck, tone: Tone) =>
  Math.abs(pluck.midi - tone.midi + 12) <= SAME_PITCH_SEMITONES && tone.octaveBelowDb > LOWER_OCTAVE_SHOWS_DB;

function asHeard(tone: HeardTone): PlayedTone & { readonly sound: Tone } {
  const {
    fadeDbPerSecond: _fade,
    glideSemitonesPerSecond: _glide,
    start: _start,
    levelChangesSeconds: _changes,
    reattacks,
    ...sound
  } = tone;
  return { sound, reattacks, said: isSaid(tone) ? 'by-itself' : 'no' };
}

const asPlucked = (sound: Pluck): PlayedTone => ({ sound, reattacks: [], said: 'no' });
