'use client';
import type { MeasureOfClass } from '@/core/school';
import { measureHeading } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { useVocabulary } from '../vocabulary';
import { EngravedLine, type LineEngravings, useEngraving } from './engraved-line';
import { BarIcon } from './ledger';

interface ClassStripProps {
  readonly measures: readonly MeasureOfClass[];
  /** Printed number of every measure of the drawing. */
  readonly numbers: readonly number[];
  readonly engravings: LineEngravings;
}

/** Under each measure how many of those who played it need work there: columns that grow out of the line. */
export function ClassStrip({ measures, numbers, engravings }: ClassStripProps) {
  const engraving = useEngraving(engravings);
  return (
    <figure>
      <EngravedLine
        engraving={engraving}
        under={(system) => <Columns system={system} measures={measures} numbers={numbers} />}
      />
      <figcaption className="mt-1 flex flex-wrap gap-x-5 text-base text-faint">
        <span className="inline-flex items-center gap-1">
          <BarIcon kind="notes" /> notes
        </span>
        <span className="inline-flex items-center gap-1">
          <BarIcon kind="rhythm" /> rhythm: students who need work there, of those who have played it
        </span>
      </figcaption>
    </figure>
  );
}

interface ColumnsProps {
  readonly system: EngravedSystem;
  readonly measures: readonly MeasureOfClass[];
  readonly numbers: readonly number[];
}

function Columns({ system, measures, numbers }: ColumnsProps) {
  const percent = (pixels: number) => `${(100 * pixels) / system.width}%`;
  return (
    <div className="relative h-16">
      {system.measures.map(({ printedIndex, x, width }) => {
        const number = numbers[printedIndex];
        const measure = measures.find((one) => one.number === number);
        return (
          <div
            key={printedIndex}
            className="absolute inset-y-0 px-[3px]"
            style={{ left: percent(x), width: percent(width) }}
          >
            {measure ? <Column measure={measure} /> : <p className="text-center text-faint">–</p>}
          </div>
        );
      })}
    </div>
  );
}

function Column({
  measure: { number, played, notesNeedWork, rhythmNeedsWork },
}: {
  readonly measure: MeasureOfClass;
}) {
  const name = measureHeading(number, useVocabulary());
  return (
    <div
      role="img"
      aria-label={`${name}: of ${played} students ${notesNeedWork} need work on notes, ${rhythmNeedsWork} on rhythm`}
      className="flex h-full border-b-2 border-ink"
    >
      <Share kind="notes" count={notesNeedWork} of={played} />
      <Share kind="rhythm" count={rhythmNeedsWork} of={played} />
    </div>
  );
}

function Share({
  kind,
  count,
  of,
}: {
  readonly kind: 'notes' | 'rhythm';
  readonly count: number;
  readonly of: number;
}) {
  return (
    <span className="relative flex flex-1 flex-col justify-end">
      <span
        className={`flex items-center justify-center gap-1 text-[15px] ${count > 0 ? 'font-bold' : 'text-faint'}`}
      >
        <BarIcon kind={kind} />
        {count}/{of}
      </span>
      <span className="block" style={{ height: `${60 * (count / of)}%`, background: STROKES }} />
    </span>
  );
}

const STROKES = 'repeating-linear-gradient(90deg, var(--color-warm) 0 3px, var(--color-warm-wash) 3px 8px)';
