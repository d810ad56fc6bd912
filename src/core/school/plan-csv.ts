import { csv } from './csv';

/** A stage of a plan, in words. */
export interface PlanRow {
  readonly piece: string;
  readonly step: string;
  readonly doThis: string;
  readonly checkedBy: 'notes-and-rhythm' | 'rhythm' | 'own-word';
  /** Beats a minute, rising. */
  readonly tempos: readonly number[];
}

const CHECKED_BY = {
  'notes-and-rhythm': 'notes and rhythm',
  rhythm: 'rhythm',
  'own-word': 'the student says so',
} as const;

/**
 * A plan as a table.
 */
export function planCsv(rows: readonly PlanRow[]): string {
  const table = rows.map(({ piece, step, doThis, checkedBy, tempos }, index) => ({
    stage: index + 1,
    piece,
    step,
    'what to do': doThis,
    'checked by': CHECKED_BY[checkedBy],
    tempos: tempos.join(' '),
  }));
  return csv(table);
}
