import { addDays, addWeeks, format, parseISO, startOfWeek } from 'date-fns';

/** A day of the calendar (ISO 8601). @example '2026-01-05' */
export type Day = string;

const MONDAY = 1;

/** The day that a moment is in by this machine's own clock. @example isoDay(new Date(2026, 0, 5)) // => '2026-01-05' */
export const isoDay = (moment: Date): Day => format(moment, 'yyyy-MM-dd');

/** A day some days later, or earlier. Days are counted, so no clock is set forward or back. */
export const daysLater = (day: Day, days: number): Day => isoDay(addDays(parseISO(day), days));

/** The same time of the wall's clock some weeks later. @example weeksLater('2026-10-20T16:00', 1) // => '2026-10-27T16:00' */
export const weeksLater = (startsAt: string, weeks: number): string =>
  format(addWeeks(parseISO(startsAt), weeks), "yyyy-MM-dd'T'HH:mm");

/** The Monday of the week that a day is in. */
export const mondayOf = (day: Day): Day => isoDay(startOfWeek(parseISO(day), { weekStartsOn: MONDAY }));
