/**
 * A sound is felt to begin when it has come so near to its level.
 * Source: J. Vos, R. Rasch, "The perceptual onset of musical tones", Perception & Psychophysics 29 (1981): thresholds of 6–15 dB.
 */
export const FELT_BELOW_TOP_DB = 10;
