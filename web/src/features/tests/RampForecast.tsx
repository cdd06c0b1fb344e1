import { expectedRampEnd, proposeRamp, type RampShape } from '@uphill/core/testing';
import { printClock, roundHalfUp } from '@uphill/core/units';
import { Figure } from '../../ui/Figure.tsx';
import { rampWords } from './rampWords.ts';

/** Before a ramp: its shape for this rider, and where it should end for the FTP that is expected. */
export function RampForecast({ ftpW, last }: { ftpW: number | null; last: RampShape | null }) {
  if (ftpW === null) return null;
  const { shape, from, instead } = proposeRamp(ftpW, last);
  return (
    <section className="sheet mb-3">
      <h2>The ramp, and where it should end</h2>
      <p className="soft mb-2">
        Based on FTP {ftpW} W. Start and step can be changed on the test day.
      </p>
      <ul className="history">
        <RampLine
          ftpW={ftpW}
          shape={shape}
          name={from === 'last' ? 'As last time' : 'Made for this rider'}
        />
        {instead && <RampLine ftpW={ftpW} shape={instead.shape} name="Made for this rider" />}
      </ul>
      {instead && <p className="mb-0">The ramp of last time no longer fits. {instead.says}</p>}
    </section>
  );
}

function RampLine({ ftpW, shape, name }: { ftpW: number; shape: RampShape; name: string }) {
  return (
    <li>
      <span>
        {name}: {rampWords(shape)}
      </span>
      <RampEnd ftpW={ftpW} shape={shape} />
    </li>
  );
}

/** Where a ramp should end, with its working. */
export function RampEnd({ ftpW, shape }: { ftpW: number; shape: RampShape }) {
  const end = expectedRampEnd(ftpW, shape);
  const { secondsIntoStage, stageW, rampSeconds } = end.value;
  return (
    <Figure working={end} label={`Expected end of ${rampWords(shape)}`}>
      {`${roundHalfUp(secondsIntoStage)} s into ${stageW} W, ${printClock(rampSeconds)} in all`}
    </Figure>
  );
}
