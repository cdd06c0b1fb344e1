import { bell, type Random } from '@uphill/core/simulation';
import type { DemoRider } from './riders.ts';

/** The hot month of the valley, in days ago. */
const HOT = { from: 176, to: 147 } as const;
const [HOT_C, YEAR_C, SWING_C] = [31, 15, 5] as const;
/** What heat costs a heart at the same watts, and what an illness costs it the day before anybody knows. */
const [BY_HEAT, BY_ILLNESS] = [1.075, 1.11] as const;
const YEAR_DAYS = 365;

/** Temperature of a day in the valley, °C. */
export function celsiusOn(daysAgo: number, random: Random): number {
  if (isHot(daysAgo)) return Math.round(HOT_C + bell(random));
  // Warmest in the hot month.
  const season = Math.cos((2 * Math.PI * (daysAgo - (HOT.from + HOT.to) / 2)) / YEAR_DAYS);
  return Math.round(YEAR_C + SWING_C * season + 1.5 * bell(random));
}

function isHot(daysAgo: number): boolean {
  return daysAgo <= HOT.from && daysAgo >= HOT.to;
}

/** Whether a rider sickens for what is written down the day after. */
export function sickensFor({ away }: DemoRider, daysAgo: number): boolean {
  return away.some(([from]) => daysAgo === from + 1);
}

/** Ines has slept little in the last days, as her mornings say. */
const UNEASY = { seed: 11, days: 7 } as const;

/** What the day does to a heart: 1 is as usual. */
export function heartOn(rider: DemoRider, daysAgo: number): number {
  const isIll =
    sickensFor(rider, daysAgo) || (rider.seed === UNEASY.seed && daysAgo <= UNEASY.days);
  return (isHot(daysAgo) ? BY_HEAT : 1) * (isIll ? BY_ILLNESS : 1);
}
