import { printDuration, type RiderOnDay, roundHalfUp, roundTo, type SessionNumbers, type Worked } from '@uphill/core';
import { Figure } from '../../ui/Figure.tsx';

/** What a session asks of one rider, every figure with its working. */
export function Asks({ asks, rider }: { asks: SessionNumbers; rider: RiderOnDay }) {
  const fromEffort = asks.surgeWeightedW === null || rider.ftpW === null;
  return (
    <section className="sheet asks" aria-label={`What this asks of ${rider.firstName}`}>
      <h2>What this asks of {rider.firstName}</h2>
      <dl>
        <Line name="Time at target" working={asks.timeAtTargetS} print={printDuration(asks.timeAtTargetS.value)} />
        <Line name="In all" working={asks.totalS} print={printDuration(asks.totalS.value)} />
        <Line name={fromEffort ? 'Load, from effort' : 'Load'} working={asks.load} print={String(roundHalfUp(asks.load.value))} />
        {asks.surgeWeightedW && <Line name="Surge-weighted power" working={asks.surgeWeightedW} print={`${roundHalfUp(asks.surgeWeightedW.value)} W`} />}
        {asks.intensityRatio && <Line name="Intensity ratio" working={asks.intensityRatio} print={roundTo(asks.intensityRatio.value, 2).toFixed(2)} />}
        {asks.energyKj && <Line name="Energy" working={asks.energyKj} print={`${roundHalfUp(asks.energyKj.value)} kJ`} />}
      </dl>
      {asks.uncounted > 0 && (
        <p className="mb-0">
          {asks.uncounted === 1 ? 'One step needs' : `${asks.uncounted} steps need`} a target. Hatched on the road, and not counted in load.
        </p>
      )}
      {rider.ftpW !== null && <p className="soft small mb-0">Reckoned with FTP {rider.ftpW} W. On its day, it counts with the FTP of that day.</p>}
    </section>
  );
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
