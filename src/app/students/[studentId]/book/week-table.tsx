import { format, parseISO } from 'date-fns';
import type { PracticeDay } from '@/core/practice';

interface WeekTableProps {
  readonly week: readonly PracticeDay[];
  /** `YYYY-MM-DD` */
  readonly today: string;
}

/** So many minutes fill a bar. */
const FULL_MINUTES = 30;

/** Seven days with their minutes; a day without is a day off and no fault. */
export function WeekTable({ week, today }: WeekTableProps) {
  return (
    <table className="w-full">
      <caption className="sr-only">Minutes practised this week</caption>
      <tbody>
        {week.map(({ day, minutes }) => (
          <tr key={day} className={day === today ? 'font-bold' : 'font-normal'}>
            <th scope="row" className="w-28 py-1 text-left" style={{ fontWeight: 'inherit' }}>
              {format(parseISO(day), 'EEEE')}
              {day === today && <span className="sr-only">, today</span>}
            </th>
            <td aria-hidden className="py-1">
              <span
                className="block h-4 border-2 border-ink bg-cool"
                style={{
                  width: `${(100 * Math.min(minutes, FULL_MINUTES)) / FULL_MINUTES}%`,
                  visibility: minutes > 0 ? undefined : 'hidden',
                }}
              />
            </td>
            <td className="w-20 py-1 text-right tabular-nums">
              {minutes > 0 ? `${minutes} min` : day > today ? '' : '–'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
