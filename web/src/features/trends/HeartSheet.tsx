import { sayHeart, workedOff } from '@uphill/core/review';
import { printSigned, roundTo } from '@uphill/core/units';
import { TrendDots } from '../../charts/TrendDots.tsx';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** The heart of each ride beside the usual line of its day. */
export function HeartSheet({ rider, span, shown, under }: Shown) {
  const name = 'Heart rate against watts';
  if (!healthOnDay(rider, span.to).heartRate)
    return (
      <TrendSheet
        name={name}
        says="The health screen rules heart rate out: nothing is read from it."
      />
    );
  const last = shown.heart.at(-1);
  const dotOf = (point: (typeof shown.heart)[number]) => ({
    ...{ to: rideAddress(rider, point.rideId), date: point.date, value: point.offPercent },
    says: [point.word, `noise ± ${roundTo(point.noisePercent, 1)} %`, ...point.beside].join(', '),
    apart: point.word === 'as usual',
  });
  return (
    <TrendSheet
      name={name}
      says={sayHeart(shown.heart)}
      working={last ? { label: 'the last ride off its line', of: workedOff(last) } : null}
      {...(shown.heart.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                dots={shown.heart.map(dotOf)}
                under={under?.heart.map(dotOf) ?? []}
                span={span}
                height={height}
                print={(value) => `${printSigned(value, 1)} %`}
                across={[-5, 0, 5]}
              />
            ),
          })}
    >
      <p className="soft small mb-0 trend-note">
        Off the usual line of the 42 days before. Hollow: as usual. A low heart is fitness or
        tiredness; how it felt tells which.
      </p>
    </TrendSheet>
  );
}
