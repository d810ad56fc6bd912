// Learns the numbers of the ear again: npm run fit [-- starts|plucks|faults] [--kept]
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { makeTake } from '../evaluation/take';
import { runParts } from '../support/parts';
import { boost, type Example, errorsIn, errorsOf, sayAcross, sayOf } from './boosting';
import { reliabilityOf } from './calibration';
import { LESSONS, type Use } from './lessons';
import { NEVER_LEARNED } from './never-learned';
import { keepSmallSet } from './small-set';

const RESULTS = resolve('.data/fit');

const { values } = parseArgs({
  options: {
    lesson: { type: 'string' },
    /** From the examples of the last run, without hearing the takes again. */
    kept: { type: 'boolean', default: false },
    shard: { type: 'string' },
  },
});
const name = values.lesson as keyof typeof LESSONS;
const lesson = LESSONS[name];
if (!lesson) throw new Error(`--lesson must be one of ${Object.keys(LESSONS).join(', ')}, not "${name}"`);

interface Taken {
  readonly use: Use;
  readonly examples: readonly Example[];
}

const shardFile = (shard: number) => join(RESULTS, `${name}-${shard}.json`);

mkdirSync(RESULTS, { recursive: true });
if (values.shard) {
  const [shard, count] = values.shard.split('/').map(Number) as [number, number];
  const taken = lesson
    .plans()
    .filter((_, index) => index % count === shard)
    .map(({ use, plan, name }): Taken => ({ use, examples: lesson.examplesOf(makeTake(plan, name)) }));
  writeFileSync(shardFile(shard), JSON.stringify(taken));
} else {
  const count = Math.max(1, availableParallelism());
  if (!values.kept)
    await runParts(fileURLToPath(import.meta.url), count, (shard) => [
      ...process.argv.slice(2),
      '--shard',
      `${shard}/${count}`,
    ]);
  const taken = Array.from(
    { length: count },
    (_, shard) => JSON.parse(readFileSync(shardFile(shard), 'utf8')) as Taken[],
  ).flat();
  const takesOf = (use: Use) => taken.filter((take) => take.use === use).map(({ examples }) => examples);
  const [learned, others] = [takesOf('learned'), takesOf('told')];
  const model = boost(learned.flat(), lesson.options);
  const said = others.length > 0 ? sayOf(model, others.flat()) : sayAcross(learned, lesson.options);
  keepSmallSet(name, (others.length > 0 ? others : learned).flat());
  const about = {
    what: lesson.what,
    made: new Date().toISOString().slice(0, 10),
    by: 'npm run fit',
    options: lesson.options,
    seeds: lesson.seeds,
    neverLearned: NEVER_LEARNED,
    learned: errorsOf(model, learned.flat()),
    told: errorsIn(said),
    reliability: reliabilityOf(said),
  };
  writeFileSync(lesson.file, `${JSON.stringify({ about, ...lesson.settled?.(said), model })}\n`);
  console.log(about);
}
