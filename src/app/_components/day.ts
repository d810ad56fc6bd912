const DAY_MS = 86_400_000;

/** A calendar day as people say it: "today", "tomorrow", "Thu 3 Dec". @param day `YYYY-MM-DD` @param today same form. */
export function sayDay(day: string, today: string): string {
  const days = Math.round((Date.parse(day) - Date.parse(today)) / DAY_MS);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
}

/** The calendar day of a moment, in the server's time zone. */
export function dayOf(moment: Date): string {
  const pad = (value: number) => `${value}`.padStart(2, '0');
  return `${moment.getFullYear()}-${pad(moment.getMonth() + 1)}-${pad(moment.getDate())}`;
}
