/** Numbers by their names, in groups. */
export type Numbers = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** A number that was moved. */
export interface Moved {
  readonly name: string;
  readonly from: number;
  readonly to: number;
}

export interface Settled {
  readonly numbers: Numbers;
  readonly moved: readonly Moved[];
}

/** So much smaller or greater each number is tried. */
const FACTORS = [0.8, 1.25] as const;
/** So many standard errors fewer errors are no chance: of a hundred tries two would let some through. Common practice. */
const SURELY_FEWER = 3;
const DIGITS = 3;

/**
 * Settles numbers one after the other: each moves where that makes surely fewer errors, and as long as it does. What tells nothing stays.
 * Source: coordinate search, J. Nocedal, S. Wright, "Numerical Optimization", chapter 9.
 * @param errorsOf how many errors numbers make in each of the same takes. @param rounds through all of them, at most.
 * @param say is told of each number that moves.
 */
export async function settle(
  start: Numbers,
  errorsOf: (numbers: Numbers) => Promise<readonly number[]>,
  rounds: number,
  say: (moved: Moved) => void = () => {},
): Promise<Settled> {
  let [numbers, errors] = [start, await errorsOf(start)];
  const moved: Moved[] = [];
  for (let round = 0; round < rounds; round++) {
    const before = moved.length;
    for (const [group, members] of Object.entries(start))
      for (const name of Object.keys(members))
        for (const factor of FACTORS) {
          while (await tryOther(group, name, factor));
        }
    if (moved.length === before) break;
  }
  return { numbers, moved };

  async function tryOther(group: string, name: string, factor: number): Promise<boolean> {
    const from = numbers[group]![name]!;
    const to = Number((from * factor).toPrecision(DIGITS));
    const others = { ...numbers, [group]: { ...numbers[group], [name]: to } };
    const made = await errorsOf(others);
    if (!areSurelyFewer(made, errors)) return false;
    [numbers, errors] = [others, made];
    const one = { name: `${group}.${name}`, from, to };
    moved.push(one);
    say(one);
    return true;
  }
}

function areSurelyFewer(some: readonly number[], than: readonly number[]): boolean {
  const differences = some.map((count, index) => count - than[index]!);
  const sum = differences.reduce((total, difference) => total + difference, 0);
  const squares = differences.reduce((total, difference) => total + difference * difference, 0);
  return sum < -SURELY_FEWER * Math.sqrt(squares);
}
