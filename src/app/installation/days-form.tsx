'use client';
import type { DayOrder, HouseStyle, WeekStart } from '@/core/calendar';
import { Choice } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { writeDaysSo } from './actions';

const ORDERS: Readonly<Record<DayOrder, string>> = {
  'day-month': 'Thu 3 Dec',
  'month-day': 'Thu Dec 3',
  iso: '2026-12-03',
};
const STARTS: Readonly<Record<WeekStart, string>> = { monday: 'Monday', sunday: 'Sunday' };

/** How the school writes days, and where its midnight is. */
export function DaysForm({
  style,
  zones,
}: {
  readonly style: HouseStyle;
  readonly zones: readonly string[];
}) {
  return (
    <ActionForm action={writeDaysSo} className="grid items-end gap-3 sm:grid-cols-3">
      {/* What was stored is what a reset leaves. */}
      <div key={JSON.stringify(style)} className="contents">
        <Choice label="Days are written" name="dayOrder" defaultValue={style.dayOrder}>
          {Object.entries(ORDERS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
        <Choice label="Weeks begin on" name="weekStart" defaultValue={style.weekStart}>
          {Object.entries(STARTS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
        <Choice label="Days end at midnight in" name="timeZone" defaultValue={style.timeZone ?? ''}>
          <option value="">the place of this machine</option>
          {zones.map((zone) => (
            <option key={zone} value={zone}>
              {zone}
            </option>
          ))}
        </Choice>
      </div>
      <SubmitButton>Write them so</SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}
