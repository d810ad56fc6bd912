// How long checking a 30-second take lasts, and where the time goes: npm run bench -- check
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { median } from '@/core/base';
import { check, checkHeard, priorsOf } from '@/core/checking';
import { follow } from '@/core/following';
import { judge, USUAL_POLICY } from '@/core/judging';
import { hear, Listener } from '@/core/listening';
import { type Line, writtenNotes } from '@/core/notation';
import { type Audio, durationSeconds, readWav, writeWav } from '@/core/signal';
import { type Flaw, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { readLineFile, readWavFile } from './files';

const LINE = 'demo/book/04-slow-ferry.musicxml';
/** Twelve measures of 3/4 at this tempo, a second before and one after them, make 30 s. */
const BPM = 76;
/** A worker checks one take after another: the median is that of compiled code, the first round is printed beside it. */
const ROUNDS = 15;
/** How often the take is played one after the other: 30 s, 2 min, 10 min. */
const LENGTHS = [1, 4, 20];
/** As the first argument: check one take, and say how much memory that took. */
const ONCE = 'once';

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
      const [value, milliseconds] = timing(work);
      times[stage] = milliseconds;
      return value;
    };
    const audio = timed('decoding', () => readOrThrow(wav));
    const heard = timed('listening', () => hear(audio, priorsOf(line)));
    const following = timed('following', () => follow(line, heard, BPM));
    timed('judging', () => judge(line, following, BPM, USUAL_POLICY));
    rounds.push(times);
  }
  report(rounds, durationSeconds(sound));
  reportMemory(wav);
  for (const times of LENGTHS) reportLength(sound, times);
  listenLive();
  followLong(line);
}

function timing<Value>(work: () => Value): [value: Value, milliseconds: number] {
  const start = performance.now();
  const value = work();
  return [value, performance.now() - start];
}

/** A fresh process like a worker's, so that what made the take does not count. */
function reportMemory(wav: Uint8Array): void {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  try {
    const path = join(folder, 'take.wav');
    writeFileSync(path, wav);
    const { stdout } = spawnSync(process.execPath, [process.argv[1]!, ONCE, path], { encoding: 'utf8' });
    console.log(`peak memory   ${stdout.trim()} resident, in a process that checks this take once`);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function checkOnce(path: string): void {
  check(readLineFile(LINE), readWavFile(path), BPM);
  console.log(`${(peakMemoryBytes() / 1e6).toFixed(0)} MB`);
}

function reportLength({ samples, sampleRate }: Audio, times: number): void {
  const longer = { samples: new Float32Array(samples.length * times), sampleRate };
  for (let at = 0; at < times; at++) longer.samples.set(samples, at * samples.length);
  const milliseconds = median(Array.from({ length: 3 }, () => timing(() => hear(longer))[1]));
  const seconds = durationSeconds(longer);
  console.log(
    `listening to ${seconds.toFixed(0).padStart(3)} s: ${milliseconds.toFixed(0).padStart(5)} ms, ` +
      `${(milliseconds / seconds).toFixed(1)} ms a second, ${((1000 * seconds) / milliseconds).toFixed(0)} × real time`,
  );
}

/** Of this many notes one is played right: what fits nowhere costs the follower most. */
const ONE_RIGHT_OF = 5;
const LONG_LINES = [16, 32, 64, 100];

/** How the work of following grows with the length of a line that was played badly. */
function followLong(line: Line): void {
  for (const measures of LONG_LINES) {
    const long = repeated(line, measures);
    const flaws = writtenNotes(long).flatMap(({ id }, index): Flaw[] =>
      index % ONE_RIGHT_OF === 0 ? [] : [{ kind: 'wrong', noteId: id, semitones: 2 }],
    );
    const performance = perform(long, { ...STEADY_STYLE, seed: 3, bpm: BPM }, flaws);
    const heard = hear(render(performance, 'flute', { ...QUIET_ROOM, sampleRate: 16000, seed: 3 }));
    const before = process.cpuUsage();
    follow(long, heard, BPM);
    const { user, system } = process.cpuUsage(before);
    console.log(
      `following ${`${measures}`.padStart(3)} measures, every fifth note right: ${Math.round((user + system) / 1000)} ms of CPU`,
    );
  }
}

/** The measures of a line one after the other until there are so many. */
function repeated(line: Line, count: number): Line {
  const { measures } = line.part;
  return {
    ...line,
    part: {
      ...line.part,
      measures: Array.from({ length: count }, (_, index) => {
        const measure = measures[index % measures.length]!;
        const events = measure.events.map((event) => ({ ...event, id: `r${index}-${event.id}` }));
        return {
          ...measure,
          number: index + 1,
          events,
          repeatStart: false,
          repeatPlays: 1,
          endingPasses: [],
        };
      }),
    },
  };
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
    during = timing(() => {
      for (let from = 0; from < samples.length; from += BLOCK_SAMPLES)
        listener.push(samples.slice(from, from + BLOCK_SAMPLES));
    })[1];
    after.push(timing(() => checkHeard(line, listener.finish(), LIVE_BPM))[1]);
  }
  console.log(
    `heard while it is played: ${(samples.length / sampleRate).toFixed(1)} s at 48 kHz, ${during.toFixed(0)} ms of work meanwhile, ` +
      `${median(after).toFixed(0)} ms after the end (worst ${Math.max(...after).toFixed(0)})`,
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
  const middle = sorted[Math.floor(sorted.length / 2)]!;
  const speed = (ms: number) => `${((1000 * seconds) / ms).toFixed(0)} × real time`;
  console.log(`a take of ${seconds.toFixed(1)} s at 44.1 kHz, ${rounds.length} rounds in one process`);
  console.log(`first round   ${total(rounds[0]!).toFixed(0)} ms, ${speed(total(rounds[0]!))}`);
  console.log(`median round  ${total(middle).toFixed(0)} ms, ${speed(total(middle))}`);
  for (const [stage, ms] of Object.entries(middle)) {
    console.log(
      `  ${stage.padEnd(10)} ${ms.toFixed(1).padStart(7)} ms  ${((100 * ms) / total(middle)).toFixed(1).padStart(5)} %`,
    );
  }
}

/** Highest resident memory so far. Source: Linux, proc(5), VmHWM. */
function peakMemoryBytes(): number {
  const match = /VmHWM:\s+(\d+) kB/.exec(readFileSync('/proc/self/status', 'utf8'));
  return Number(match?.[1] ?? 0) * 1024;
}

if (process.argv[2] === ONCE) checkOnce(process.argv[3]!);
else main();
