import { type Lesson } from '@kettle-step/contract';
import { setInWords, type Titles } from '@kettle-step/core';
import ICAL from 'ical.js';

/** Lessons as a calendar (RFC 5545). */

const STATUS: Readonly<Record<Lesson['state'], string>> = {
  planned: 'CONFIRMED',
  held: 'CONFIRMED',
  missed: 'CANCELLED',
  cancelled: 'CANCELLED',
};

const descriptionOf = (lesson: Lesson, titles: Titles): string => {
  const set = setInWords(lesson, titles);
  return [
    ...(set.length > 0 ? [`Set: ${set.join('; ')}`] : []),
    ...(lesson.heard ? [`Heard: ${lesson.heard}`] : []),
    ...(lesson.decisions ? [`Decided: ${lesson.decisions}`] : []),
  ].join('\n');
};

/** When a calendar was made, in universal time. */
const stampOf = (now: Date): ICAL.Time => ICAL.Time.fromJSDate(now, true);

/** A calendar of lessons. Their times are those of the clock on the wall (“floating”), so summer time changes none of them. */
export const calendarOf = (lessons: readonly Lesson[], titles: Titles, now: Date): string => {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('prodid', '-//Kettle Step//Lesson book//EN');
  calendar.updatePropertyWithValue('version', '2.0');
  for (const lesson of lessons) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${lesson.id}@kettle-step`);
    event.updatePropertyWithValue('dtstamp', stampOf(now));
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateTimeString(`${lesson.startsAt}:00`));
    event.updatePropertyWithValue('duration', ICAL.Duration.fromSeconds(lesson.minutes * 60));
    event.updatePropertyWithValue('summary', `Lesson: ${lesson.student}`);
    event.updatePropertyWithValue('status', STATUS[lesson.state]);
    const description = descriptionOf(lesson, titles);
    if (description !== '') event.updatePropertyWithValue('description', description);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
};
