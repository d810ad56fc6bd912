import { midiToHertz } from '../../pitch';
import { LOWEST_BAND_MIDI } from './semitone-spectra';

/** Each partial of a string is so much weaker than the one below, on the whole. */
const PARTIAL_WEIGHT = 0.75;
const PARTIALS = 10;
/** Width of a Hann window's main lobe, in bins of its own length: half of it to each side. */
const HALF_LOBE_BINS = 2;

/** What one pitch looks like in semitone bands, its strongest band 1: partials, each as wide as the window makes it. */
export function harmonicTemplate(midi: number, bandCount: number, windowSeconds: number): Float64Array {
  const template = new Float64Array(bandCount);
  const hertz = midiToHertz(midi);
  for (let partial = 1; partial <= PARTIALS; partial++) {
    const weight = PARTIAL_WEIGHT ** (partial - 1);
    const place = partial * hertz;
    const centre = midi + 12 * Math.log2(partial) - LOWEST_BAND_MIDI;
    for (
      let band = Math.max(0, Math.floor(centre) - 3);
      band <= Math.min(bandCount - 1, Math.ceil(centre) + 3);
      band++
    ) {
      const [from, to] = [
        midiToHertz(band + LOWEST_BAND_MIDI - 0.5),
        midiToHertz(band + LOWEST_BAND_MIDI + 0.5),
      ];
      const off = place < from ? from - place : place > to ? place - to : 0;
      const value = weight * hannLobe(off * windowSeconds);
      if (value > template[band]!) template[band] = value;
    }
  }
  return template;
}

/** Height of a Hann window's spectrum so many bins off its middle, which is 1; 0 outside its main lobe. */
function hannLobe(bins: number): number {
  if (bins >= HALF_LOBE_BINS) return 0;
  if (bins < 1e-6) return 1;
  if (Math.abs(bins - 1) < 1e-6) return 0.5;
  return Math.sin(Math.PI * bins) / (Math.PI * bins * (1 - bins * bins));
}
