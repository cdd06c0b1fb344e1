import { type BeatPoint, beatSlope, sayBeat, workedSlope } from '@uphill/core/review';
import { printClock, printSigned, roundTo } from '@uphill/core/units';
import { TrendDots } from '../../charts/TrendDots.tsx';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** Watts per heartbeat over Endurance stretches. */
export function BeatSheet({ rider, span, shown, under }: Shown) {
  const dotOf = ({ rideId, date, wattsPerBeat, overMedianPercent, apart }: BeatPoint) => ({
    ...{ to: rideAddress(rider, rideId), date, value: wattsPerBeat, apart: apart !== null },
    says: [
      overMedianPercent === null
        ? 'no median yet'
        : `${printSigned(overMedianPercent, 1)} % beside the 42 days before`,
      ...(apart === null ? [] : [apart]),
    ].join(', '),
  });
  const slope = beatSlope(shown.beat);
  return (
    <TrendSheet
      name="Watts per heartbeat"
      says={sayBeat(shown.beat)}
      working={slope && { label: 'slope a month', of: workedSlope(slope, 'W per heartbeat', 3) }}
      {...(shown.beat.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                {...{ span, height }}
                dots={shown.beat.map(dotOf)}
                slope={slope}
                under={under?.beat.map(dotOf) ?? []}
                print={(value) => roundTo(value, 2).toFixed(2)}
              />
            ),
          })}
    />
  );
}

/** How far the heart drifted, and at what length. */
export function DriftSheet({ rider, span, shown, under }: Shown) {
  const known = (points: readonly BeatPoint[]) =>
    points.flatMap(({ rideId, date, driftPercent, driftS }) =>
      driftPercent === null
        ? []
        : [
            {
              ...{ to: rideAddress(rider, rideId), date, value: driftPercent },
              says: `at ${printClock(driftS ?? 0)}`,
            },
          ],
    );
  const dots = known(shown.beat);
  const durable = dots.filter(({ value }) => value < 5).length;
  return (
    <TrendSheet
      name="Heart drift"
      says={
        dots.length === 0
          ? 'No steady ride of 50:00 with watts and heart rate yet.'
          : `${durable} of ${dots.length} steady rides stayed under 5 %: durable at their length.`
      }
      {...(dots.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                {...{ span, height, dots }}
                under={known(under?.beat ?? [])}
                print={(value) => `${roundTo(value, 1)} %`}
                across={[5]}
              />
            ),
          })}
    />
  );
}
