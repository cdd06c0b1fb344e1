import { THREE_CADENCES } from '../../sessions/index.ts';
import {
  type Refused,
  refused,
  roundHalfUp,
  roundTo,
  type Understood,
  understood,
} from '../../units/index.ts';
import { type Worked, worked } from '../../working/index.ts';
import { CADENCE_KEPT_DAYS, cadenceSlope } from './cadenceSlope.ts';
import { daysFromTo } from './days.ts';
import type { TrendRide } from './trendsOf.ts';

/** The blocks of a ride at three cadences. */
interface CadenceRide {
  readonly date: string;
  readonly blocks: readonly (readonly [rpm: number, bpm: number])[];
}

const NOT_READ =
  'three steady blocks at the same watts are needed, with cadence, and heart rate to the end of each';
/** Pieces this near to the hardest one were ridden at the same watts. */
const SAME_WATTS = 0.95;

/**
 * The rides at three cadences: of each the last minutes of its blocks, which are its hardest steady minutes.
 *
 * @param rides in the order of their dates; one with pain written down is left out, since sore knees ride otherwise
 * @returns those with three blocks, in the same order
 * Source: handbook section 9.4 (Cadence slope).
 */
export function cadenceRides(rides: readonly TrendRide[]): CadenceRide[] {
  return rides.flatMap(({ date, family, pain, trend }) => {
    if (family !== THREE_CADENCES || (pain ?? 0) > 0) return [];
    const hardest = Math.max(0, ...trend.pieces.map(([watts]) => watts));
    const blocks = trend.pieces.flatMap(([watts, bpm, rpm]) =>
      rpm !== null && watts >= SAME_WATTS * hardest ? [[rpm, bpm] as const] : [],
    );
    return blocks.length < 3 ? [] : [{ date, blocks }];
  });
}

/**
 * What a ride at three cadences says of the heart, with its working.
 *
 * @param ride a ride of that family
 * @returns beats per 10 rpm; refused where its blocks cannot be told, or hurt
 * Source: handbook section 9.4 (Cadence slope).
 */
export function workedCadence(ride: TrendRide): Understood<Worked> | Refused {
  if ((ride.pain ?? 0) > 0) return refused('there was pain: sore knees ride otherwise');
  const [own] = cadenceRides([ride]);
  if (!own) return refused(NOT_READ);
  const slope = cadenceSlope(own.blocks);
  if (!slope.ok) return slope;
  return understood(
    worked(
      slope.value,
      'bpm for 10 rpm',
      'Beats for each 10 rpm more at the same watts, by least squares',
      own.blocks.map(([rpm, bpm]) => [
        `Last minute at ${roundHalfUp(rpm)} rpm`,
        `${roundTo(bpm, 1)} bpm`,
      ]),
      [
        ['Kept', `${CADENCE_KEPT_DAYS} days`],
        ['Same watts', `at least ${roundHalfUp(SAME_WATTS * 100)} % of the hardest block`],
      ],
    ),
  );
}

/**
 * A rider's cadence slope on a day: that of the last ride at three cadences of the 180 days before.
 *
 * @param measured rides at three cadences in the order of their dates
 * @param date the day, `yyyy-mm-dd`
 * @returns beats per 10 rpm; null where none was ridden, or none says anything
 * Source: handbook section 9.4 (Cadence slope).
 */
export function cadenceSlopeOn(measured: readonly CadenceRide[], date: string): number | null {
  const last = measured.findLast((ride) => ride.date <= date);
  if (!last) return null;
  const slope = cadenceSlope(last.blocks, { daysOld: daysFromTo(last.date, date) });
  return slope.ok ? slope.value : null;
}
