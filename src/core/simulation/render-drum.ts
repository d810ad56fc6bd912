import type { Random } from '../base';
import type { DrumId } from '../notation';

/** How a drum of the simulated student sounds: a tone that falls, and noise above a frequency. Simplified, made for Mevlo. */
interface DrumRecipe {
  readonly tones: readonly { readonly hertz: number; readonly fallsTo: number; readonly level: number }[];
  readonly toneSeconds: number;
  readonly noiseLevel: number;
  readonly noiseAboveHertz: number;
  readonly noiseSeconds: number;
}

const drum = (hertz: number, toneSeconds: number, noiseLevel = 0.06): DrumRecipe => ({
  tones: [
    { hertz: 1.35 * hertz, fallsTo: hertz, level: 1 },
    { hertz: 1.6 * hertz, fallsTo: 1.59 * hertz, level: 0.3 },
  ],
  toneSeconds,
  noiseLevel,
  noiseAboveHertz: 900,
  noiseSeconds: 0.03,
});
const cymbal = (noiseSeconds: number, noiseLevel: number, noiseAboveHertz: number): DrumRecipe => ({
  tones: [],
  toneSeconds: 0.1,
  noiseLevel,
  noiseAboveHertz,
  noiseSeconds,
});

/** Times in which a sound falls by 60 dB. Common practice of drum sounds. */
const RECIPES: Readonly<Record<DrumId, DrumRecipe>> = {
  'bass-drum': {
    tones: [{ hertz: 120, fallsTo: 56, level: 1 }],
    toneSeconds: 0.35,
    noiseLevel: 0.05,
    noiseAboveHertz: 1500,
    noiseSeconds: 0.02,
  },
  snare: {
    tones: [
      { hertz: 210, fallsTo: 185, level: 0.5 },
      { hertz: 340, fallsTo: 330, level: 0.25 },
    ],
    toneSeconds: 0.2,
    noiseLevel: 0.5,
    noiseAboveHertz: 1200,
    noiseSeconds: 0.28,
  },
  'side-stick': {
    tones: [
      { hertz: 500, fallsTo: 480, level: 0.4 },
      { hertz: 1700, fallsTo: 1690, level: 0.5 },
    ],
    toneSeconds: 0.06,
    noiseLevel: 0.15,
    noiseAboveHertz: 1500,
    noiseSeconds: 0.03,
  },
  'closed-hi-hat': cymbal(0.09, 1.1, 6500),
  'open-hi-hat': cymbal(0.9, 1, 5500),
  'pedal-hi-hat': cymbal(0.13, 0.5, 4500),
  ride: {
    tones: [
      { hertz: 3100, fallsTo: 3095, level: 0.06 },
      { hertz: 4700, fallsTo: 4690, level: 0.06 },
    ],
    toneSeconds: 1.2,
    noiseLevel: 0.4,
    noiseAboveHertz: 4500,
    noiseSeconds: 1.1,
  },
  crash: cymbal(2.2, 0.9, 2500),
  'high-tom': drum(190, 0.45),
  'middle-tom': drum(145, 0.5),
  'floor-tom': drum(95, 0.6),
  'hand-clap': { tones: [], toneSeconds: 0.1, noiseLevel: 0.6, noiseAboveHertz: 800, noiseSeconds: 0.12 },
};

/** Adds one stroke of a drum. @param from sample at which it begins. */
export function addDrum(
  out: Float32Array,
  from: number,
  id: DrumId,
  gain: number,
  sampleRate: number,
  random: Random,
): void {
  const { tones, toneSeconds, noiseLevel, noiseAboveHertz, noiseSeconds } = RECIPES[id];
  const count = Math.min(
    out.length - from,
    Math.round(1.2 * Math.max(toneSeconds, noiseSeconds) * sampleRate),
  );
  const keep = Math.exp((-2 * Math.PI * Math.min(noiseAboveHertz, 0.45 * sampleRate)) / sampleRate);
  const phases = tones.map(() => 0);
  // Two one-pole filters after each other keep what lies above.
  let [low, lower] = [0, 0];
  for (let n = Math.max(0, -from); n < count; n++) {
    const seconds = n / sampleRate;
    let value = 0;
    tones.forEach(({ hertz, fallsTo, level }, index) => {
      const now = fallsTo + (hertz - fallsTo) * Math.exp(-seconds / FALL_SECONDS);
      phases[index] = phases[index]! + (2 * Math.PI * now) / sampleRate;
      value += level * Math.sin(phases[index]!) * 10 ** ((-3 * seconds) / toneSeconds);
    });
    const white = random.uniform(-1, 1);
    low = keep * low + (1 - keep) * white;
    const high = white - low;
    lower = keep * lower + (1 - keep) * high;
    value += noiseLevel * (high - lower) * 10 ** ((-3 * seconds) / noiseSeconds);
    out[from + n] = out[from + n]! + gain * Math.min(1, seconds / ATTACK_SECONDS) * value;
  }
}

const FALL_SECONDS = 0.03;
const ATTACK_SECONDS = 0.001;
