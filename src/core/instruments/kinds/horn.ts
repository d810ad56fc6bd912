// Common practice. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, valveChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { BRASS } from './families';

const OPEN = openNotes('C3', 'G3', 'C4', 'E4', 'G4', 'C5', 'E5', 'G5', 'C6');
/** Of the B♭ side, as written for the horn in F; its fifth and tenth partials are left out because they sound flat. */
const OPEN_WITH_THUMB = openNotes('F3', 'C4', 'F4', 'C5', 'F5', 'G5', 'C6');

export const HORN = defineInstrument({
  ...BRASS,
  id: 'horn',
  name: 'Horn in F',
  otherNames: ['french horn', 'f horn', 'horn'],
  clef: 'treble',
  transpositionSemitones: -7,
  ranges: { 1: ['A3', 'A4'], 2: ['G3', 'C5'], 3: ['F3', 'G5'] },
  openNotes: OPEN,
  chart: valveChart(OPEN, { thumbOpenNotes: OPEN_WITH_THUMB }),
  bank: 'horn',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.8, 0.5, 0.3, 0.15],
    attackSeconds: 0.045,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 2,
  },
});

const OPEN_IN_E_FLAT = openNotes('C4', 'G4', 'C5', 'E5', 'G5');

/** The tenor horn of bands: written and fingered like a trumpet. */
export const E_FLAT_HORN = defineInstrument({
  ...BRASS,
  id: 'e-flat-horn',
  name: 'Tenor horn in E♭',
  otherNames: ['alto horn', 'e flat horn', 'eb horn', 'horn in e', 'horn in eb', 'horn in e flat'],
  clef: 'treble',
  transpositionSemitones: -9,
  ranges: { 1: ['C4', 'A4'], 2: ['Bb3', 'C5'], 3: ['F#3', 'G5'] },
  openNotes: OPEN_IN_E_FLAT,
  chart: valveChart(OPEN_IN_E_FLAT),
  bank: 'horn',
  timbre: HORN.timbre,
});
