// Settles numbers of the ear that only takes can tell: npm run fit -- weighing|hearing
import { type ChildProcess, fork } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import type { Use } from './lessons';
import { NEVER_LEARNED } from './never-learned';
import { type Numbers, settle } from './settle';
import { SETTLED_LESSONS, type SettledLesson, settledSeeds } from './settled-lessons';

const ROUNDS = 2;

const [name, share] = process.argv.slice(2) as [keyof typeof SETTLED_LESSONS, string | undefined];
const lesson = SETTLED_LESSONS[name];
if (!lesson) throw new Error(`name one of ${Object.keys(SETTLED_LESSONS).join(', ')}, not "${name}"`);

interface Question {
  readonly use: Use;
  readonly numbers: Numbers;
}

if (share) answerQuestions(lesson, share);
else await settleAll(lesson);

/** Each process has its share of the takes, and counts the errors that numbers make in them. */
function answerQuestions({ numbers: own, takes }: SettledLesson, of: string): void {
  const [part, parts] = of.split('/').map(Number) as [number, number];
  const errorsOf = (use: Use) =>
    takes(use)
      .filter((_, index) => index % parts === part)
      .map((make) => make());
  const mine = { learned: errorsOf('learned'), told: errorsOf('told') };
  process.on('message', ({ use, numbers }: Question) => {
    for (const [group, members] of Object.entries(numbers)) Object.assign(own[group]!, members);
    process.send!(mine[use].map((errors) => errors()));
  });
  process.on('disconnect', () => process.exit());
}

async function settleAll({ what, file, numbers: start }: SettledLesson): Promise<void> {
  const count = availableParallelism();
  const parts = Array.from({ length: count }, (_, part) =>
    fork(fileURLToPath(import.meta.url), [name, `${part}/${count}`], { execArgv: ['--import', 'tsx'] }),
  );
  const errorsOf = async (use: Use, numbers: Numbers) =>
    (await Promise.all(parts.map((part) => askPart(part, { use, numbers })))).flat();
  const sum = (errors: readonly number[]) => errors.reduce((total, one) => total + one, 0);
  const { numbers, moved } = await settle(start, (tried) => errorsOf('learned', tried), ROUNDS, console.log);
  const counted = async (use: Use) => {
    const [before, after] = [await errorsOf(use, start), await errorsOf(use, numbers)];
    return { takes: after.length, errorsBefore: sum(before), errors: sum(after) };
  };
  const about = {
    what,
    made: new Date().toISOString().slice(0, 10),
    by: 'npm run fit',
    seeds: settledSeeds(name),
    neverLearned: NEVER_LEARNED,
    learned: await counted('learned'),
    told: await counted('told'),
    moved,
  };
  writeFileSync(file, `${JSON.stringify({ about, ...numbers })}\n`);
  for (const part of parts) part.disconnect();
  console.log(about);
}

function askPart(part: ChildProcess, question: Question): Promise<readonly number[]> {
  return new Promise((answered, failed) => {
    const onExit = (code: number | null) => failed(new Error(`a part of the fitting ended (exit ${code})`));
    part.once('exit', onExit);
    part.once('message', (errors) => {
      part.off('exit', onExit);
      answered(errors as readonly number[]);
    });
    part.send(question);
  });
}
