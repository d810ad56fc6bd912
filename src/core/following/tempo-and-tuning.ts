import { FEWEST_TO_COMPARE, median } from '../base';
import { align } from './align';
import type { Alignment, AlignOptions, Candidate, Target } from './alignment';
import { COSTS } from './model/weighing';

/** Tempos tried against the asked one: beginners play from half of it to half as fast again. */
const TEMPO_SHARES = [1, 0.88, 1.14, 0.76, 1.3, 0.65, 1.5, 0.55];

/** How far a whole take may lie from concert pitch. */
export interface TuningRange {
  readonly lowestSemitones: number;
  readonly highestSemitones: number;
}
/** Beyond it a neighbouring key is the better explanation. */
export const USUAL_TUNING: TuningRange = { lowestSemitones: -0.7, highestSemitones: 0.7 };

/** So much of a line tells tempo, tuning and key: many tries on the whole of a long one would cost its square. */
const HEAD_TARGETS = 96;
/** At the slowest tempo tried, with a stop. */
const SLOWEST_HEAD = 2.2;

/** The beginning of a long line with the sounds that may belong to it; all of a shorter one. */
export function headOf(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  secondsPerBeat: number,
): { readonly targets: readonly Target[]; readonly sounds: readonly Candidate[] } {
  if (targets.length <= HEAD_TARGETS || sounds.length === 0) return { targets, sounds };
  const seconds = targets[HEAD_TARGETS]!.onsetBeats * secondsPerBeat * SLOWEST_HEAD;
  const until = sounds[0]!.onsetSeconds + seconds;
  return {
    targets: targets.slice(0, HEAD_TARGETS),
    sounds: sounds.filter(({ onsetSeconds }) => onsetSeconds < until),
  };
}

/**
 * Tries several tempos, then aligns once more with the tempo and tuning that the best one showed.
 * @param asked what sounds cost as targets, and going back, where that is not as usual.
 */
export function alignInTempoAndTune(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  askedSecondsPerBeat: number,
  tuningRange: TuningRange,
  asked: Pick<AlignOptions, 'mismatch' | 'moreForGoingBack'> = {},
) {
  const offset = commonOffset(sounds.map((sound) => sound.midi).filter((midi) => midi !== undefined));
  const tunings = [-1, 0, 1, 2]
    .map((semitones) => offset + semitones)
    .filter((tuning) => tuning >= tuningRange.lowestSemitones && tuning <= tuningRange.highestSemitones);
  const head = headOf(targets, sounds, askedSecondsPerBeat);
  const tries = (tunings.length > 0 ? tunings : [offset]).flatMap((tuningSemitones) =>
    TEMPO_SHARES.map((share) => {
      const secondsPerBeat = askedSecondsPerBeat / share;
      return {
        secondsPerBeat,
        tuningSemitones,
        alignment: align(head.targets, head.sounds, { secondsPerBeat, tuningSemitones, ...asked }),
      };
    }),
  );
  const costOf = ({ alignment, secondsPerBeat }: (typeof tries)[number]) =>
    alignment.cost +
    (COSTS.otherTempo / Math.max(1, alignment.matches.length)) *
      Math.abs(Math.log(secondsPerBeat / askedSecondsPerBeat));
  const best = tries.reduce((a, b) => (costOf(b) < costOf(a) ? b : a));
  const tuningSemitones =
    matchedOffset(best.alignment, head.targets, head.sounds, best.tuningSemitones) ?? best.tuningSemitones;
  const secondsPerBeat = matchedTempo(best.alignment, head.targets, head.sounds) ?? best.secondsPerBeat;
  return {
    alignment: align(targets, sounds, { secondsPerBeat, tuningSemitones, ...asked }),
    tuningSemitones,
    secondsPerBeat,
  };
}

/** How far the pitches lie from whole semitones together (circular mean). */
function commonOffset(midis: readonly number[]): number {
  const x = midis.reduce((sum, midi) => sum + Math.cos(2 * Math.PI * midi), 0);
  const y = midis.reduce((sum, midi) => sum + Math.sin(2 * Math.PI * midi), 0);
  return Math.atan2(y, x) / (2 * Math.PI);
}

function matchedOffset(
  alignment: Alignment,
  targets: readonly Target[],
  sounds: readonly Candidate[],
  tuningSemitones: number,
): number | undefined {
  const offsets = alignment.matches
    .map(({ target, sound }) => (sounds[sound]!.midi ?? Number.NaN) - (targets[target]!.midi ?? Number.NaN))
    .filter((offset) => Math.abs(offset - tuningSemitones) <= USUAL_TUNING.highestSemitones);
  return offsets.length >= 3 ? median(offsets) : undefined;
}

function matchedTempo(
  alignment: Alignment,
  targets: readonly Target[],
  sounds: readonly Candidate[],
): number | undefined {
  if (alignment.matches.length < FEWEST_TO_COMPARE) return undefined;
  // Tempo from neighbouring notes only: pauses and restarts between far ones would slow it down.
  const intervals: number[] = [];
  alignment.matches.forEach((match, index) => {
    for (const after of alignment.matches.slice(index + 1, index + 4)) {
      if (after.restart) break;
      const beats = targets[after.target]!.onsetBeats - targets[match.target]!.onsetBeats;
      if (beats >= 0.9)
        intervals.push((sounds[after.sound]!.onsetSeconds - sounds[match.sound]!.onsetSeconds) / beats);
    }
  });
  return intervals.length >= 3 ? median(intervals) : undefined;
}
