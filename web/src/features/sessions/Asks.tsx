import { bandsFor, SEVEN_STEPS, timeInZones } from '@uphill/core/zones';
import { printCarbohydrate, sessionCarbohydrate } from '@uphill/core/fuel';
import { printDuration, roundHalfUp, roundTo } from '@uphill/core/units';
import { type RiderOnDay, type SessionNumbers, streamOf } from '@uphill/core/sessions';
import { worked, type Worked } from '@uphill/core/working';
import { Figure } from '../../ui/Figure.tsx';

/** What a session asks of one rider, every figure with its working. */
export function Asks({ asks, rider }: { asks: SessionNumbers; rider: RiderOnDay }) {
  const carbs = sessionCarbohydrate(asks);
  const inTarget = timeInHardest(asks, rider);
  const fromEffort = asks.surgeWeightedW === null || rider.ftpW === null;
  return (
    <section className="sheet asks" aria-label={`What this asks of ${rider.firstName}`}>
      <h2>What this asks of {rider.firstName}</h2>
      <dl>
        <Line
          name="Time at target"
          working={asks.timeAtTargetS}
          print={printDuration(asks.timeAtTargetS.value)}
        />
        <Line name="Total time" working={asks.totalS} print={printDuration(asks.totalS.value)} />
        <Line
          name={fromEffort ? 'Load, from effort' : 'Load'}
          working={asks.load}
          print={String(roundHalfUp(asks.load.value))}
        />
        {asks.surgeWeightedW && (
          <Line
            name="Surge-weighted power"
            working={asks.surgeWeightedW}
            print={`${roundHalfUp(asks.surgeWeightedW.value)} W`}
          />
        )}
        {asks.intensityRatio && (
          <Line
            name="Intensity ratio"
            working={asks.intensityRatio}
            print={roundTo(asks.intensityRatio.value, 2).toFixed(2)}
          />
        )}
        {inTarget && (
          <Line
            name={`In ${inTarget.name}`}
            working={inTarget.working}
            print={printDuration(inTarget.working.value)}
          />
        )}
        {asks.energyKj && (
          <Line
            name="Energy"
            working={asks.energyKj}
            print={`${roundHalfUp(asks.energyKj.value)} kJ, about ${roundHalfUp(asks.energyKj.value)} kcal`}
          />
        )}
        {carbs && <Line name="Carbohydrate" working={carbs} print={printCarbohydrate(carbs)} />}
      </dl>
      {asks.uncounted > 0 && (
        <p className="mb-0">
          {asks.uncounted === 1 ? 'One step needs' : `${asks.uncounted} steps need`} a target.
          Hatched on the road, and not counted in load.
        </p>
      )}
      {rider.ftpW !== null && (
        <p className="soft small mb-0">
          Based on FTP {rider.ftpW} W. On the day it uses that day’s FTP.
        </p>
      )}
    </section>
  );
}

/** Time in the hardest zone that holds at least a minute of the session, with the time in every other. */
function timeInHardest(
  asks: SessionNumbers,
  rider: RiderOnDay,
): { name: string; working: Worked } | null {
  const stream = rider.ftpW === null ? null : streamOf(asks.segments);
  if (!stream || rider.ftpW === null || stream.length === 0) return null;
  const bands = bandsFor(SEVEN_STEPS, { ftp: rider.ftpW });
  const { seconds } = timeInZones(bands, stream);
  const hardest = seconds.findLastIndex((each) => each >= 60);
  const band = bands[hardest];
  if (!band) return null;
  const lines = bands.flatMap(({ rule }, index) =>
    (seconds[index] ?? 0) > 0
      ? [[`${rule.number} ${rule.name}`, printDuration(seconds[index] ?? 0)] as const]
      : [],
  );
  return {
    name: `zone ${band.rule.number} of Seven steps`,
    working: worked(
      seconds[hardest] ?? 0,
      '',
      'Seconds of the planned session in each zone of Seven steps',
      lines,
    ),
  };
}

function Line({ name, working, print }: { name: string; working: Worked; print: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        <Figure working={working} label={name}>
          {print}
        </Figure>
      </dd>
    </div>
  );
}
