import { remember, remembered } from './remembered';

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
  const stored = maybeMeasured();
  return stored === undefined
    ? { seconds: 2 * outputSeconds, from: 'estimated' }
    : { seconds: stored, from: 'measured' };
}

/** Remembers a measurement; small differences are evened out. */
export function rememberRoundTrip(seconds: number): void {
  const stored = maybeMeasured();
  const isSame = stored !== undefined && Math.abs(stored - seconds) < SAME_SECONDS;
  remember(STORE_KEY, `${isSame ? (stored + seconds) / 2 : seconds}`);
}

function maybeMeasured(): number | undefined {
  const stored = Number(remembered(STORE_KEY));
  return stored > 0 && stored < 1 ? stored : undefined;
}
