import { type Heard, LEVEL_STEP_SECONDS } from '../listening';

/** The outline holds peaks, a note its mean power: what is this much under the note is as good as silence. */
const LOUD_BELOW_NOTE_DB = 6;
/** A tone that has not found its pitch yet, or has lost it, lasts no longer. */
const LONGEST_SECONDS = 0.3;

/** Sounds of a recording in which no pitch was found: a note that speaks late, a squeak, a bow that scrapes. */
export class UnpitchedSound {
  readonly #heard: Heard;

  constructor(heard: Heard) {
    this.#heard = heard;
  }

  /** How long before a note something already sounded, about as loud as it, that was no tone. */
  secondsBefore({
    onsetSeconds,
    levelDb,
  }: {
    readonly onsetSeconds: number;
    readonly levelDb: number;
  }): number {
    const before = this.#heard.notes.filter((note) => note.onsetSeconds < onsetSeconds);
    const free = Math.max(
      onsetSeconds - LONGEST_SECONDS,
      ...before.map((note) => Math.min(note.endSeconds, onsetSeconds)),
    );
    let step = Math.floor(onsetSeconds / LEVEL_STEP_SECONDS) - 1;
    while (step * LEVEL_STEP_SECONDS >= free && this.#isLoud(step, levelDb)) step--;
    return onsetSeconds - Math.max(free, Math.min(onsetSeconds, (step + 1) * LEVEL_STEP_SECONDS));
  }

  /** Whether a stretch is filled with sound about as loud as given, and holds no tone. */
  fills(fromSeconds: number, toSeconds: number, levelDb: number): boolean {
    const holdsTone = this.#heard.notes.some(
      (note) => note.onsetSeconds < toSeconds && note.endSeconds > fromSeconds,
    );
    if (holdsTone || toSeconds <= fromSeconds) return false;
    for (
      let step = Math.floor(fromSeconds / LEVEL_STEP_SECONDS);
      step * LEVEL_STEP_SECONDS < toSeconds;
      step++
    )
      if (!this.#isLoud(step, levelDb)) return false;
    return true;
  }

  #isLoud(step: number, levelDb: number): boolean {
    return (this.#heard.levelsDb[step] ?? Number.NEGATIVE_INFINITY) >= levelDb - LOUD_BELOW_NOTE_DB;
  }
}
