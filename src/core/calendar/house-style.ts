/** How days are written. */
export const DAY_ORDERS = ['day-month', 'month-day', 'iso'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

/** On which day weeks begin in a calendar. */
export const WEEK_STARTS = ['monday', 'sunday'] as const;
export type WeekStart = (typeof WEEK_STARTS)[number];

/** How a school writes days, and where its midnight is. */
export interface HouseStyle {
  readonly dayOrder: DayOrder;
  readonly weekStart: WeekStart;
  /** IANA name; undefined for where the process runs. */
  readonly timeZone: string | undefined;
}

export const USUAL_HOUSE_STYLE: HouseStyle = {
  dayOrder: 'day-month',
  weekStart: 'monday',
  timeZone: undefined,
};
