/** Days and times as they are said here: in the order of English, on a clock of 24 hours, by this machine's own clock. */

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** @example dayInWords(new Date(2026, 0, 5)) // => '5 January 2026' */
export const dayInWords = (date: Date): string => DAY.format(date);

/** @example monthInWords(new Date(2026, 0, 5)) // => 'January 2026' */
export const monthInWords = (date: Date): string => MONTH.format(date);

/** @example timeInWords(new Date(2026, 0, 5, 9, 30)) // => '09:30' */
export const timeInWords = (date: Date): string => TIME.format(date);

/** A day that was kept as text, with or without a time of the wall's clock. @example keptDayInWords('2026-01-05T16:00') // => '5 January 2026' */
export const keptDayInWords = (kept: string): string =>
  dayInWords(new Date(`${kept.slice(0, 'yyyy-mm-dd'.length)}T12:00`));

/** A moment that was kept as text (ISO 8601). */
export const momentInWords = (kept: string): string => `${dayInWords(new Date(kept))}, ${timeInWords(new Date(kept))}`;
