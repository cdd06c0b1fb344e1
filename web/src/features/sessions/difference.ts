import type { Plan, RiderOnDay } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import { reckon } from './reckon.ts';

/** The figures of a session that a change moves. */
interface Figures {
  readonly load: number;
  readonly totalS: number;
  readonly lowest: number | null;
}

function figuresOf(plan: Plan, rider: RiderOnDay): Figures {
  const { asks, verdict } = reckon(plan, rider);
  const { load, totalS } = asks;
  const { model, balance } = verdict;
  return {
    load: roundHalfUp(load.value),
    totalS: totalS.value,
    lowest: model && balance ? roundHalfUp((balance.lowestJ / model.wPrimeJ) * 100) : null,
  };
}

/** What a change moved: "load of this session 101, before 89, W′ low point 31 → 18 %"; null where nothing did. */
export function differenceOf(before: Plan, now: Plan, rider: RiderOnDay): string | null {
  const [a, b] = [figuresOf(before, rider), figuresOf(now, rider)];
  const parts: string[] = [];
  if (a.load !== b.load) parts.push(`load of this session ${b.load}, before ${a.load}`);
  if (a.totalS !== b.totalS) parts.push(`${signed(roundHalfUp((b.totalS - a.totalS) / 60))} min`);
  if (a.lowest !== b.lowest && a.lowest !== null && b.lowest !== null)
    parts.push(`W′ low point ${level(a.lowest)} → ${level(b.lowest)} %`);
  return parts.length === 0 ? null : parts.join(', ');
}

/** Below zero where more is asked than there is. */
function level(percent: number): string {
  return percent < 0 ? `−${-percent}` : `${percent}`;
}

function signed(value: number): string {
  return value < 0 ? `−${-value}` : `+${value}`;
}
