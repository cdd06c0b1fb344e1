/** A calendar day and a clock time, with or without a zone. */
const STAMP =
  /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?(Z|[+-]\d{2}:?\d{2})?$/;

/** A moment as a file writes it. */
export interface Stamp {
  /** Since 1970, s: of world time where the stamp has a zone, else of the file's own local time. */
  readonly seconds: number;
  readonly zoned: boolean;
}

/**
 * Reads a date with a time. The day has to exist and the clock to show such a time: 30 February is none.
 *
 * @param text `2026-10-12T18:05:00`, with a space for the T, with fractions of a second, with Z or an offset
 * @returns the moment, or null where it is none
 * Source: handbook section 5, Conventions.
 */
export function readStamp(text: string): Stamp | null {
  const found = STAMP.exec(text.trim());
  if (!found) return null;
  // Once a row of a file, so nothing is made that is thrown away again.
  const [year, month, day] = [Number(found[1]), Number(found[2]), Number(found[3])];
  const [hour, minute, second] = [Number(found[4]), Number(found[5]), Number(found[6] ?? 0)];
  if (hour > 23 || minute > 59 || second > 59) return null;
  // Years of two digits would be taken for those of the last century.
  if (year < 100 || month < 1 || month > 12 || day < 1 || day > daysIn(year, month)) return null;
  const milliseconds = Date.UTC(year, month - 1, day, hour, minute, second);
  const fraction = found[7] === undefined ? 0 : Number(`0.${found[7].slice(0, 9)}`);
  const zone = found[8];
  return { seconds: milliseconds / 1000 + fraction - offsetOf(zone), zoned: zone !== undefined };
}

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

function daysIn(year: number, month: number): number {
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return month === 2 && leap ? 29 : (DAYS[month - 1] ?? 0);
}

/** How far a zone lies ahead of world time, s. */
function offsetOf(zone: string | undefined): number {
  if (zone === undefined || zone === 'Z') return 0;
  const digits = zone.replace(/\D/g, '');
  return (
    (zone.startsWith('-') ? -1 : 1) *
    (Number(digits.slice(0, 2)) * 3600 + Number(digits.slice(2)) * 60)
  );
}

/**
 * Where a recording starts, by the stamp of its first sample that was taken: local time where the stamp has no zone,
 * world time where it has.
 *
 * @param stamp of the first sample; null where the file has no dates
 * @returns what the recording keeps of it
 */
export function startOf(stamp: Stamp | null): {
  startedAt: string | null;
  startedUtc: string | null;
} {
  if (stamp === null) return { startedAt: null, startedUtc: null };
  const iso = new Date(Math.round(stamp.seconds) * 1000).toISOString();
  return stamp.zoned
    ? { startedAt: null, startedUtc: iso }
    : { startedAt: iso.slice(0, 19), startedUtc: null };
}
