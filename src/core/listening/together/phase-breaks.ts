import { midiToHertz } from '../../pitch';
import { hannWindow } from '../../signal';

/** Windows around a moment: two before it, one after; none of them reaches into the attack. */
const WINDOW_SECONDS = 0.1;
const GUARD_SECONDS = 0.02;
const STEP_SECONDS = 0.05;

/**
 * How far a partial does not go on as it did before a moment. A string that rings on keeps its phase; one that is struck again begins another
 * one, even where it becomes no louder. Source: C. Duxbury, J. P. Bello, M. Davies, M. Sandler, "Complex domain onset detection for musical
 * signals", DAFx 2003: the next value is foretold from the phases of the two before it.
 */
export class PhaseMeter {
  readonly #samples: Float32Array;
  readonly #sampleRate: number;
  readonly #taper: Float64Array;
  readonly #weight: number;

  /** @param sampleRate in hertz. */
  constructor(samples: Float32Array, sampleRate: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#taper = hannWindow(Math.round(WINDOW_SECONDS * sampleRate));
    this.#weight = this.#taper.reduce((sum, value) => sum + value, 0);
  }

  /** The breaks at a moment, by semitone; each is looked for once. @param onsetSeconds when something may be struck. */
  at(onsetSeconds: number, tuningSemitones: number): (midi: number) => PhaseBreak {
    const half = WINDOW_SECONDS / 2;
    const last = onsetSeconds - GUARD_SECONDS - half;
    const windows = [last - STEP_SECONDS, last, onsetSeconds + GUARD_SECONDS + half].map((seconds) =>
      this.#windowAt(seconds),
    ) as [Window, Window, Window];
    const known = new Map<number, PhaseBreak>();
    return (midi) => {
      const there = known.get(midi);
      if (there) return there;
      const found = this.#breakAt(midiToHertz(midi + tuningSemitones), windows);
      known.set(midi, found);
      return found;
    };
  }

  #breakAt(hertz: number, windows: readonly [Window, Window, Window]): PhaseBreak {
    const [a, b, c] = windows.map((window) => this.#phasor(hertz, window)) as [Phasor, Phasor, Phasor];
    const turn = (windows[2].seconds - windows[1].seconds) / (windows[1].seconds - windows[0].seconds);
    const phase = b.phase + turn * wrapped(b.phase - a.phase);
    const [real, imaginary] = [b.size * Math.cos(phase), b.size * Math.sin(phase)];
    return {
      unforeseen: Math.hypot(c.size * Math.cos(c.phase) - real, c.size * Math.sin(c.phase) - imaginary),
      after: c.size,
    };
  }

  /** The samples around a moment, tapered once for all frequencies. */
  #windowAt(seconds: number): Window {
    const from = Math.round(seconds * this.#sampleRate - this.#taper.length / 2);
    return { seconds, from, samples: this.#taper.map((taper, n) => taper * (this.#samples[from + n] ?? 0)) };
  }

  /** Of one frequency, its phase against a wave that has run since the beginning. Source: G. Goertzel, as in `powersAt`. */
  #phasor(hertz: number, { from, samples }: Window): Phasor {
    const turn = (2 * Math.PI * hertz) / this.#sampleRate;
    const cosine = 2 * Math.cos(turn);
    let [last, before] = [0, 0];
    for (let n = 0; n < samples.length; n++) {
      const next = samples[n]! + cosine * last - before;
      before = last;
      last = next;
    }
    const [real, imaginary] = [last - before * Math.cos(turn), before * Math.sin(turn)];
    return {
      size: (2 * Math.hypot(real, imaginary)) / this.#weight,
      // What it has turned up to the last sample is taken off.
      phase: Math.atan2(imaginary, real) - turn * (from + samples.length - 1),
    };
  }
}

/** Amplitude of what was not foretold of a partial at a moment, and of all that is there after it. */
export interface PhaseBreak {
  readonly unforeseen: number;
  readonly after: number;
}

interface Window {
  readonly seconds: number;
  /** Place of its first sample in the recording. */
  readonly from: number;
  readonly samples: Float64Array;
}

interface Phasor {
  readonly size: number;
  readonly phase: number;
}

const wrapped = (phase: number) => phase - 2 * Math.PI * Math.round(phase / (2 * Math.PI));
