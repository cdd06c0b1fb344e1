import type { Rider, RideWhole } from '@uphill/api';
import {
  bandsFor,
  isByHeart,
  layOver,
  type Scheme,
  THREE_DOMAINS,
  timeInZonesOf,
} from '@uphill/core/zones';
import { printDuration, roundHalfUp, roundTo } from '@uphill/core/units';
import { type RideFigures, rideFigures } from '@uphill/core/review';
import type { Worked } from '@uphill/core/working';
import { anchorsOnDay, healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { FactLine } from '../../ui/FactLine.tsx';
import { useSchemes } from '../../shared/useSchemes.ts';
import { lengthWords, rpeOf } from '../../shared/rideWords.ts';

/** One figure of a ride; with its working where it was reckoned here. */
interface Line {
  readonly name: string;
  readonly text: string;
  readonly working?: Worked<unknown>;
}

/** The figures of a ride, and the time in the rider's zones of its day. */
export function RideNumbers({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const { ftpW } = riderOnDay(rider, ride.date);
  const figures = rideFigures(ride.numbers, { ftpW, minutes: ride.minutes, rpe: rpeOf(ride) });
  const { numbers } = ride;
  const scheme = useSchemes().ofRider(rider);
  const lines = [
    ...powerLines(ride, figures),
    ...heartLines(ride, healthOnDay(rider, ride.date).heartRate),
  ];
  return (
    <section className="sheet" aria-label="Numbers">
      <h2>
        Numbers
        {figures.loadFrom === 'power' && (
          <span className="soft small"> with FTP {ftpW} W of that day</span>
        )}
      </h2>
      {ride.recordings.length > 0 && numbers === null && (
        <p className="soft">The recording is being read. The figures follow.</p>
      )}
      <dl className="ride-numbers">
        {lines.map((line) => (
          <FactLine key={line.name} {...line} />
        ))}
      </dl>
      {figures.load === null && (
        <p className="soft small mb-0">Load needs watts and an FTP of that day, or an RPE.</p>
      )}
      {numbers && <Zones {...{ rider, ride, scheme }} seconds={numbers.movingS} />}
      {numbers && scheme.id !== THREE_DOMAINS.id && (
        <Zones {...{ rider, ride }} scheme={THREE_DOMAINS} seconds={numbers.movingS} />
      )}
    </section>
  );
}

function powerLines(
  ride: RideWhole,
  { intensityRatio, load, loadFrom, energyKj }: RideFigures,
): Line[] {
  const { meanW = null, surgeW = null } = ride.numbers ?? {};
  return [
    { name: ride.recordings.length > 0 ? 'Moving' : 'Length', text: lengthWords(ride) },
    ...(meanW === null ? [] : [{ name: 'Mean', text: `${roundHalfUp(meanW)} W` }]),
    ...(surgeW === null ? [] : [{ name: 'Surge-weighted', text: `${roundHalfUp(surgeW)} W` }]),
    ...(surgeW === null || !meanW
      ? []
      : [{ name: 'Smoothness', text: roundTo(surgeW / meanW, 2).toFixed(2) }]),
    ...(intensityRatio
      ? [
          {
            name: 'Intensity ratio',
            text: roundTo(intensityRatio.value, 2).toFixed(2),
            working: intensityRatio,
          },
        ]
      : []),
    ...(load
      ? [
          {
            name: loadFrom === 'effort' ? 'Load, from effort' : 'Load',
            text: String(roundHalfUp(load.value)),
            working: load,
          },
        ]
      : []),
    ...(energyKj
      ? [{ name: 'Energy', text: `${roundHalfUp(energyKj.value)} kJ`, working: energyKj }]
      : []),
  ];
}

/** Heart rates, where they tell anything of this rider. */
function heartLines({ numbers }: RideWhole, tells: boolean): Line[] {
  const { meanBpm = null, highestBpm = null, meanW = null } = (tells ? numbers : null) ?? {};
  return [
    ...(meanBpm === null || meanW === null
      ? []
      : [{ name: 'Watts per heartbeat', text: roundTo(meanW / meanBpm, 2).toFixed(2) }]),
    ...(meanBpm === null ? [] : [{ name: 'Mean heart rate', text: `${roundHalfUp(meanBpm)} bpm` }]),
    ...(highestBpm === null ? [] : [{ name: 'Highest', text: `${highestBpm} bpm` }]),
  ];
}

/** Time in the zones of the rider's scheme, laid over what counted on the day. */
function Zones({
  rider,
  ride,
  scheme,
  seconds,
}: {
  rider: Rider;
  ride: RideWhole;
  scheme: Scheme;
  seconds: number;
}) {
  const anchors = anchorsOnDay(rider, ride.date);
  const histogram = isByHeart(scheme) ? ride.bpmSeconds : ride.wattSeconds;
  const laid = layOver(scheme, anchors);
  if (histogram.length === 0 || 'missing' in laid) return null;
  const bands = bandsFor(scheme, laid.anchors);
  const time = timeInZonesOf(bands, histogram, seconds);
  const most = Math.max(...time.seconds, 1);
  return (
    <>
      <h3 className="mt-3">
        {scheme.name}
        {laid.assumed && <span className="soft small"> from FTP, no lactate test says them</span>}
      </h3>
      <ul className="ride-zones" aria-label={`Time in zones, ${scheme.name}`}>
        {bands.map(({ rule: { name } }, index) => {
          const inBand = time.seconds[index] ?? 0;
          return (
            <li key={name}>
              <span>
                {index + 1} {name}
              </span>
              <span className="ride-zone-bar" aria-hidden>
                <i
                  style={{
                    width: `${(100 * inBand) / most}%`,
                    background: `var(--zone-${Math.min(7, index + 1)})`,
                  }}
                />
              </span>
              <span className="text-end">{printDuration(inBand)}</span>
            </li>
          );
        })}
      </ul>
      {time.missing > 0 && (
        <p className="soft small mb-0">{printDuration(time.missing)} without a reading.</p>
      )}
    </>
  );
}
