import type { LaidOut } from '@uphill/core/season';
import type { Layout } from './layouts.ts';

/** What the core laid out, as the server takes it: blocks, weeks, and days in whole minutes. */
export function laidOutParts({
  blocks,
  weeks,
  days,
}: LaidOut): Pick<Layout, 'blocks' | 'weeks' | 'days'> {
  return {
    blocks: blocks.map((each) => ({ ...each, kinds: [...each.kinds] })),
    weeks: [...weeks],
    days: days.map(({ minutes, ...day }) => ({ ...day, minutes: Math.round(minutes) })),
  };
}
