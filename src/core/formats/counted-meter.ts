import { COUNTED_METERS, type Meter, meter } from '../time';
import type { ReadingReport } from './reading-report';

/**
 * The meter that a file names; one that Mevlo does not count is refused, so that the file cannot be read.
 * @param beats and @param beatType as they stand in the file.
 */
export function maybeCountedMeter(
  beats: string | number | undefined,
  beatType: string | number | undefined,
  where: string | undefined,
  report: ReadingReport,
): Meter | undefined {
  try {
    return meter(wholeNumber(beats), wholeNumber(beatType));
  } catch {
    report.refuse(
      'meter',
      where,
      `The time signature ${beats ?? 'here'}/${beatType ?? '?'} is not one that Mevlo counts (${COUNTED_METERS.join(', ')}).`,
    );
    return undefined;
  }
}

/** NaN, which no meter has, for anything that is not written as a whole number. */
function wholeNumber(text: string | number | undefined): number {
  return /^[+-]?\d{1,9}$/.test(`${text}`) ? Number(text) : Number.NaN;
}
