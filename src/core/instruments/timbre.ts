/** How the simulated student's instrument sounds: a simplified recipe, made for Mevlo. */
export interface Timbre {
  /** Amplitude of partial 1, 2, 3 …; none for a stroke. */
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

/** What all blown, bowed and sung sounds have in common. */
export const SUSTAINED = { decaySeconds: undefined, slurDip: 0.75 } as const;
