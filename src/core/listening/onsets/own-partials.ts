import { median } from '../../base';
import { powerToDb } from '../../signal';
import { meanOverPartials, PARTIAL_LOOK_SECONDS, partialLook } from '../pitch/partial-levels';
import type { PartialMeter } from '../pitch/partials';

/** Where what lies between the partials is looked at, in multiples of the pitch. */
const BETWEEN = [1.5, 2.5, 3.5, 4.5];
/** The looks beside a place, before and after it. */
const SIDES_SECONDS = [0.03, 0.055, 0.08];

/** What changes at a place in the partials of a tone, and in what else sounds there. All in dB. */
export interface OwnChanges {
  /** How much louder the partials are after the place than before. */
  readonly rise: number;
  /** By how much each of them changes, up or down. */
  readonly change: number;
  /** How far they fall at the place below either side. */
  readonly dip: number;
  /** What lies between them: how much louder it is after the place, and at the place beside both sides. */
  readonly betweenRise: number;
  readonly betweenBump: number;
  /** The partials above what lies between them: at the place, and on the fainter side. */
  readonly above: number;
  readonly aboveBeside: number;
}

/**
 * What is the tone's own and what is not: its partials at a place, and what lies between them, where no sound of that pitch has any.
 * Source: harmonic and residual parts, X. Serra, J. Smith, "Spectral modeling synthesis", Computer Music Journal 14 (1990).
 * @param midi pitch of the tone.
 */
export function ownChanges(seconds: number, midi: number, meter: PartialMeter): OwnChanges {
  const { count, lookSeconds, powersAt } = partialLook(midi, meter, BETWEEN);
  const at = (offset: number): Levels => {
    const powers = powersAt(seconds + offset);
    const [own, between] = [powers.slice(0, count), powers.slice(count)];
    return { partials: own.map(powerToDb), ownDb: powerToDb(sum(own)), betweenDb: powerToDb(sum(between)) };
  };
  // A longer look is wider: what it holds lies further to both sides.
  const further = (lookSeconds - PARTIAL_LOOK_SECONDS) / 2;
  const before = SIDES_SECONDS.map((side) => at(-side - further));
  const after = SIDES_SECONDS.map((side) => at(side + further));
  const here = at(0);
  const tops = here.partials.map((_, index) =>
    Math.max(...[...before, ...after].map(({ partials }) => partials[index]!)),
  );
  const weighted = meanOverPartials(tops);
  const [beforeDb, afterDb] = [before, after].map((side) =>
    here.partials.map((_, index) => mean(side.map(({ partials }) => partials[index]!))),
  ) as [number[], number[]];
  const betweenBefore = mean(before.map(({ betweenDb }) => betweenDb));
  const betweenAfter = mean(after.map(({ betweenDb }) => betweenDb));
  const above = ({ ownDb, betweenDb }: Levels) => ownDb - betweenDb;
  return {
    rise: weighted((index) => afterDb[index]! - beforeDb[index]!),
    change: weighted((index) => Math.abs(afterDb[index]! - beforeDb[index]!)),
    dip: weighted(
      (index) =>
        Math.min(
          Math.max(...before.map(({ partials }) => partials[index]!)),
          Math.max(...after.map(({ partials }) => partials[index]!)),
        ) - Math.min(here.partials[index]!, before[0]!.partials[index]!, after[0]!.partials[index]!),
    ),
    betweenRise: betweenAfter - betweenBefore,
    betweenBump: here.betweenDb - Math.max(betweenBefore, betweenAfter),
    above: above(here),
    aboveBeside: Math.min(median(before.map(above)), median(after.map(above))),
  };
}

/** Of one look. */
interface Levels {
  readonly partials: readonly number[];
  readonly ownDb: number;
  readonly betweenDb: number;
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
const mean = (values: readonly number[]) => sum(values) / values.length;
