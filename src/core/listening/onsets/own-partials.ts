import { clamp, median } from '../../base';
import { midiToHertz } from '../../pitch';
import type { PartialMeter } from '../pitch/partials';

/** Looks at the partials last so long, and never shorter than so many periods, or they run into each other. */
const LOOK_SECONDS = 0.04;
const LOOK_PERIODS = 3;
const MOST_PARTIALS = 8;
/** A partial counts the more the louder it is, and nothing from so far below the loudest. */
const COUNTED_BELOW_DB = 35;
/** Where what lies between the partials is looked at, in multiples of the pitch. */
const BETWEEN = [1.5, 2.5, 3.5, 4.5];
/** The looks beside a place, before and after it. */
const SIDES_SECONDS = [0.03, 0.055, 0.08];
const QUIET_POWER = 1e-12;

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
  const hertz = midiToHertz(midi);
  const look = Math.max(LOOK_SECONDS, LOOK_PERIODS / hertz);
  const reach = meter.highestHertz / hertz;
  const count = clamp(Math.floor(reach), 1, MOST_PARTIALS);
  const between = BETWEEN.filter((multiple) => multiple < reach);
  const places = [...Array.from({ length: count }, (_, index) => index + 1), ...between].map(
    (multiple) => multiple * hertz,
  );
  const at = (offset: number): Levels => {
    const powers = meter.powersNear(places, seconds + offset, look);
    const rest = powers.slice(count).reduce((sum, power) => sum + power, 0);
    return {
      partials: powers.slice(0, count).map(toDb),
      ownDb: toDb(powers.slice(0, count).reduce((sum, power) => sum + power, 0)),
      betweenDb: toDb(rest),
    };
  };
  // A longer look is wider: what it holds lies further to both sides.
  const further = (look - LOOK_SECONDS) / 2;
  const before = SIDES_SECONDS.map((side) => at(-side - further));
  const after = SIDES_SECONDS.map((side) => at(side + further));
  const here = at(0);
  const tops = here.partials.map((_, index) =>
    Math.max(...[...before, ...after].map(({ partials }) => partials[index]!)),
  );
  const loudest = Math.max(...tops);
  const weights = tops.map((top) => Math.max(0, 1 - (loudest - top) / COUNTED_BELOW_DB));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const weighted = (of: (index: number) => number) =>
    weights.reduce((sum, weight, index) => sum + (weight * of(index)) / total, 0);
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

const toDb = (power: number) => 10 * Math.log10(power + QUIET_POWER);
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
