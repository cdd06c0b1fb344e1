import {
  type BeatPoint,
  beatSlope,
  type DriftPoint,
  sayBeat,
  sayDrift,
  workedDrift,
  workedSlope,
} from '@uphill/core/review';
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
      working={
        slope && {
          ...{ label: 'slope a month', digits: 3 },
          of: workedSlope(slope, 'W per heartbeat', 3),
        }
      }
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
  const last = shown.drift.at(-1);
  const dotOf = ({ rideId, date, percent, seconds }: DriftPoint) => ({
    ...{ to: rideAddress(rider, rideId), date, value: percent },
    says: `${printClock(seconds)} after its first 10:00`,
  });
  return (
    <TrendSheet
      name="Heart drift"
      says={sayDrift(shown.drift)}
      working={last ? { label: 'the last steady ride', of: workedDrift(last) } : null}
      {...(shown.drift.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                {...{ span, height }}
                dots={shown.drift.map(dotOf)}
                under={under?.drift.map(dotOf) ?? []}
                print={(value) => `${roundTo(value, 1)} %`}
                across={[5]}
              />
            ),
          })}
    />
  );
}
