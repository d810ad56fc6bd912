import { type BoostedTrees, probabilityOf, type Tree } from '@/core/base';

/** What was measured at a place, and whether it was one. */
export interface Example {
  readonly features: Readonly<Record<string, number>>;
  readonly isSo: boolean;
  /** Of which model, where a lesson teaches several. */
  readonly part?: string;
}

export interface BoostingOptions {
  readonly rounds: number;
  /** Questions one after the other in a tree. */
  readonly depth: number;
  /** How much of its step each tree takes. */
  readonly rate: number;
}

/** No leaf speaks for less evidence than this, in units of the curvature of the loss; and so much doubt is added to each. */
const LEAST_EVIDENCE = 8;
const DOUBT = 4;
/** So many thresholds of each feature are tried. */
const THRESHOLDS = 40;
const DIGITS = 4;

/**
 * Learns a sum of small trees for the logistic loss, each by Newton's step. The same examples give the same model.
 * Sources: J. H. Friedman, Annals of Statistics 29 (2001), algorithm 5; gain and leaf values: T. Chen, C. Guestrin, "XGBoost", KDD (2016),
 * equations (5) to (7).
 */
export function boost(examples: readonly Example[], { rounds, depth, rate }: BoostingOptions): BoostedTrees {
  const names = Object.keys(examples[0]!.features);
  const columns = names.map((name) => {
    const values = Float64Array.from(examples, ({ features }) => features[name]!);
    const thresholds = thresholdsOf(values);
    return { name, thresholds, bins: Uint8Array.from(values, (value) => binOf(value, thresholds)) };
  });
  const share = examples.filter(({ isSo }) => isSo).length / examples.length;
  const bias = rounded(Math.log(share / (1 - share)));
  const logits = new Float64Array(examples.length).fill(bias);
  const slope = new Float64Array(examples.length);
  const curvature = new Float64Array(examples.length);
  const trees: Tree[] = [];
  for (let round = 0; round < rounds; round++) {
    examples.forEach(({ isSo }, index) => {
      const probability = 1 / (1 + Math.exp(-logits[index]!));
      slope[index] = (isSo ? 1 : 0) - probability;
      curvature[index] = probability * (1 - probability);
    });
    const all = Uint32Array.from(examples, (_, index) => index);
    trees.push(grow(all, depth));
  }
  return { bias, trees };

  function grow(rows: Uint32Array, questions: number): Tree {
    const best = questions > 0 ? bestQuestion(rows) : undefined;
    if (!best) {
      const { slopes, curvatures } = sums(rows);
      const value = rounded((rate * slopes) / (curvatures + DOUBT));
      for (const row of rows) logits[row] = logits[row]! + value;
      return value;
    }
    const { column, bin } = best;
    return {
      feature: column.name,
      at: column.thresholds[bin]!,
      low: grow(
        rows.filter((row) => column.bins[row]! <= bin),
        questions - 1,
      ),
      high: grow(
        rows.filter((row) => column.bins[row]! > bin),
        questions - 1,
      ),
    };
  }

  function sums(rows: Uint32Array) {
    let [slopes, curvatures] = [0, 0];
    for (const row of rows) {
      slopes += slope[row]!;
      curvatures += curvature[row]!;
    }
    return { slopes, curvatures };
  }

  function bestQuestion(rows: Uint32Array) {
    const { slopes, curvatures } = sums(rows);
    const score = (s: number, c: number) => (s * s) / (c + DOUBT);
    let [bestGain, best] = [0, undefined as { column: (typeof columns)[number]; bin: number } | undefined];
    for (const column of columns) {
      const s = new Float64Array(column.thresholds.length + 1);
      const c = new Float64Array(column.thresholds.length + 1);
      for (const row of rows) {
        const bin = column.bins[row]!;
        s[bin] = s[bin]! + slope[row]!;
        c[bin] = c[bin]! + curvature[row]!;
      }
      let [lowSlopes, lowCurvatures] = [0, 0];
      for (let bin = 0; bin < column.thresholds.length; bin++) {
        lowSlopes += s[bin]!;
        lowCurvatures += c[bin]!;
        const highCurvatures = curvatures - lowCurvatures;
        if (lowCurvatures < LEAST_EVIDENCE || highCurvatures < LEAST_EVIDENCE) continue;
        const gain =
          score(lowSlopes, lowCurvatures) +
          score(slopes - lowSlopes, highCurvatures) -
          score(slopes, curvatures);
        if (gain > bestGain) [bestGain, best] = [gain, { column, bin }];
      }
    }
    return best;
  }
}

/** Values between which a feature's examples are parted evenly, rounded; in order. */
function thresholdsOf(values: Float64Array): readonly number[] {
  const sorted = values.toSorted();
  const at = Array.from({ length: THRESHOLDS }, (_, index) =>
    rounded(sorted[Math.floor(((index + 1) * sorted.length) / (THRESHOLDS + 1))]!),
  );
  return [...new Set(at)].filter((value) => value < sorted.at(-1)!);
}

/** The first threshold that is not exceeded. */
function binOf(value: number, thresholds: readonly number[]): number {
  const bin = thresholds.findIndex((threshold) => value <= threshold);
  return bin < 0 ? thresholds.length : bin;
}

const rounded = (value: number) => Number(value.toPrecision(DIGITS));

/** How a model does on examples. */
export interface Errors {
  readonly examples: number;
  readonly so: number;
  /** Shares of all examples that are called wrongly, at one half. */
  readonly wrong: number;
  /** Mean negative logarithm of the likelihood, in nats. */
  readonly logLoss: number;
  /** Of what is called likely by 0.93 and more, the share that is so. */
  readonly sureAndSo: number;
  /** Of what is so, the share that is called likely by 0.5 and more. */
  readonly found: number;
}

/** What a model says of an example, and whether it is so. */
export interface Said {
  readonly likely: number;
  readonly isSo: boolean;
}

export const sayOf = (model: BoostedTrees, examples: readonly Example[]): readonly Said[] =>
  examples.map(({ features, isSo }) => ({ isSo, likely: probabilityOf(features, model) }));

const PARTS = 6;

/** What is said of the examples of each take by a model that is learned from five sixths of the others. */
export function sayAcross(takes: readonly (readonly Example[])[], options: BoostingOptions): readonly Said[] {
  return Array.from({ length: PARTS }, (_, part) => {
    const model = boost(takes.filter((_, index) => index % PARTS !== part).flat(), options);
    return sayOf(model, takes.filter((_, index) => index % PARTS === part).flat());
  }).flat();
}

export const errorsOf = (model: BoostedTrees, examples: readonly Example[]): Errors =>
  errorsIn(sayOf(model, examples));

export function errorsIn(said: readonly Said[]): Errors {
  const share = (all: readonly unknown[], part: readonly unknown[]) =>
    Number((part.length / Math.max(1, all.length)).toFixed(4));
  const sure = said.filter(({ likely }) => likely >= 0.93);
  const so = said.filter(({ isSo }) => isSo);
  const loss = said.reduce((sum, { isSo, likely }) => sum - Math.log(isSo ? likely : 1 - likely), 0);
  return {
    examples: said.length,
    so: so.length,
    wrong: share(
      said,
      said.filter(({ isSo, likely }) => isSo !== likely >= 0.5),
    ),
    logLoss: Number((loss / Math.max(1, said.length)).toFixed(4)),
    sureAndSo: share(
      sure,
      sure.filter(({ isSo }) => isSo),
    ),
    found: share(
      so,
      so.filter(({ likely }) => likely >= 0.5),
    ),
  };
}
