// Learns the numbers of the ear again: npm run fit [-- --takes 600]
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { PLAYERS } from '../evaluation/players';
import { makeTake, planRoomTake, planTake, planWorldTake, type TakePlan } from '../evaluation/take';
import { runParts } from '../support/parts';
import { boost, type Example, errorsOf } from './boosting';
import { NEVER_LEARNED } from './never-learned';
import { keepSmallSet } from './small-set';
import { startExamples } from './start-examples';

const RESULTS = resolve('.data/fit');
const MODEL = resolve('src/core/listening/model/starts.json');
const OPTIONS = { rounds: 200, depth: 3, rate: 0.1 } as const;

/** Which takes are learned from, and which only tell how well; the evaluation has others. */
const SEEDS = { learned: [60_001, 1], told: [66_001, 4] } as const;

const { values } = parseArgs({
  options: { takes: { type: 'string', default: '600' }, shard: { type: 'string' } },
});

type Use = keyof typeof SEEDS;
interface Taken {
  readonly use: Use;
  readonly around: string;
  readonly player: string;
  readonly examples: readonly Example[];
}

/** Takes by sampled instruments alone, takes in rooms and takes out of the world by turns; everybody's and everything's. */
const KINDS = [
  ['take', planTake],
  ['room', planRoomTake],
  ['world', planWorldTake],
] as const;

function plans(): readonly { readonly use: Use; readonly plan: TakePlan; readonly name: string }[] {
  return (Object.keys(SEEDS) as Use[])
    .flatMap((use) => {
      const [from, part] = SEEDS[use];
      return Array.from({ length: Math.round(Number(values.takes) / part) }, (_, index) => {
        const seed = from + index;
        const [kind, planOf] = KINDS[Math.floor(index / PLAYERS.length) % KINDS.length]!;
        return { use, plan: planOf(seed), name: `${kind}-${seed}` };
      });
    })
    .filter(({ plan }) => plan.player.range && !isNeverLearned(plan));
}

const isNeverLearned = ({ font, around }: TakePlan) =>
  (NEVER_LEARNED.makers as readonly string[]).includes(font) ||
  (NEVER_LEARNED.surroundings as readonly string[]).includes(around);

const shardFile = (shard: number) => join(RESULTS, `examples-${shard}.json`);

mkdirSync(RESULTS, { recursive: true });
if (values.shard) {
  const [shard, count] = values.shard.split('/').map(Number) as [number, number];
  const taken: Taken[] = [];
  for (const [index, { use, plan, name }] of plans().entries()) {
    if (index % count !== shard) continue;
    const take = makeTake(plan, name);
    taken.push({ use, around: take.around, player: take.player.name, examples: startExamples(take) });
  }
  writeFileSync(shardFile(shard), JSON.stringify(taken));
} else {
  const count = Math.max(1, availableParallelism());
  await runParts(fileURLToPath(import.meta.url), count, (shard) => [
    ...process.argv.slice(2),
    '--shard',
    `${shard}/${count}`,
  ]);
  const taken = Array.from(
    { length: count },
    (_, shard) => JSON.parse(readFileSync(shardFile(shard), 'utf8')) as Taken[],
  ).flat();
  const of = (use: Use) => taken.filter((take) => take.use === use).flatMap(({ examples }) => examples);
  const model = boost(of('learned'), OPTIONS);
  keepSmallSet(of('told'));
  const [learned, told] = [errorsOf(model, of('learned')), errorsOf(model, of('told'))];
  const about = {
    what: 'How likely a tone starts anew at a place within it.',
    made: new Date().toISOString().slice(0, 10),
    by: `npm run fit -- --takes ${values.takes}`,
    options: OPTIONS,
    seeds: SEEDS,
    neverLearned: NEVER_LEARNED,
    learned,
    told,
  };
  writeFileSync(MODEL, `${JSON.stringify({ about, model })}\n`);
  console.log(about);
  for (const around of [...new Set(taken.map((take) => take.around))]) {
    const some = taken.filter((take) => take.use === 'told' && take.around === around);
    console.log(
      around,
      errorsOf(
        model,
        some.flatMap(({ examples }) => examples),
      ),
    );
  }
}
