import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import type { BoostedTrees } from '@/core/base';
import { type BoostingOptions, boost, type Example } from './boosting';

/** So many examples tell whether learning still learns the same, in a second. */
const SMALL_COUNT = 1500;
const SMALL: BoostingOptions = { rounds: 30, depth: 3, rate: 0.1 };
const DIGITS = 4;
export const smallSetOf = (lesson: string) => `small-set-of-${lesson}`;

/** Examples of takes that the model was not learned from, and what is learned from them alone. */
export interface SmallSet {
  readonly examples: readonly Example[];
  readonly model: BoostedTrees;
}

export const learnSmall = (examples: readonly Example[]) => boost(examples, SMALL);

/** Keeps every so-manieth of some examples with the model that is made of them. */
export function keepSmallSet(lesson: string, all: readonly Example[]): void {
  const step = Math.max(1, Math.floor(all.length / SMALL_COUNT));
  const examples = all
    .filter((_, index) => index % step === 0)
    .slice(0, SMALL_COUNT)
    .map(({ features, isSo }) => ({
      features: Object.fromEntries(
        Object.entries(features).map(([name, value]) => [name, Number(value.toPrecision(DIGITS))]),
      ),
      isSo,
    }));
  const set: SmallSet = { examples, model: learnSmall(examples) };
  writeFileSync(
    resolve(`tests/kept/fit/${smallSetOf(lesson)}.json.br`),
    brotliCompressSync(JSON.stringify(set)),
  );
}
