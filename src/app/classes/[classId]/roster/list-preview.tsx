'use client';
import { INSTRUMENTS, type InstrumentId } from '@/core/instruments';
import type { RosterRow } from '@/core/school';
import { Options } from '@/ui/options';

export interface PreviewRow extends RosterRow {
  /** Whether it is taken in. */
  readonly isIn: boolean;
}

interface ListPreviewProps {
  readonly rows: readonly PreviewRow[];
  readonly onChange: (rows: readonly PreviewRow[]) => void;
}

const CELL = 'min-h-10 min-w-0 rounded-md border-2 border-rule bg-paper px-2';

/** The students of a list before they are taken in: each can be put right or left out. */
export function ListPreview({ rows, onChange }: ListPreviewProps) {
  const change = (row: number, changed: Partial<PreviewRow>) =>
    onChange(rows.map((one) => (one.row === row ? { ...one, ...changed } : one)));
  return (
    <ol className="divide-y divide-rule" data-testid="preview">
      {rows.map(({ row, name, userName, instrument, isIn, problem, mends }) => (
        <li key={row} className="grid grid-cols-[auto_1fr_1fr] items-center gap-1 py-1.5">
          <input
            type="checkbox"
            checked={isIn}
            aria-label={`Take in ${name || `row ${row}`}`}
            onChange={(event) => change(row, { isIn: event.currentTarget.checked })}
            className="row-span-2 size-5 accent-cool"
          />
          <input
            value={name}
            aria-label={`Name in row ${row}`}
            onChange={(event) => change(row, { name: event.currentTarget.value, isIn: true })}
            className={`${CELL} col-span-2 font-bold`}
          />
          <input
            value={userName}
            aria-label={`User name of ${name}`}
            autoCapitalize="none"
            onChange={(event) => change(row, { userName: event.currentTarget.value })}
            className={CELL}
          />
          <select
            value={instrument ?? ''}
            aria-label={`Instrument of ${name}`}
            onChange={(event) =>
              change(row, {
                instrument: (event.currentTarget.value || undefined) as InstrumentId | undefined,
              })
            }
            className={CELL}
          >
            <option value="">plays: not said</option>
            <Options of={INSTRUMENTS} />
          </select>
          {problem && !isIn ? (
            <p className="col-span-3 border-l-4 border-warm pl-2">Left out: {problem}</p>
          ) : (
            mends.length > 0 && (
              <p className="col-span-3 border-l-4 border-rule pl-2 text-base text-faint">
                {mends.join('; ')}
              </p>
            )
          )}
        </li>
      ))}
    </ol>
  );
}
