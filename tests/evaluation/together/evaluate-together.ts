// How good the ear is on lines of several voices: npm run evaluate -- --together [--takes 150] [--from 9001] [--neural 12] [--details] [--write]
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { checkHeard, priorsOf } from '@/core/checking';
import { type Heard, hear } from '@/core/listening';
import { durationSeconds } from '@/core/signal';
import { runParts } from '../../support/parts';
import { maybeBasicPitch, type NeuralTranscriber } from '../basic-pitch';
import { matchedNotes, type TranscribedNote } from '../note-matching';
import { scoreTogether, type TogetherScore } from './score-together';
import { togetherReport } from './together-report';
import { type Ensemble, makeTogether, type TogetherTake } from './together-take';

const RESULTS = resolve('.data/evaluation');
const REPORT = resolve('docs/evaluation-of-voices.md');

/** Of one transcriber on one take. */
export interface Transcribed {
  readonly matched: number;
  readonly reported: number;
  readonly written: number;
  readonly milliseconds: number;
}

export interface TogetherResult {
  readonly seed: number;
  readonly of: Ensemble;
  readonly player: string;
  readonly maker: string;
  readonly around: string;
  readonly condition: string;
  readonly mistake: string;
  readonly seconds: number;
  readonly milliseconds: number;
  readonly score: TogetherScore;
  readonly transcribed: Readonly<Record<string, Transcribed>>;
}

const { values } = parseArgs({
  options: {
    together: { type: 'boolean', default: true },
    takes: { type: 'string', default: '150' },
    from: { type: 'string', default: '9001' },
    details: { type: 'boolean', default: false },
    /** The neural transcriber is slow: on so many two-hand takes, from the first. */
    neural: { type: 'string' },
    write: { type: 'boolean', default: false },
    shard: { type: 'string' },
  },
});
const ENSEMBLES: readonly Ensemble[] = ['hands', 'kit'];
const seeds = Array.from({ length: Number(values.takes) }, (_, index) => Number(values.from) + index);

/** More likely than not, whatever is written. */
const REPORTED_EVIDENCE = 0.9;

const transcriptOf = ({ moments }: Heard): readonly TranscribedNote[] =>
  moments.flatMap(({ onsetSeconds, pitches }) =>
    pitches.flatMap(({ midi, evidence }) =>
      evidence >= REPORTED_EVIDENCE ? [{ onsetSeconds, endSeconds: onsetSeconds + 0.2, midi }] : [],
    ),
  );

async function evaluate(
  of: Ensemble,
  seed: number,
  neural: NeuralTranscriber | undefined,
): Promise<TogetherResult> {
  const take = makeTogether(of, seed);
  const start = performance.now();
  const heard = hear(take.audio, priorsOf(take.line));
  const { verdict } = checkHeard(take.line, heard, take.bpm);
  const milliseconds = performance.now() - start;
  return {
    ...{ seed, of, player: take.player, maker: take.maker, around: take.around, condition: take.condition },
    mistake: take.truth.mistake ?? 'none',
    seconds: durationSeconds(take.audio),
    milliseconds,
    score: scoreTogether(take.truth, verdict),
    transcribed: of === 'hands' ? await transcribe(take, heard, milliseconds, neural) : {},
  };
}

async function transcribe(
  { truth, leadSeconds, audio }: TogetherTake,
  heard: Heard,
  milliseconds: number,
  neural: NeuralTranscriber | undefined,
): Promise<Readonly<Record<string, Transcribed>>> {
  const reference = truth.sounds.flatMap(({ onset, end, asked }) =>
    asked.kind === 'pitched'
      ? [{ onsetSeconds: onset + leadSeconds, endSeconds: end + leadSeconds, midi: asked.midi }]
      : [],
  );
  const against = (notes: readonly TranscribedNote[], took: number): Transcribed => ({
    matched: matchedNotes(reference, notes),
    reported: notes.length,
    written: reference.length,
    milliseconds: took,
  });
  const own = { mevlo: against(transcriptOf(heard), milliseconds) };
  if (!neural) return own;
  const from = performance.now();
  const notes = await neural(audio);
  return { ...own, 'basic-pitch': against(notes, performance.now() - from) };
}

const shardFile = (shard: number) => join(RESULTS, `together-${shard}.json`);

mkdirSync(RESULTS, { recursive: true });
if (values.shard) {
  const [shard, count] = values.shard.split('/').map(Number) as [number, number];
  const neural = values.neural ? await maybeBasicPitch() : undefined;
  const results: TogetherResult[] = [];
  for (const of of ENSEMBLES)
    for (const [index, seed] of seeds.entries())
      if (index % count === shard)
        results.push(await evaluate(of, seed, index < Number(values.neural) ? neural : undefined));
  writeFileSync(shardFile(shard), JSON.stringify(results));
} else {
  const count = Math.max(1, availableParallelism());
  await runParts(fileURLToPath(import.meta.url), count, (shard) => [
    ...process.argv.slice(2),
    '--shard',
    `${shard}/${count}`,
  ]);
  const results = Array.from(
    { length: count },
    (_, shard) => JSON.parse(readFileSync(shardFile(shard), 'utf8')) as TogetherResult[],
  ).flat();
  if (values.details)
    for (const { seed, of, player, maker, around, condition, mistake, score } of results)
      if (score.differences.length > 0)
        console.log(
          [
            `${seed} ${of} ${player}, ${maker}, ${around}, ${condition} [${mistake}]`,
            ...score.differences,
          ].join('\n    '),
        );
  const text = togetherReport(results);
  console.log(text);
  if (values.write) writeFileSync(REPORT, text);
}
