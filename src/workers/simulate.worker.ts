/// <reference lib="webworker" />
import { type Check, check } from '@/core/checking';
import type { InstrumentId } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { writeWav } from '@/core/signal';
import {
  chooseFlaws,
  type FlawKind,
  performVoices,
  QUIET_ROOM,
  render,
  STEADY_STYLE,
} from '@/core/simulation';

export interface SimulationRequest {
  readonly line: Line;
  readonly instrument: InstrumentId;
  readonly bpm: number;
  readonly flaws: readonly FlawKind[];
  readonly seed: number;
}

export interface SimulatedTake {
  readonly wav: Uint8Array<ArrayBuffer>;
  readonly check: Check;
}

self.onmessage = ({ data }: MessageEvent<SimulationRequest>) => {
  const { line, instrument, bpm, flaws, seed } = data;
  const performance = performVoices(line, { ...STEADY_STYLE, seed, bpm }, chooseFlaws(line, flaws, seed));
  const audio = render(performance, instrument, { ...QUIET_ROOM, sampleRate: 22050, seed });
  const reply: SimulatedTake = { wav: writeWav(audio), check: check(line, audio, bpm) };
  self.postMessage(reply);
};
