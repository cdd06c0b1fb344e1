/** The next so-named weekday after today, `yyyy-mm-dd` (0 is Sunday); with `after`, the next one after that day. */
export function nextWeekday(weekday: number, after = isoDay(new Date())): string {
  const date = new Date(`${after}T12:00:00`);
  do date.setDate(date.getDate() + 1);
  while (date.getDay() !== weekday);
  return isoDay(date);
}

/** `Tue 24 Nov`, as the pages print a day of this year; with the year where it is another one. */
export function printed(day: string): string {
  const date = new Date(`${day}T12:00:00`);
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
    })
      .formatToParts(date)
      .map(({ type, value }) => [type, value]),
  );
  const month = date.toLocaleString('en-US', { month: 'short' });
  return `${parts['weekday']} ${parts['day']} ${month}${date.getFullYear() === new Date().getFullYear() ? '' : ` ${parts['year']}`}`;
}

function isoDay(date: Date): string {
  return `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;
}

/** The day so many days from today, `yyyy-mm-dd`. */
export function dayFromNow(days: number): string {
  const date = new Date();
  date.setDate(date.getDate() + days);
  return isoDay(date);
}

/** The day so many days before today, by this machine's clock: `yyyy-mm-dd`. */
export function daysAgo(days: number): string {
  const date = new Date();
  date.setDate(date.getDate() - days);
  return isoDay(date);
}
