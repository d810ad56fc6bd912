import { type Measure, withCourtesiesOnly, withPrintedNumbers, withTrueShorthand } from '../notation';

/**
 * What every reader of printed music settles when all measures are there: which signs only remind, which measures begin late, which
 * numbers they have, whether signs that stand for other measures are true, and that the last barline of a line needs no mark, as it is always final.
 */
export function asPrinted(measures: readonly Measure[]): readonly Measure[] {
  const settled = measures.map((measure, index) => {
    const { barline, ...plain } = withCourtesiesOnly(measure);
    return barline && index < measures.length - 1 ? { ...plain, barline } : plain;
  });
  const bySigns = withPrintedNumbers(settled.map(withoutItsFilesWord));
  // What the signs tell needs no word of the file.
  return withTrueShorthand(
    withPrintedNumbers(
      settled.map((measure, index) => (bySigns[index]!.startsLate ? withoutItsFilesWord(measure) : measure)),
    ),
  );
}

function withoutItsFilesWord({ unnumbered: _, ...measure }: Measure): Measure {
  return measure;
}
