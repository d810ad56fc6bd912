// How long checking a 30-second take lasts, and where the time goes: npm run bench
import { readFileSync } from 'node:fs';
import { checkHeard } from '@/core/checking';
import { follow } from '@/core/following';
import { judge, USUAL_POLICY } from '@/core/judging';
import { hear, Listener } from '@/core/listening';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/playing';
import { type Audio, durationSeconds, readWav, writeWav } from '@/core/signal';
import { readLineFile } from './files';

const LINE = 'demo/book/04-slow-ferry.musicxml';
/** Twelve measures of 3/4 at this tempo, a second before and one after them, make 30 s. */
const BPM = 76;
const ROUNDS = 7;

type Stage = 'decoding' | 'listening' | 'following' | 'judging';

function main(): void {
  const line = readLineFile(LINE);
  const style = { ...STEADY_STYLE, seed: 1, bpm: BPM };
  const sound = render(perform(line, style), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 44100,
    reverbSeconds: 0.3,
    seed: 1,
  });
  const wav = writeWav(sound);
  const rounds: Record<Stage, number>[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const times = {} as Record<Stage, number>;
    const timed = <Value>(stage: Stage, work: () => Value): Value => {
      const start = performance.now();
      const value = work();
      times[stage] = performance.now() - start;
      return value;
    };
    const audio = timed('decoding', () => readOrThrow(wav));
    const heard = timed('listening', () => hear(audio));
    const following = timed('following', () => follow(line, heard, BPM));
    timed('judging', () => judge(line, following, BPM, USUAL_POLICY));
    rounds.push(times);
  }
  report(rounds, durationSeconds(sound));
  listenLive();
}

/** A recorder's block. */
const BLOCK_SAMPLES = 2048;
const LIVE_LINE = 'demo/book/07-three-lanterns.musicxml';
/** Slow enough that its twelve measures last as long as sixteen at 60. */
const LIVE_BPM = 45;

/** What is left to do when the last note of a long take is over: the rest was done while it was played. */
function listenLive(): void {
  const line = readLineFile(LIVE_LINE);
  const style = { ...STEADY_STYLE, seed: 2, bpm: LIVE_BPM };
  const { samples, sampleRate } = render(perform(line, style), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 48000,
    seed: 2,
  });
  const after: number[] = [];
  let during = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const listener = new Listener(sampleRate);
    const start = performance.now();
    for (let from = 0; from < samples.length; from += BLOCK_SAMPLES) {
      listener.push(samples.slice(from, from + BLOCK_SAMPLES));
    }
    const end = performance.now();
    checkHeard(line, listener.finish(), LIVE_BPM);
    during = end - start;
    after.push(performance.now() - end);
  }
  const sorted = after.toSorted((a, b) => a - b);
  console.log(
    `heard while it is played: ${(samples.length / sampleRate).toFixed(1)} s at 48 kHz, ${during.toFixed(0)} ms of work meanwhile, ` +
      `${sorted[Math.floor(sorted.length / 2)]!.toFixed(0)} ms after the end (worst ${sorted.at(-1)!.toFixed(0)})`,
  );
}

function readOrThrow(bytes: Uint8Array): Audio {
  const read = readWav(bytes);
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
}

const total = (times: Record<Stage, number>) => Object.values(times).reduce((sum, ms) => sum + ms, 0);

function report(rounds: readonly Record<Stage, number>[], seconds: number): void {
  const sorted = rounds.toSorted((a, b) => total(a) - total(b));
  const median = sorted[Math.floor(sorted.length / 2)]!;
  const speed = (ms: number) => `${((1000 * seconds) / ms).toFixed(0)} × real time`;
  console.log(`a take of ${seconds.toFixed(1)} s at 44.1 kHz, ${rounds.length} rounds in one process`);
  console.log(`first round   ${total(rounds[0]!).toFixed(0)} ms, ${speed(total(rounds[0]!))}`);
  console.log(`median round  ${total(median).toFixed(0)} ms, ${speed(total(median))}`);
  for (const [stage, ms] of Object.entries(median)) {
    console.log(
      `  ${stage.padEnd(10)} ${ms.toFixed(1).padStart(7)} ms  ${((100 * ms) / total(median)).toFixed(1).padStart(5)} %`,
    );
  }
  console.log(`peak memory   ${(peakMemoryBytes() / 1e6).toFixed(0)} MB resident`);
}

/** Highest resident memory so far. Source: Linux, proc(5), VmHWM. */
function peakMemoryBytes(): number {
  const match = /VmHWM:\s+(\d+) kB/.exec(readFileSync('/proc/self/status', 'utf8'));
  return Number(match?.[1] ?? 0) * 1024;
}

main();
