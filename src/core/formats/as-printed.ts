import { type Measure, withCourtesiesOnly, withLateStarts } from '../notation';

/**
 * What every reader of printed music settles when all measures are there: which signs only remind, which measures begin late, and that the
 * last barline of a line needs no mark, as it is always final.
 */
export function asPrinted(measures: readonly Measure[]): readonly Measure[] {
  return withLateStarts(
    measures.map((measure, index) => {
      const { barline, ...plain } = withCourtesiesOnly(measure);
      return barline && index < measures.length - 1 ? { ...plain, barline } : plain;
    }),
  );
}
