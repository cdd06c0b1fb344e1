import { printClock, printDuration, printSigned, roundHalfUp, roundTo } from '../../units/index.ts';
import { DRIFT } from '../verdicts/whole.ts';
import { type BeatPoint, beatSlope } from './beatTrend.ts';
import type { CurveTrend } from './curveTrend.ts';
import type { DriftPoint } from './driftTrend.ts';
import type { FamilyTrend } from './familyTrends.ts';
import type { HeartPoint } from './heartTrend.ts';
import type { RoadTrend } from './sameRoad.ts';
import { askedLate, type TiredLegs } from './tiredLegs.ts';

/**
 * What a family's sets show, and how sure it is.
 *
 * @param trend the family over time
 * @param unit what its means are in
 * @returns one sentence, or two where something is shown and not compared
 * Source: handbook section 9.6.
 */
export function sayFamily({ sets, slope, change }: FamilyTrend, unit: 'W' | 'bpm'): string {
  const apart = sets.filter((set) => set.apart !== null);
  const [why] = apart;
  const beside =
    apart.length === 0
      ? ''
      : ` ${apart.length} ${apart.length === 1 ? 'is' : 'are'} shown and not compared: ${why?.apart ?? ''}.`;
  if (slope) {
    const figure = `${printSigned(slope.perMonth, 1)} ± ${roundTo(slope.plusMinus, 1)} ${unit} a month`;
    return `${figure}: ${slope.real ? 'real' : 'cannot tell yet'}.${beside}`;
  }
  if (!change) return `One set to compare so far.${beside}`;
  return `The last beside the first: ${printSigned(change.percent, 1)} %, ${change.worth}.${beside}`;
}

/**
 * How a rider's heart lay beside the usual line.
 *
 * @param points the rides of the span
 * @returns one sentence
 * Source: handbook section 9.4.
 */
export function sayHeart(points: readonly HeartPoint[]): string {
  const last = points.at(-1);
  if (!last)
    return 'No usual line yet: it takes 12 steady minutes of 4 rides in 42 days, with watts and heart rate.';
  const off = points.filter(({ word }) => word !== 'as usual');
  const many =
    off.length === 0 ? 'All as usual' : `${off.length} of ${points.length} were not as usual`;
  const { offPercent, noisePercent, word } = last;
  return `${many}; the last one ${printSigned(offPercent, 1)} % off, noise ± ${roundTo(noisePercent, 1)} %: ${word}.`;
}

/**
 * Whether more watts come of a heartbeat.
 *
 * @param points the rides of the span
 * @returns one sentence
 * Source: handbook sections 5 and 9.6.
 */
export function sayBeat(points: readonly BeatPoint[]): string {
  if (points.length === 0) return 'No Endurance stretch of 20:00 with watts and heart rate yet.';
  const slope = beatSlope(points);
  const apart = points.filter((point) => point.apart !== null);
  const beside =
    apart.length === 0 ? '' : ` ${apart.length} shown and not compared: ${apart[0]?.apart ?? ''}.`;
  if (!slope) return `${points.length - apart.length} so far: a line takes five.${beside}`;
  const { perMonth, plusMinus, real } = slope;
  return `${printSigned(perMonth, 3)} ± ${roundTo(plusMinus, 3)} W per heartbeat a month: ${real ? 'real' : 'cannot tell yet'}.${beside}`;
}

/**
 * At which lengths the heart holds.
 *
 * @param points the steady rides of the span
 * @returns one sentence
 * Source: handbook section 5 (Heart drift).
 */
export function sayDrift(points: readonly DriftPoint[]): string {
  const last = points.at(-1);
  if (!last) return 'No steady ride of 50:00 with watts and heart rate yet.';
  const durable = points.filter(({ percent }) => percent < DRIFT.edge);
  const longest = Math.max(...durable.map(({ seconds }) => seconds));
  const many = `${durable.length} of ${points.length} steady rides stayed under ${DRIFT.edge} %`;
  const far =
    durable.length === 0 ? '' : `, the longest ${printClock(longest)} after its first 10:00`;
  return `${many}${far}; the last one ${printSigned(last.percent, 1)} %.`;
}

/**
 * What is left late in a ride.
 *
 * @param legs each length by the work done before
 * @returns one sentence; with what to train where something fades
 * Source: handbook section 9.5.
 */
export function sayLegs(legs: readonly TiredLegs[]): string {
  const fading = legs.filter(({ fadesLate }) => fadesLate);
  if (fading.length > 0)
    return `Fades late at ${fading.map(({ seconds }) => printDuration(seconds)).join(' and ')}: one steady or goal block in the last hour of a long ride trains that.`;
  if (askedLate(legs)) return 'Holds: nothing falls under 95 % after 20 kJ/kg.';
  return 'Not asked this late in the last 90 days: put two efforts into the last hour of a long ride, as hard as they can be held.';
}

/**
 * Whether a road gets quicker.
 *
 * @param road the road over time
 * @returns one sentence
 * Source: handbook section 9.6 (Same road).
 */
export function sayRoad({ rides, slope, of }: RoadTrend): string {
  const apart = rides.filter((ride) => ride.apart !== null).length;
  const beside = apart === 0 ? '' : ` ${apart} shown and not compared.`;
  if (!slope) return `${rides.length} so far: a line takes five.${beside}`;
  const unit = { seconds: 's', watts: 'W', bpm: 'bpm' }[of];
  const figure = `${printSigned(slope.perMonth, 1)} ± ${roundTo(slope.plusMinus, 1)} ${unit} a month`;
  return `${figure}: ${slope.real ? 'real' : 'cannot tell yet'}.${beside}`;
}

/**
 * What the curve gained, and what was not asked of it.
 *
 * @param curve new bests and durations not asked lately
 * @returns one or two sentences
 * Source: handbook section 9.6 (Curve, Not asked lately).
 */
export function sayCurve({ bests, notAsked }: CurveTrend): string {
  const gained =
    bests.length === 0
      ? 'No new bests.'
      : `New bests at ${bests.length} ${bests.length === 1 ? 'duration' : 'durations'}.`;
  const longest = [...notAsked].sort((one, other) => other.days - one.days).slice(0, 3);
  if (longest.length === 0) return gained;
  return `${gained} Not asked lately: ${longest
    .map(({ seconds, days }) => `${printDuration(seconds)} (${roundHalfUp(days)} days)`)
    .join(', ')}.`;
}
