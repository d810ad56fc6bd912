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

/** Meters that are written, counted, clicked and judged; others, whose beats are of unequal length, nowhere. */
export const COUNTED_METERS = [
  '2/2',
  '3/2',
  '2/4',
  '3/4',
  '4/4',
  '6/4',
  '3/8',
  '6/8',
  '9/8',
  '12/8',
] as const;

/** @throws RangeError for a meter Mevlo does not count. */
export function meter(beats: number, beatType: number): Meter {
  if (!COUNTED_METERS.some((known) => known === `${beats}/${beatType}`))
    throw new RangeError(`meter must be one of ${COUNTED_METERS.join(', ')}, got ${beats}/${beatType}`);
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

/** The note of that length that may get one click; undefined where none is named. */
export const maybeBeatUnitLasting = (quarters: Rational): BeatUnit | undefined =>
  BEAT_UNITS.find((candidate) => equals(candidate.quarters, quarters));

/** Meters that can be counted in dotted beats: those of two and more of them, and 3/8 as a single one. */
export function isInThrees(meter: Meter): boolean {
  return isCompound(meter) || (meter.beatType === 8 && meter.beats === 3);
}

/** @throws RangeError for a meter whose beat Mevlo has no name for. */
export function beatUnit(meter: Meter): BeatUnit {
  const quarters = isCompound(meter) ? rational(3, 2) : rational(4, meter.beatType);
  const unit = maybeBeatUnitLasting(quarters);
  if (!unit) throw new RangeError(`no beat unit lasts ${toNumber(quarters)} quarter notes`);
  return unit;
}

/** 6/8 is felt in two dotted beats, or its six eighths are counted; 9/8 and 12/8 likewise. */
export const COMPOUND_COUNTINGS = ['eighths', 'beats'] as const;
export type CompoundCounting = (typeof COMPOUND_COUNTINGS)[number];

/** The note that gets a click, in quarter notes. @param compound how a class counts 6/8. */
export function clickQuarters(meter: Meter, compound: CompoundCounting = 'beats'): Rational {
  return isCompound(meter) && compound === 'eighths' ? rational(1, 2) : beatUnit(meter).quarters;
}

/**
 * A tempo in the note that a class counts: ♩. = 20 is ♪ = 60 for who counts six.
 * @param bpm in the beat unit of the meter.
 */
export function countedTempo(
  bpm: number,
  meter: Meter,
  compound: CompoundCounting,
): { readonly unit: BeatUnitName; readonly bpm: number } {
  const unit = maybeBeatUnitLasting(clickQuarters(meter, compound))!;
  return { unit: unit.name, bpm: bpm * toNumber(divide(beatUnit(meter).quarters, unit.quarters)) };
}

/** How many clicks a full measure has. */
export function clicksPerMeasure(meter: Meter, compound: CompoundCounting = 'beats'): number {
  return toNumber(divide(measureLength(meter), clickQuarters(meter, compound)));
}

/** Seconds one quarter note lasts at `bpm` of the given beat unit. */
export function quarterSeconds(bpm: number, unit: BeatUnit): number {
  if (!(bpm >= 20 && bpm <= 400)) throw new RangeError(`tempo must be 20–400 bpm, got ${bpm}`);
  return 60 / bpm / toNumber(unit.quarters);
}
