import { type InstrumentId, instrument } from '../instruments';
import type { Audio } from '../signal';
import type { Performance } from './performance';
import { type Recording, renderTimbre } from './render-timbre';

/** A performance on an instrument as sound. Equal inputs give equal samples. */
export const render = (performance: Performance, player: InstrumentId, recording: Recording): Audio =>
  renderTimbre(performance, instrument(player).timbre, recording);
