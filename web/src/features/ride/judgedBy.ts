import type { Day, Rider } from '@uphill/api';
import { modelOf, type RiderOnDay } from '@uphill/core/sessions';
import type { JudgedBy } from '@uphill/core/simulation';
import { daysApi } from '../../shared/api/days.ts';
import { choices } from '../../shared/choices.ts';
import { plusDays } from '../../shared/dates.ts';
import { healthOnDay } from '../../shared/riderOnDay.ts';

/** The last marked day is looked for this far back. */
const DAYS = 28;

/** What the ride is judged by while it is ridden; undefined where the coach wants nothing said. */
export function judgedBy(
  rider: Rider,
  day: Day,
  numbers: RiderOnDay,
  tired: boolean,
): JudgedBy | undefined {
  const { judgeRides, askRpe } = choices();
  if (!judgeRides) return undefined;
  const { ftpW, hasPower, maximalBpm } = numbers;
  return {
    model: hasPower ? modelOf(numbers) : null,
    ftpW,
    maximalBpm: healthOnDay(rider, day.date).heartRate ? maximalBpm : null,
    tired,
    askRpe,
  };
}

/**
 * Whether the last marked day before gives "tired" as its reason. Null until it is known.
 */
export function useTired(riderId: string, day: string): boolean | null {
  const { data } = daysApi.useDaysQuery({
    riderId,
    from: plusDays(day, -DAYS),
    to: plusDays(day, -1),
  });
  if (!data) return null;
  const marked = data.filter(({ state }) => state !== 'planned');
  const last = marked.reduce<(typeof marked)[number] | null>(
    (latest, each) => (latest === null || each.date >= latest.date ? each : latest),
    null,
  );
  return last?.reason === 'tired';
}
