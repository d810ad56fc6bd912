// Learns the numbers of the ear again: npm run fit [-- starts|plucks|faults|struck|drums|claims] [--kept]
import { appendFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { runParts } from '../support/parts';
import { boost, type Example, errorsIn, errorsOf, sayAcross, sayOf } from './boosting';
import { reliabilityOf } from './calibration';
import { LESSONS, type Use } from './lessons';
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

const shardFile = (shard: number) => join(RESULTS, `${name}-${shard}.ndjson`);

const readTaken = (file: string): readonly Taken[] =>
  readFileSync(file)
    .toString('latin1')
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as Taken);

mkdirSync(RESULTS, { recursive: true });
if (values.shard) {
  const [shard, count] = values.shard.split('/').map(Number) as [number, number];
  const taken = lesson
    .takes()
    .filter((_, index) => index % count === shard)
    .map(({ use, examples }): Taken => ({ use, examples: examples() }));
  // A take a line: all of them at once would be longer than a string may be.
  writeFileSync(shardFile(shard), '');
  for (const take of taken) appendFileSync(shardFile(shard), `${JSON.stringify(take)}\n`);
} else {
  const count = Math.max(1, availableParallelism());
  if (!values.kept)
    await runParts(fileURLToPath(import.meta.url), count, (shard) => [
      ...process.argv.slice(2),
      '--shard',
      `${shard}/${count}`,
    ]);
  const taken = Array.from({ length: count }, (_, shard) => readTaken(shardFile(shard))).flat();
  const takesOf = (use: Use) => taken.filter((take) => take.use === use).map(({ examples }) => examples);
  const [learned, others] = [takesOf('learned'), takesOf('told')];
  const taught = (lesson.parts ?? [undefined]).map((part) => learn(part, learned, others));
  const said = taught.flatMap((one) => one.said);
  keepSmallSet(name, ofPart(lesson.parts?.[0], (others.length > 0 ? others : learned).flat()));
  const about = {
    what: lesson.what,
    made: new Date().toISOString().slice(0, 10),
    by: 'npm run fit',
    options: lesson.options,
    seeds: lesson.seeds,
    neverLearned: lesson.neverLearned,
    ...(lesson.parts
      ? { told: Object.fromEntries(taught.map(({ part, said }) => [part, errorsIn(said)])) }
      : { learned: errorsOf(taught[0]!.model, learned.flat()), told: errorsIn(said) }),
    reliability: reliabilityOf(said),
  };
  const models = lesson.parts
    ? { models: Object.fromEntries(taught.map(({ part, model }) => [part, model])) }
    : { model: taught[0]!.model };
  writeFileSync(lesson.file, `${JSON.stringify({ about, ...lesson.settled?.(said), ...models })}\n`);
  console.log(about);
}

function ofPart(part: string | undefined, examples: readonly Example[]): readonly Example[] {
  return part === undefined ? examples : examples.filter((example) => example.part === part);
}

/** One model of a lesson, and what it says of takes that it was not learned from. */
function learn(
  part: string | undefined,
  learned: readonly (readonly Example[])[],
  others: readonly (readonly Example[])[],
) {
  const mine = learned.map((examples) => ofPart(part, examples));
  const told = others.map((examples) => ofPart(part, examples));
  const model = boost(mine.flat(), lesson.options);
  const said = told.length > 0 ? sayOf(model, told.flat()) : sayAcross(mine, lesson.options);
  return { part, model, said };
}
