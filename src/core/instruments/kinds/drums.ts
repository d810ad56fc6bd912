// Common practice: struck sounds have no pitch.
import { defineInstrument } from '../instrument';
import { DRUMS } from './families';

export const CLAP = defineInstrument({
  ...DRUMS,
  id: 'clap',
  name: 'Clapping',
  otherNames: ['clap', 'hands'],
  staffLines: 1,
  playsChords: false,
  timbre: {
    partials: [],
    attackSeconds: 0.001,
    releaseSeconds: 0.02,
    decaySeconds: 0.12,
    noise: 1,
    vibratoCents: 0,
    slurDip: 1,
  },
  caution: 'Clap with loose hands, no louder than you need.',
});

export const SNARE = defineInstrument({
  ...DRUMS,
  id: 'snare',
  name: 'Snare drum',
  otherNames: ['snare', 'drum'],
  staffLines: 1,
  playsChords: false,
  timbre: {
    partials: [],
    attackSeconds: 0.001,
    releaseSeconds: 0.05,
    decaySeconds: 0.25,
    noise: 1,
    vibratoCents: 0,
    slurDip: 1,
  },
});

export const DRUM_KIT = defineInstrument({
  ...DRUMS,
  id: 'drum-kit',
  name: 'Drum kit',
  otherNames: ['drum set', 'drums'],
  staffLines: 5,
  playsChords: true,
  timbre: SNARE.timbre,
});
