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

  /** @param sampleRate in hertz. */
  constructor(samples: Float32Array, sampleRate: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#taper = hannWindow(Math.round(WINDOW_SECONDS * sampleRate));
  }

  /** The breaks at a moment, by semitone; each is looked for once. @param onsetSeconds when something may be struck. */
  at(onsetSeconds: number, tuningSemitones: number): (midi: number) => PhaseBreak {
    const known = new Map<number, PhaseBreak>();
    return (midi) => {
      const there = known.get(midi);
      if (there) return there;
      const found = this.#breakAt(midiToHertz(midi + tuningSemitones), onsetSeconds);
      known.set(midi, found);
      return found;
    };
  }

  #breakAt(hertz: number, onsetSeconds: number): PhaseBreak {
    const half = WINDOW_SECONDS / 2;
    const [first, second, third] = [
      onsetSeconds - GUARD_SECONDS - half - STEP_SECONDS,
      onsetSeconds - GUARD_SECONDS - half,
      onsetSeconds + GUARD_SECONDS + half,
    ];
    const [a, b, c] = [first, second, third].map((seconds) => this.#phasor(hertz, seconds)) as [
      Phasor,
      Phasor,
      Phasor,
    ];
    const turn = (third - second) / (second - first);
    const phase = b.phase + turn * wrapped(b.phase - a.phase);
    const [real, imaginary] = [b.size * Math.cos(phase), b.size * Math.sin(phase)];
    return {
      unforeseen: Math.hypot(c.size * Math.cos(c.phase) - real, c.size * Math.sin(c.phase) - imaginary),
      after: c.size,
    };
  }

  /** Of one frequency, its phase against a wave that has run since the beginning. */
  #phasor(hertz: number, middleSeconds: number): Phasor {
    const length = this.#taper.length;
    const from = Math.round(middleSeconds * this.#sampleRate - length / 2);
    const turn = (2 * Math.PI * hertz) / this.#sampleRate;
    // A wave of constant frequency by rotation: a sine for each sample would cost most of the time.
    const [stepReal, stepImaginary] = [Math.cos(turn), -Math.sin(turn)];
    let [waveReal, waveImaginary] = [Math.cos(turn * from), -Math.sin(turn * from)];
    let [real, imaginary, weight] = [0, 0, 0];
    for (let n = 0; n < length; n++) {
      const value = this.#taper[n]! * (this.#samples[from + n] ?? 0);
      real += value * waveReal;
      imaginary += value * waveImaginary;
      weight += this.#taper[n]!;
      const next = waveReal * stepReal - waveImaginary * stepImaginary;
      waveImaginary = waveReal * stepImaginary + waveImaginary * stepReal;
      waveReal = next;
    }
    return { size: (2 * Math.hypot(real, imaginary)) / weight, phase: Math.atan2(imaginary, real) };
  }
}

/** Amplitude of what was not foretold of a partial at a moment, and of all that is there after it. */
export interface PhaseBreak {
  readonly unforeseen: number;
  readonly after: number;
}

interface Phasor {
  readonly size: number;
  readonly phase: number;
}

const wrapped = (phase: number) => phase - 2 * Math.PI * Math.round(phase / (2 * Math.PI));
