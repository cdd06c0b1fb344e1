import { expectedRampEnd, printClock, RAMPS, roundHalfUp } from '@uphill/core';
import { Figure } from '../../ui/Figure.tsx';

/** Before a ramp: where it should end for the FTP that is expected. */
export function RampForecast({ ftpW }: { ftpW: number | null }) {
  if (ftpW === null) return null;
  return (
    <section className="sheet mb-3">
      <h2>Where a ramp should end</h2>
      <p className="soft mb-2">For the FTP in use, {ftpW} W.</p>
      <ul className="history">
        {RAMPS.map((ramp) => {
          const end = expectedRampEnd(ftpW, ramp);
          return (
            <li key={ramp.id}>
              <span>
                {ramp.name}: {ramp.startW} W, +{ramp.stepW} W
                {end.value.tooShort && (
                  <span className="soft small d-block">
                    only {printClock(end.value.rampSeconds)}:{' '}
                    {ramp.id === 'light' ? 'short even so' : 'too short, take the light one'}
                  </span>
                )}
              </span>
              <Figure
                working={end}
                label={`Expected end of the ${ramp.name.toLowerCase()} ramp`}
              >{`${roundHalfUp(end.value.secondsIntoStage)} s into ${end.value.stageW} W`}</Figure>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
