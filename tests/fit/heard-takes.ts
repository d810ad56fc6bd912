import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { priorsOf } from '@/core/checking';
import { type Heard, hear, LISTENING_VERSION } from '@/core/listening';
import type { Line } from '@/core/notation';
import { type EvaluationTake, makeTake, type TakePlan } from '../evaluation/take';
import type { Truth } from '../evaluation/take-truth';

/** A take of which only what was heard is left. */
export interface HeardTake {
  readonly line: Line;
  readonly bpm: number;
  readonly truth: Truth;
  readonly leadSeconds: number;
  readonly heard: Heard;
}

const EVALUATION = resolve('tests/evaluation');
/** What takes are made by: when it changes, they are made and heard again. */
const SOURCE = createHash('sha256')
  .update(
    readdirSync(EVALUATION)
      .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
      .map((file) => readFileSync(resolve(EVALUATION, file), 'utf8'))
      .join(),
  )
  .digest('hex')
  .slice(0, 12);
const KEPT = resolve(`.data/fit/heard-${LISTENING_VERSION}-${SOURCE}`);

/** Hears a take by the ear as it is. */
export function hearTake({ line, tune, truth, leadSeconds, audio }: EvaluationTake): HeardTake {
  return { line, bpm: tune.bpm, truth, leadSeconds, heard: hear(audio, priorsOf(line)) };
}

/** Hears a take, once for each version of the ear: thousands of them take an hour. @param name under which it is kept. */
export function heardTake(plan: TakePlan, name: string): HeardTake {
  const path = resolve(KEPT, `${name}.json`);
  if (existsSync(path)) return JSON.parse(readFileSync(path, 'utf8')) as HeardTake;
  const take = hearTake(makeTake(plan, name));
  mkdirSync(KEPT, { recursive: true });
  writeFileSync(path, JSON.stringify(take));
  return take;
}
