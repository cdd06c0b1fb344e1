const DAY_MS = 86_400_000;
/** Dates are asked for again and again, and there are only so many in a life of riding. */
const known = new Map<string, number>();

/** A local date as a count of days. */
function dayNumber(date: string): number {
  const counted = known.get(date);
  if (counted !== undefined) return counted;
  const number = Math.round(Date.parse(`${date}T00:00:00Z`) / DAY_MS);
  known.set(date, number);
  return number;
}

/** Days from one local date to another. */
export function daysFromTo(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from);
}
