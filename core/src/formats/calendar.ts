import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';

/** A day as the calendar needs it. */
export interface CalendarDay {
  /** Stays the same for ever: a later file replaces the day in the rider's calendar. */
  readonly id: string;
  /** `yyyy-mm-dd`. */
  readonly date: string;
  /** Rises with every change. */
  readonly version: number;
  readonly name: string;
  /** What to do, in the rider's own watts. */
  readonly text: string;
}

/**
 * Writes days as one iCalendar file. Ids are stable and the sequence rises with the version, so that a newer
 * file replaces what an older one put there. It goes to riders, so it carries no address of the coach's machine.
 *
 * @param name the calendar's name
 * @param days the days, in any order
 * @param now when it is written, ISO with Z
 * @returns the file as text
 */
export function writeCalendar(name: string, days: readonly CalendarDay[], now: string): string {
  const calendar = ical({
    name: oneLine(name),
    prodId: { company: 'uphill-count', product: 'sessions', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { id, date, version, name: summary, text } of [...days].sort(
    (a, b) => a.date.localeCompare(b.date) || a.id.localeCompare(b.id),
  )) {
    calendar.createEvent({
      id: `${id}@uphill-count`,
      sequence: version,
      stamp: new Date(now),
      start: new Date(`${date}T00:00:00Z`),
      allDay: true,
      timezone: null,
      // A session takes nobody's day: the calendar still shows it as free.
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: oneLine(summary),
      description: text.replace(/\r\n?/g, '\n'),
    });
  }
  return `${calendar.toString().trimEnd()}\r\n`;
}

/** Without breaks, which would begin a line of the file's own. */
function oneLine(text: string): string {
  return text.replace(/[\u0000-\u001F\u007F]+/g, ' ').trim();
}
