// A rest that is counted aloud at talking loudness costs nothing: words of a speech synthesiser (eSpeak NG, Debian's package espeak-ng) between notes
// of an instrument and between claps. Speech lies some 10 dB under a wind instrument at the same distance: common knowledge of room acoustics.
import { execFileSync } from 'node:child_process';
import { check } from '@/core/checking';
import type { InstrumentId } from '@/core/instruments';
import { needsWork } from '@/core/judging';
import type { Line } from '@/core/notation';
import { type Audio, dbToAmplitude, readWav } from '@/core/signal';
import { performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { toNumber } from '@/core/time';
import { lineOf } from '../support/lines';

const BPM = 72;
const LEAD_SECONDS = 1;

/** As the synthesiser speaks. */
const SAMPLE_RATE = 22_050;

const words = new Map<string, Audio>();
function word(text: string, voice: string): Audio {
  const key = `${voice} ${text}`;
  const known = words.get(key);
  if (known) return known;
  const read = readWav(execFileSync('espeak-ng', ['-v', voice, '-s', '200', '--stdout', text]));
  if (!read.ok) throw new Error(read.issues[0]!.message);
  expect(read.value.sampleRate).toBe(SAMPLE_RATE);
  words.set(key, read.value);
  return read.value;
}

/** The root of the mean square. */
const powerOf = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length);

const COUNTS = ['one', 'two', 'three', 'four'];

/** Places of the rests in 4/4: seconds from the start, and the count that is said there. */
function restsOf(line: Line) {
  return line.part.measures.flatMap(({ events }, measure) => {
    let beat = 0;
    return events.flatMap((event) => {
      const at = beat;
      beat += toNumber(event.quarters);
      const beats = Array.from({ length: Math.round(toNumber(event.quarters)) }, (_, n) => at + n);
      return event.kind === 'rest'
        ? beats.map((one) => ({ seconds: ((4 * measure + one) * 60) / BPM, count: COUNTS[one]! }))
        : [];
    });
  });
}

const TUNE = lineOf(['G4q A4q Rq B4q', 'C5h Rh', 'B4q Rq A4q Rq', 'G4h. Rq', 'A4q B4q Rq C5q', 'G4w']);

const RHYTHM = lineOf(['xq xq Rq xq', 'xh Rh', 'xq Rq xq Rq', 'xq xq xq Rq', 'xq xq Rq xq', 'xw']);

const PLAYERS = ['flute', 'clarinet', 'trumpet', 'violin', 'clap'] as const;
const CASES = PLAYERS.flatMap((player) =>
  ['en', 'en+f3'].flatMap((voice) =>
    [-6, -10, -14].map((db): [InstrumentId, string, number] => [player, voice, db]),
  ),
);

test.each(CASES)('%s, counted by %s at %i dB: every measure is right', (player, voice, db) => {
  const tune = player === 'clap' ? RHYTHM : TUNE;
  const line = { ...tune, part: { ...tune.part, instrument: player } };
  const style = { ...STEADY_STYLE, seed: 11, bpm: BPM, leadSeconds: LEAD_SECONDS };
  const sound = render(performVoices(line, style), player, {
    ...QUIET_ROOM,
    sampleRate: SAMPLE_RATE,
    seed: 11,
  });
  const samples = sound.samples.slice();
  const playing = powerOf(samples);
  for (const { seconds, count } of restsOf(line)) {
    const said = word(count, voice);
    const gain = (dbToAmplitude(db) * playing) / powerOf(said.samples);
    const from = Math.round((LEAD_SECONDS + seconds) * SAMPLE_RATE);
    for (let n = 0; n < said.samples.length; n++)
      if (samples[from + n] !== undefined) samples[from + n] = samples[from + n]! + gain * said.samples[n]!;
  }
  const { verdict } = check(line, { ...sound, samples }, BPM);
  expect(verdict.state).toBe('judged');
  expect(verdict.measures.filter(needsWork).map(({ number }) => number)).toEqual([]);
});
