// Simplified tone recipes made for Mevlo: loudness of the partials and the shape of a note's start and end.
import type { InstrumentId } from '../instruments';

/** How the simulated student's instrument sounds. */
export interface Timbre {
  /** Amplitude of partial 1, 2, 3 … */
  readonly partials: readonly number[];
  readonly attackSeconds: number;
  readonly releaseSeconds: number;
  /** Time in which a plucked or struck sound falls by 60 dB; undefined for a sustained one. */
  readonly decaySeconds: number | undefined;
  /** Breath or bow noise relative to the tone. */
  readonly noise: number;
  readonly vibratoCents: number;
  /** Drop of level between two slurred notes, as an amplitude ratio. */
  readonly slurDip: number;
}

const sustained = { decaySeconds: undefined, slurDip: 0.75 };

const RECIPES = {
  flute: {
    ...sustained,
    partials: [1, 0.5, 0.25, 0.1, 0.04],
    attackSeconds: 0.045,
    releaseSeconds: 0.06,
    noise: 0.03,
    vibratoCents: 8,
  },
  oboe: {
    ...sustained,
    partials: [0.6, 0.8, 1, 0.6, 0.4, 0.3, 0.2, 0.1],
    attackSeconds: 0.03,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 5,
  },
  clarinet: {
    ...sustained,
    partials: [1, 0.05, 0.7, 0.05, 0.4, 0.05, 0.2],
    attackSeconds: 0.035,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 0,
  },
  'alto-sax': {
    ...sustained,
    partials: [1, 0.9, 0.6, 0.5, 0.35, 0.2, 0.1],
    attackSeconds: 0.035,
    releaseSeconds: 0.05,
    noise: 0.02,
    vibratoCents: 6,
  },
  'soprano-recorder': {
    ...sustained,
    partials: [1, 0.2, 0.1, 0.03],
    attackSeconds: 0.03,
    releaseSeconds: 0.04,
    noise: 0.02,
    vibratoCents: 3,
  },
  trumpet: {
    ...sustained,
    partials: [0.8, 1, 0.9, 0.7, 0.5, 0.35, 0.2, 0.1],
    attackSeconds: 0.03,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 3,
  },
  horn: {
    ...sustained,
    partials: [1, 0.8, 0.5, 0.3, 0.15],
    attackSeconds: 0.045,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 2,
  },
  trombone: {
    ...sustained,
    partials: [0.7, 1, 0.9, 0.8, 0.6, 0.4, 0.3, 0.2],
    attackSeconds: 0.04,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 2,
  },
  tuba: {
    ...sustained,
    partials: [1, 0.9, 0.7, 0.45, 0.3, 0.2],
    attackSeconds: 0.05,
    releaseSeconds: 0.07,
    noise: 0.01,
    vibratoCents: 1,
  },
  violin: {
    ...sustained,
    partials: [1, 0.7, 0.6, 0.4, 0.35, 0.2, 0.2],
    attackSeconds: 0.05,
    releaseSeconds: 0.08,
    noise: 0.02,
    vibratoCents: 6,
  },
  cello: {
    ...sustained,
    partials: [1, 0.9, 0.6, 0.5, 0.3, 0.25, 0.2],
    attackSeconds: 0.055,
    releaseSeconds: 0.09,
    noise: 0.02,
    vibratoCents: 5,
  },
  guitar: {
    partials: [1, 0.6, 0.4, 0.25, 0.15, 0.1],
    attackSeconds: 0.004,
    releaseSeconds: 0.05,
    decaySeconds: 2.2,
    noise: 0.002,
    vibratoCents: 0,
    slurDip: 1,
  },
  voice: {
    ...sustained,
    partials: [1, 0.8, 0.35, 0.4, 0.2, 0.1],
    attackSeconds: 0.06,
    releaseSeconds: 0.09,
    noise: 0.02,
    vibratoCents: 12,
  },
  clap: {
    partials: [],
    attackSeconds: 0.001,
    releaseSeconds: 0.02,
    decaySeconds: 0.12,
    noise: 1,
    vibratoCents: 0,
    slurDip: 1,
  },
  snare: {
    partials: [],
    attackSeconds: 0.001,
    releaseSeconds: 0.05,
    decaySeconds: 0.25,
    noise: 1,
    vibratoCents: 0,
    slurDip: 1,
  },
} satisfies Partial<Record<InstrumentId, Timbre>>;

/** Instruments that sound like one of the recipes, give or take their size. */
export const TIMBRES: Readonly<Record<InstrumentId, Timbre>> = {
  ...RECIPES,
  'tenor-sax': RECIPES['alto-sax'],
  'alto-recorder': RECIPES['soprano-recorder'],
  'practice-chanter': { ...RECIPES.oboe, vibratoCents: 0 },
  euphonium: RECIPES.tuba,
  viola: RECIPES.violin,
  'double-bass': RECIPES.cello,
  ukulele: { ...RECIPES.guitar, decaySeconds: 1.4 },
  harp: { ...RECIPES.guitar, decaySeconds: 3 },
  piano: { ...RECIPES.guitar, decaySeconds: 3.5 },
  'drum-kit': RECIPES.snare,
};
