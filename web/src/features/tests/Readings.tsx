import { expectedRampEnd, ftpFromReading, printClock, type ProtocolId, type RampShape, roundHalfUp, type Stretch } from '@uphill/core';
import Form from 'react-bootstrap/Form';
import { Figure } from '../../ui/Figure.tsx';
import { Wrong } from '../../ui/messages.tsx';
import type { ProtocolReading, useReading } from './useReading.ts';

/** What is read off the effort; a ramp gives two readings side by side. */
export function Readings({ test }: { test: ReturnType<typeof useReading> }) {
  const { readings, protocol, meanBpm, refusal } = test;
  const threshold = protocol.reading.kind === 'steadyHeartRate' || protocol.id === 'twenty-minute';
  return (
    <section className="sheet mb-3" aria-live="polite">
      <h2>{test.ramp ? 'Two readings off one ramp' : 'The reading'}</h2>
      {readings.map((each) => (
        <OneReading key={each.protocol.id} {...each} chosen={each.protocol.id === protocol.id} choose={readings.length > 1 ? test.choose : null} />
      ))}
      {test.ramp && <p className="soft small mb-2">Two schools. On one-minute stages the second runs 1–13 % higher; that is no disagreement.</p>}
      {meanBpm !== null && (
        <p className="mb-0">
          Mean heart rate <strong className="pulse">{meanBpm} bpm</strong>
          {threshold ? ', an estimate of threshold' : ''}
        </p>
      )}
      {refusal && <Wrong>{refusal}</Wrong>}
    </section>
  );
}

function OneReading({ protocol, reading, chosen, choose }: ProtocolReading & { chosen: boolean; choose: ((id: ProtocolId) => void) | null }) {
  if (!reading.ok) return <p className="soft">{reading.reason}</p>;
  if (protocol.ftpPercent === null) return null;
  const ftp = ftpFromReading(protocol, reading.value.value);
  return (
    <div className={chosen ? 'reading reading-chosen' : 'reading'}>
      {choose ? (
        <Form.Check type="radio" name="reading" id={`reading-${protocol.id}`} label={protocol.name} checked={chosen} onChange={() => choose(protocol.id)} />
      ) : (
        <strong>{protocol.name}</strong>
      )}
      <div className="reading-sum">
        <Figure working={reading.value} label={protocol.readingName}>{`${roundHalfUp(reading.value.value)} W`}</Figure>
        <span className="soft"> × {(protocol.ftpPercent / 100).toFixed(2)} = </span>
        <Figure working={ftp} label={`FTP by ${protocol.name}`}>{`${ftp.value} W`}</Figure>
      </div>
    </div>
  );
}

/** Where the ramp should have ended for the FTP of before, beside where it did. */
export function ExpectedEnd({ ftpW, ramp, effort }: { ftpW: number; ramp: RampShape; effort: Stretch | null }) {
  const end = expectedRampEnd(ftpW, ramp);
  return (
    <section className="sheet mb-3">
      <h2>Expected end</h2>
      <p className="mb-0">
        With the {ftpW} W of before, the ramp should end{' '}
        <Figure working={end} label="Expected end of the ramp">{`${roundHalfUp(end.value.secondsIntoStage)} s into ${end.value.stageW} W`}</Figure>, after{' '}
        {printClock(end.value.rampSeconds)}.{effort && ` It lasted ${printClock(effort.endS - effort.startS)}.`}
      </p>
    </section>
  );
}
