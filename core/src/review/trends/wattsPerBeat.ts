import { type Refused, refused, type Understood, understood } from '../../units/index.ts';
import { medianOf } from './statistics.ts';

/** An Endurance stretch of a ride, as long as it was. */
export interface EnduranceStretch {
  readonly daysAgo: number;
  readonly minutes: number;
  readonly meanW: number;
  readonly meanBpm: number;
  readonly source: string;
}

const LEAST_MINUTES = 20;
const DAYS = 42;
const LEAST_RIDES = 5;

/**
 * Watts per heartbeat of a ride against those before.
 *
 * @param today the ride's Endurance stretch, at least 20:00
 * @param before stretches of the rides before
 * @returns the ride's own, the median of the last 42 days and how far it lies over it in %; refused with fewer than 5
 * rides of the same source
 * Source: handbook section 5 (Watts per heartbeat).
 */
export function wattsPerBeat(
  today: EnduranceStretch,
  before: readonly EnduranceStretch[],
): Understood<{ own: number; median: number; overMedianPercent: number }> | Refused {
  if (today.minutes < LEAST_MINUTES) return refused('shorter than 20:00');
  const used = before.filter(
    ({ daysAgo, minutes, source }) =>
      daysAgo - today.daysAgo <= DAYS &&
      daysAgo >= today.daysAgo &&
      minutes >= LEAST_MINUTES &&
      source === today.source,
  );
  if (used.length < LEAST_RIDES) return refused('fewer than 5 rides');
  const own = today.meanW / today.meanBpm;
  const median = medianOf(used.map(({ meanW, meanBpm }) => meanW / meanBpm));
  return understood({ own, median, overMedianPercent: (own / median - 1) * 100 });
}
