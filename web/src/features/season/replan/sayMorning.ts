import type { Morning } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';

/** What the plan brings to the goal's morning: "base 42.6, reserve +1 (2 %)". */
export function sayMorning({ base, reserve, reservePercent }: Morning): string {
  const share = reservePercent === null ? '' : ` (${roundHalfUp(reservePercent)} %)`;
  return `base ${roundTo(base, 1)}, reserve ${printSigned(reserve, 0)}${share}`;
}
