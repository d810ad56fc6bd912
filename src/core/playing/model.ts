import type { InstrumentId } from '../instruments';
import type { Line } from '../notation';
import type { Audio } from '../signal';
import { perform } from './perform';
import { render } from './render';

const SAMPLE_RATE = 22050;
const PEAK_DB = -9;

/** The line as it should sound, exactly in time from its first beat on, without noise and room. @param bpm in beat units of its first meter. */
export function renderModel(line: Line, bpm: number, instrument: InstrumentId): Audio {
  const exact = {
    seed: 1,
    bpm,
    leadSeconds: 0,
    timingSeconds: 0,
    tempoWander: 0,
    tuningCents: 0,
    intonationCents: 0,
  };
  return render(perform(line, exact, []), instrument, {
    seed: 1,
    sampleRate: SAMPLE_RATE,
    peakDb: PEAK_DB,
    noiseDb: undefined,
    reverbSeconds: undefined,
  });
}
