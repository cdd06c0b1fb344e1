import type { DayReckoned } from './reckoned.ts';
import { isRiding, type Work } from './week.ts';

/** Minutes of riding below the lower threshold, between the two, and above. */
export interface Domains {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/** What some days come to, as it was asked or as it was ridden. */
export interface Total {
  readonly minutes: number;
  readonly load: number;
  /** The longest ride, min. */
  readonly longest: number;
  /** Null where nothing has watts to tell. */
  readonly domains: Domains | null;
}

/**
 * Totals of some days, asked and ridden beside each other: riding time, points, the longest ride, and minutes in the
 * three domains: below LT1 or 75 % of FTP, up to LT2 or FTP, above. Missed rides count among what was asked.
 *
 * @param days days with their figures
 * @returns asked and ridden
 * Source: handbook sections 8.2, 8.5 (Easy share, Middle share) and 8.7.
 */
export function totalsOf(days: readonly DayReckoned[]): {
  readonly planned: Total;
  readonly ridden: Total;
} {
  const works = days.flatMap(({ day }) => day.works.filter(isRiding));
  return { planned: summed(works.map(askedOf)), ridden: summed(works.map(riddenOf)) };
}

interface Part {
  readonly minutes: number;
  readonly load: number;
  readonly domains: Domains | null;
}

function askedOf({ planned }: Work): Part | null {
  if (!planned) return null;
  const { minutes, load, middleMin, highMin } = planned;
  const low = Math.max(0, minutes - middleMin - highMin);
  return { minutes, load, domains: { low, middle: middleMin, high: highMin } };
}

function riddenOf({ ridden }: Work): Part | null {
  if (!ridden) return null;
  const { minutes, load, easyMin, middleMin } = ridden;
  if (easyMin === null) return { minutes, load, domains: null };
  const middle = middleMin ?? 0;
  const high = Math.max(0, minutes - easyMin - middle);
  return { minutes, load, domains: { low: easyMin, middle, high } };
}

function summed(parts: readonly (Part | null)[]): Total {
  let [minutes, load, longest] = [0, 0, 0];
  let domains: Domains | null = null;
  for (const part of parts) {
    if (!part) continue;
    minutes += part.minutes;
    load += part.load;
    longest = Math.max(longest, part.minutes);
    if (part.domains) domains = plusDomains(domains, part.domains);
  }
  return { minutes, load, longest, domains };
}

function plusDomains(sum: Domains | null, { low, middle, high }: Domains): Domains {
  return {
    low: (sum?.low ?? 0) + low,
    middle: (sum?.middle ?? 0) + middle,
    high: (sum?.high ?? 0) + high,
  };
}
