import { type Heard, type HeardTone, LEVEL_STEP_SECONDS, LONGEST_UNSETTLED_SECONDS } from '../listening';
import { SOUNDS } from './model/weighing';

/** Sounds of a recording in which no pitch was found: a note that speaks late, a squeak, a bow that scrapes. */
export class UnpitchedSound {
  readonly #heard: Heard;
  /** Latest end among each note and those before it. */
  readonly #latestEnds: readonly number[];

  constructor(heard: Heard) {
    this.#heard = heard;
    let latest = 0;
    this.#latestEnds = heard.tones.map((note) => {
      latest = Math.max(latest, note.endSeconds);
      return latest;
    });
  }

  /** How long before a note of `heard` something already sounded, about as loud as it, that was no tone. */
  secondsBefore({ onsetSeconds, levelDb }: Pick<HeardTone, 'onsetSeconds' | 'levelDb'>): number {
    const before = this.#countBefore(onsetSeconds) - 1;
    const free = Math.max(
      onsetSeconds - LONGEST_UNSETTLED_SECONDS,
      Math.min(this.#latestEnds[before] ?? 0, onsetSeconds),
    );
    let step = Math.floor(onsetSeconds / LEVEL_STEP_SECONDS) - 1;
    while (step * LEVEL_STEP_SECONDS >= free && this.#isLoud(step, levelDb)) step--;
    return onsetSeconds - Math.max(free, Math.min(onsetSeconds, (step + 1) * LEVEL_STEP_SECONDS));
  }

  /** How long after a sound of `heard` something went on, about as loud as it, that was no tone. */
  secondsAfter({ endSeconds, levelDb }: Pick<HeardTone, 'endSeconds' | 'levelDb'>): number {
    const next = this.#heard.tones[this.#countBefore(endSeconds)]?.onsetSeconds ?? Number.POSITIVE_INFINITY;
    const latest = Math.min(endSeconds + LONGEST_UNSETTLED_SECONDS, next);
    let step = Math.ceil(endSeconds / LEVEL_STEP_SECONDS);
    while ((step + 1) * LEVEL_STEP_SECONDS <= latest && this.#isLoud(step, levelDb)) step++;
    return Math.max(0, step * LEVEL_STEP_SECONDS - endSeconds);
  }

  /** Notes stand in order of onset. */
  #countBefore(seconds: number): number {
    let [low, high] = [0, this.#heard.tones.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#heard.tones[middle]!.onsetSeconds < seconds) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** Whether a stretch is filled with sound about as loud as given, and holds no tone. */
  fills(fromSeconds: number, toSeconds: number, levelDb: number): boolean {
    const holdsTone = this.#heard.tones.some(
      (note) => note.onsetSeconds < toSeconds && note.endSeconds > fromSeconds,
    );
    if (holdsTone || toSeconds <= fromSeconds) return false;
    for (
      let step = Math.floor(fromSeconds / LEVEL_STEP_SECONDS);
      step * LEVEL_STEP_SECONDS < toSeconds;
      step++
    )
      if (!this.#isLoud(step, levelDb - SOUNDS.silentBelowNoteDb)) return false;
    return true;
  }

  #isLoud(step: number, levelDb: number): boolean {
    return (this.#heard.levelsDb[step] ?? Number.NEGATIVE_INFINITY) >= levelDb;
  }
}
