import { divide, equals, type Rational, rational, toNumber } from './rational';

/** A time signature; 4/4 written as C is 4/4. */
export interface Meter {
  readonly beats: number;
  readonly beatType: number;
}

export type BeatUnitName = 'eighth' | 'quarter' | 'dotted-quarter' | 'half';

/** The note that gets one click. */
export interface BeatUnit {
  readonly name: BeatUnitName;
  readonly quarters: Rational;
}

const BEAT_UNITS: readonly BeatUnit[] = [
  { name: 'eighth', quarters: rational(1, 2) },
  { name: 'quarter', quarters: rational(1) },
  { name: 'dotted-quarter', quarters: rational(3, 2) },
  { name: 'half', quarters: rational(2) },
];

/** @throws RangeError for a meter Mevlo does not count. */
export function meter(beats: number, beatType: number): Meter {
  if (!Number.isInteger(beats) || beats < 1 || beats > 12 || ![2, 4, 8].includes(beatType)) {
    throw new RangeError(`meter must be 1–12 beats over 2, 4 or 8, got ${beats}/${beatType}`);
  }
  return { beats, beatType };
}

/** Length of a full measure in quarter notes. */
export function measureLength({ beats, beatType }: Meter): Rational {
  return rational(beats * 4, beatType);
}

/** 6/8, 9/8 and 12/8 are felt in dotted beats; 3/8 is counted in eighths. */
export function isCompound({ beats, beatType }: Meter): boolean {
  return beatType === 8 && beats >= 6 && beats % 3 === 0;
}

/** @throws RangeError for a meter whose beat Mevlo has no name for. */
export function beatUnit(meter: Meter): BeatUnit {
  const quarters = isCompound(meter) ? rational(3, 2) : rational(4, meter.beatType);
  const unit = BEAT_UNITS.find((candidate) => equals(candidate.quarters, quarters));
  if (!unit) throw new RangeError(`no beat unit lasts ${toNumber(quarters)} quarter notes`);
  return unit;
}

/** How many clicks a full measure has. */
export function clicksPerMeasure(meter: Meter): number {
  return toNumber(divide(measureLength(meter), beatUnit(meter).quarters));
}

/** Seconds one quarter note lasts at `bpm` of the given beat unit. */
export function quarterSeconds(bpm: number, unit: BeatUnit): number {
  if (!(bpm >= 20 && bpm <= 400)) throw new RangeError(`tempo must be 20–400 bpm, got ${bpm}`);
  return 60 / bpm / toNumber(unit.quarters);
}
