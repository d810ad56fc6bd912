/// <reference lib="webworker" />
import { type InstrumentId, maybeInstrumentOfPart } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { renderModel } from '@/core/playing';
import type { Audio } from '@/core/signal';

export interface ModelRequest {
  readonly line: Line;
  readonly bpm: number;
}

/** What plays a part without an instrument's name. */
const ANY_INSTRUMENT: InstrumentId = 'piano';

self.onmessage = ({ data }: MessageEvent<ModelRequest>) => {
  const { line, bpm } = data;
  const reply: Audio = renderModel(line, bpm, maybeInstrumentOfPart(line.part.name)?.id ?? ANY_INSTRUMENT);
  self.postMessage(reply, [reply.samples.buffer]);
};
