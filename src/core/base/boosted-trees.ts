/** A question about one feature, or what is left to say: the logit. A value equal to the threshold goes left. */
export type Tree =
  | { readonly feature: string; readonly at: number; readonly low: Tree; readonly high: Tree }
  | number;

/** A learned sum of small trees. Source: J. H. Friedman, "Greedy function approximation: a gradient boosting machine", Annals of Statistics 29 (2001). */
export interface BoostedTrees {
  /** The logit before any question. */
  readonly bias: number;
  readonly trees: readonly Tree[];
}

/** From here on a probability says yes rather than no. */
export const LIKELIER_THAN_NOT = 0.5;

/** How likely what was learned is, 0–1. @throws RangeError when a feature is missing that the model asks for. */
export function probabilityOf(
  features: Readonly<Record<string, number>>,
  { bias, trees }: BoostedTrees,
): number {
  let logit = bias;
  for (const tree of trees) {
    let node = tree;
    while (typeof node !== 'number') {
      const value = features[node.feature];
      if (value === undefined)
        throw new RangeError(`the model asks for "${node.feature}", which was not measured`);
      node = value <= node.at ? node.low : node.high;
    }
    logit += node;
  }
  return 1 / (1 + Math.exp(-logit));
}
