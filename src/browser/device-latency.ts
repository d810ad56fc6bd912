const STORE_KEY = 'mevlo-round-trip';
/** Two measurements further apart than this are of two set-ups: loudspeaker and headphones, say. */
const SAME_SECONDS = 0.02;

/** How long a sound takes from this device's output back into its microphone. */
export interface RoundTrip {
  readonly seconds: number;
  readonly from: 'measured' | 'estimated';
}

/** What was measured on this device; otherwise what its sound system says of its own output. */
export function roundTripOf(outputSeconds: number): RoundTrip {
  try {
    const stored = Number(localStorage.getItem(STORE_KEY));
    if (stored > 0 && stored < 1) return { seconds: stored, from: 'measured' };
  } catch {
    // A forbidden store: it is estimated every time.
  }
  return { seconds: 2 * outputSeconds, from: 'estimated' };
}

/** Remembers a measurement; small differences are evened out. */
export function rememberRoundTrip(seconds: number): void {
  try {
    const stored = Number(localStorage.getItem(STORE_KEY));
    const isSame = stored > 0 && Math.abs(stored - seconds) < SAME_SECONDS;
    localStorage.setItem(STORE_KEY, `${isSame ? (stored + seconds) / 2 : seconds}`);
  } catch {
    // It is measured again with the next take.
  }
}
