import type { Morning } from '@uphill/core/season';
import { printSigned, roundTo } from '@uphill/core/units';

/** What the plan brings to the goal's morning: "base 42.6, reserve +1 (2 %)". */
export function sayMorning({ base, reserve, reservePercent }: Morning): string {
  const share = reservePercent === null ? '' : ` (${printSigned(reservePercent, 0)} %)`;
  return `base ${roundTo(base, 1)}, reserve ${printSigned(reserve, 0)}${share}`;
}
