import { dayAfter, type WeekStart, weekBegins } from '@/core/calendar';
import type { PaceGoal } from '@/core/practice';
import { Link } from '@/ui/link';

interface DueCalendarProps {
  readonly today: string;
  readonly due: readonly {
    readonly assignmentId: string;
    readonly lineNumber: number;
    readonly lineTitle: string;
    readonly dueOn: string;
  }[];
  readonly holidays: PaceGoal['holidays'];
  readonly weekStart: WeekStart;
}

const WEEKS = 5;
const FROM_MONDAY = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const DAY_NAMES: Readonly<Record<WeekStart, readonly string[]>> = {
  monday: FROM_MONDAY,
  sunday: ['Sun', ...FROM_MONDAY.slice(0, 6)],
};

/** Five weeks from this one on: what is due on which day; holidays are hatched. */
export function DueCalendar({ today, due, holidays, weekStart }: DueCalendarProps) {
  const first = weekBegins(today, weekStart);
  const names = DAY_NAMES[weekStart];
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[560px] table-fixed border-collapse">
        <thead>
          <tr>
            {names.map((name) => (
              <th key={name} className="py-1 text-base font-normal text-faint">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: WEEKS }, (_, week) => (
            <tr key={week}>
              {names.map((name, weekday) => {
                const day = dayAfter(first, 7 * week + weekday);
                const isHoliday = holidays.some(({ from, to }) => day >= from && day <= to);
                return (
                  <td
                    key={name}
                    className={`h-20 border border-rule p-1 align-top text-base ${day === today ? 'outline-2 outline-ink' : ''}`}
                    style={isHoliday ? { background: HATCHED } : undefined}
                  >
                    <span className={`rounded-sm bg-paper px-0.5 ${day < today ? 'text-faint' : ''}`}>
                      {Number(day.slice(8))}
                      {isHoliday && <span className="sr-only">, holiday</span>}
                    </span>
                    {due
                      .filter(({ dueOn }) => dueOn === day)
                      .map(({ assignmentId, lineNumber, lineTitle }) => (
                        <Link
                          key={assignmentId}
                          href={`/given/${assignmentId}`}
                          className="mt-0.5 block rounded-sm bg-cool-wash px-1 leading-tight underline underline-offset-2"
                        >
                          {lineNumber} {lineTitle}
                        </Link>
                      ))}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const HATCHED = 'repeating-linear-gradient(135deg, var(--color-rule) 0 1px, var(--color-paper) 1px 7px)';
