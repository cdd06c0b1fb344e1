import { isByHeart, type Scheme, timeInZones } from '@uphill/core/zones';
import { printCarbohydrate, sessionCarbohydrate } from '@uphill/core/fuel';
import { printDuration, roundHalfUp, roundTo } from '@uphill/core/units';
import {
  type RiderOnDay,
  type RoadZones,
  type SessionNumbers,
  streamOf,
} from '@uphill/core/sessions';
import Form from 'react-bootstrap/Form';
import { worked, type Worked } from '@uphill/core/working';
import { Figure } from '../../ui/Figure.tsx';

interface Props {
  readonly asks: SessionNumbers;
  readonly rider: RiderOnDay;
  /** What its road and its time in zones are shown by; null without watts. */
  readonly zones: RoadZones | null;
  /** Shows them by another scheme; left out where it stays with the rider's own. */
  readonly choose?: (scheme: Scheme) => void;
}

/** What a session asks of one rider, every figure with its working. */
export function Asks({ asks, rider, zones, choose }: Props) {
  const carbs = sessionCarbohydrate(asks, rider.massKg);
  const inTarget = zones && timeInHardest(asks, zones);
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
      {zones && choose && <SchemeChoice zones={zones} rider={rider} choose={choose} />}
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

/** Whose zones the road and the time in zones are shown by: the rider's own, until another is chosen. */
function SchemeChoice({
  zones,
  rider,
  choose,
}: Pick<Props, 'rider'> & { zones: RoadZones; choose: (scheme: Scheme) => void }) {
  const schemes = (rider.zones?.all ?? [zones.scheme]).filter((scheme) => !isByHeart(scheme));
  return (
    <label className="scheme-choice">
      Zones shown
      <Form.Select
        size="sm"
        value={zones.scheme.id}
        onChange={({ target }) => {
          const scheme = schemes.find(({ id }) => id === target.value);
          if (scheme) choose(scheme);
        }}
      >
        {schemes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Form.Select>
    </label>
  );
}

/** Time in the hardest zone that holds at least a minute of the session, with the time in every other. */
function timeInHardest(
  asks: SessionNumbers,
  { scheme, bands }: RoadZones,
): { name: string; working: Worked } | null {
  const stream = streamOf(asks.segments);
  if (!stream || stream.length === 0) return null;
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
    name: `zone ${band.rule.number} of ${scheme.name}`,
    working: worked(
      seconds[hardest] ?? 0,
      '',
      `Seconds of the planned session in each zone of ${scheme.name}`,
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
