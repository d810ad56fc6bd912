// How good the ear is: npm run evaluate [-- --takes 432] [--from 1] [--only oboe] [--neural 54] [--rooms] [--world] [--details] [--alone] [--write]
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { checkHeard, priorsOf } from '@/core/checking';
import { hear } from '@/core/listening';
import { durationSeconds } from '@/core/signal';
import { NEVER_LEARNED } from '../fit/never-learned';
import { runParts } from '../support/parts';
import { maybeBasicPitch, type NeuralTranscriber } from './basic-pitch';
import { matchedNotes, type TranscribedNote } from './note-matching';
import { PLAYERS } from './players';
import { NEURAL, report } from './report';
import { type Score, scoreTake } from './score-take';
import { makeTake, planRoomTake, planTake, planWorldTake } from './take';
import { TRANSCRIBERS, transcriptOf } from './transcribers';
import { worldReport } from './world-report';

const RESULTS = resolve('.data/evaluation');
const REPORT = resolve('docs/evaluation.md');
const WORLD_REPORT = resolve('docs/evaluation-in-rooms.md');
const ABOUT_WORLD = `Printed by \`npm run evaluate -- --world --write\`. Half of the sounds are of another nature than sampled ones, in half of the
takes something else sounds, players have habits, recorders are those of families; every other take is without a mistake. The model of starts
never learned from ${[...NEVER_LEARNED.makers, ...NEVER_LEARNED.surroundings].join(', ')}.`;

export interface Transcription {
  readonly matched: number;
  readonly reported: number;
  readonly written: number;
  readonly milliseconds: number;
}

export interface TakeResult {
  readonly seed: number;
  readonly player: string;
  readonly font: string;
  readonly condition: string;
  readonly around: string;
  readonly habit: string;
  readonly tune: number;
  readonly kinds: readonly string[];
  readonly seconds: number;
  readonly milliseconds: number;
  readonly score: Score;
  readonly transcriptions: Readonly<Record<string, Transcription>>;
  /** For the outside reference of the matching. */
  readonly reference: readonly TranscribedNote[];
  readonly heard: readonly TranscribedNote[];
}

const { values } = parseArgs({
  options: {
    takes: { type: 'string', default: '432' },
    from: { type: 'string', default: '1' },
    only: { type: 'string' },
    details: { type: 'boolean', default: false },
    /** Where something else sounds. */
    rooms: { type: 'boolean', default: false },
    /** Sounds of another nature, players with habits, all kinds of recorders. */
    world: { type: 'boolean', default: false },
    alone: { type: 'boolean', default: false },
    /** The neural transcriber is slow: on so many takes, from the first. */
    neural: { type: 'string' },
    write: { type: 'boolean', default: false },
    shard: { type: 'string' },
  },
});
const seeds = Array.from({ length: Number(values.takes) }, (_, index) => Number(values.from) + index).filter(
  (seed) => !values.only || PLAYERS[seed % PLAYERS.length]!.name.includes(values.only),
);

async function evaluateTake(seed: number, neural: NeuralTranscriber | undefined): Promise<TakeResult> {
  const take = values.world
    ? makeTake(planWorldTake(seed), `world-${seed}`)
    : values.rooms
      ? makeTake(planRoomTake(seed), `room-${seed}`)
      : makeTake(planTake(seed));
  const start = performance.now();
  const heard = hear(take.audio, priorsOf(take.line));
  const { verdict } = checkHeard(take.line, heard, take.tune.bpm);
  const milliseconds = performance.now() - start;
  const sounds = take.truth.sounds.flatMap(({ onset, end, midi }) =>
    midi === undefined
      ? []
      : [{ onsetSeconds: onset + take.leadSeconds, endSeconds: end + take.leadSeconds, midi }],
  );
  const transcript = transcriptOf(heard);
  const transcriptions: Record<string, Transcription> = {};
  for (const [name, transcribe] of Object.entries(TRANSCRIBERS)) {
    if (sounds.length === 0 || (values.alone && name !== 'mevlo')) continue;
    const from = performance.now();
    const notes = name === 'mevlo' ? transcript : transcribe(take.audio);
    const took = name === 'mevlo' ? milliseconds : performance.now() - from;
    transcriptions[name] = transcription(sounds, notes, took);
  }
  if (neural && sounds.length > 0) {
    const from = performance.now();
    const notes = await neural(take.audio);
    transcriptions[NEURAL] = transcription(sounds, notes, performance.now() - from);
  }
  return {
    seed,
    player: take.player.name,
    font: take.font,
    condition: take.condition,
    around: take.around,
    habit: take.habit,
    tune: take.tune.seed,
    kinds: take.truth.errors.map((error) => error.kind),
    seconds: durationSeconds(take.audio),
    milliseconds,
    score: scoreTake(take.truth, verdict, take.leadSeconds),
    transcriptions,
    reference: sounds,
    heard:
      sounds.length === 0
        ? []
        : transcript.map(({ onsetSeconds, endSeconds, midi }) => ({
            onsetSeconds,
            endSeconds,
            midi,
          })),
  };
}

function transcription(
  sounds: readonly TranscribedNote[],
  notes: readonly TranscribedNote[],
  milliseconds: number,
): Transcription {
  return {
    matched: matchedNotes(sounds, notes),
    reported: notes.length,
    written: sounds.length,
    milliseconds,
  };
}

async function runShards(): Promise<TakeResult[]> {
  const count = Math.max(1, availableParallelism());
  const self = fileURLToPath(import.meta.url);
  await runParts(self, count, (shard) => [...process.argv.slice(2), '--shard', `${shard}/${count}`]);
  return Array.from(
    { length: count },
    (_, shard) => JSON.parse(readFileSync(shardFile(shard), 'utf8')) as TakeResult[],
  )
    .flat()
    .sort((a, b) => a.seed - b.seed);
}

const shardFile = (shard: number) => join(RESULTS, `results-${shard}.json`);

mkdirSync(RESULTS, { recursive: true });
if (values.shard) {
  const [shard, count] = values.shard.split('/').map(Number) as [number, number];
  const neural = values.neural ? await maybeBasicPitch() : undefined;
  const results: TakeResult[] = [];
  for (const [index, seed] of seeds.entries()) {
    if (index % count !== shard) continue;
    results.push(await evaluateTake(seed, index < Number(values.neural) ? neural : undefined));
  }
  writeFileSync(shardFile(shard), JSON.stringify(results));
} else {
  const results = await runShards();
  if (values.details) {
    for (const { seed, player, font, condition, around, habit, tune, kinds, score } of results) {
      if (score.differences.length === 0) continue;
      console.log(
        `${seed} ${player}, ${font}, ${habit}, ${around}, ${condition}, tune ${tune} [${kinds.join(', ')}]`,
      );
      for (const difference of score.differences) console.log(`    ${difference}`);
    }
  }
  const text = values.world ? worldReport(results, ABOUT_WORLD) : report(results);
  console.log(text);
  if (values.write) writeFileSync(values.world ? WORLD_REPORT : REPORT, text);
}
