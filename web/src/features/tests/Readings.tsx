import {
  expectedRampEnd,
  type ProtocolId,
  type RampShape,
  type Stretch,
} from '@uphill/core/testing';
import { printClock, roundHalfUp } from '@uphill/core/units';
import Form from 'react-bootstrap/Form';
import { Figure } from '../../ui/Figure.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { ResultFigures } from './ResultFigures.tsx';
import type { ProtocolReading, useReading } from './useReading.ts';

/** What is read off the efforts; a ramp gives two readings side by side. */
export function Readings({ test }: { test: ReturnType<typeof useReading> }) {
  const { readings, protocol, result, refusal } = test;
  const pair = readings.length > 1;
  return (
    <section className="sheet mb-3" aria-live="polite">
      <h2>{pair ? 'Two readings from one ramp' : 'The reading'}</h2>
      {readings.map((each) => (
        <OneReading
          key={each.protocol.id}
          {...each}
          chosen={each.protocol.id === protocol.id}
          choose={pair ? test.choose : null}
        />
      ))}
      {pair && (
        <p className="soft small mb-2">
          Two schools. On one-minute stages the second runs 1–13 % higher; that is no disagreement.
        </p>
      )}
      {pair && result?.meanBpm != null && (
        <p className="mb-0">
          Mean heart rate <strong className="pulse">{result.meanBpm} bpm</strong>
        </p>
      )}
      {refusal && <Wrong>{refusal}</Wrong>}
    </section>
  );
}

function OneReading({
  protocol,
  read,
  result,
  chosen,
  choose,
}: ProtocolReading & { chosen: boolean; choose: ((id: ProtocolId) => void) | null }) {
  const label = choose ? (
    <Form.Check
      type="radio"
      name="reading"
      id={`reading-${protocol.id}`}
      label={protocol.name}
      checked={chosen}
      onChange={() => choose(protocol.id)}
    />
  ) : (
    <strong>{protocol.name}</strong>
  );
  if (!read.ok || !result.ok) {
    let reason: string;
    if (!read.ok) reason = read.reason;
    else if (!result.ok) reason = result.reason;
    else reason = '';
    return (
      <div className="reading">
        {label}
        <p className="soft mb-0">{reason}</p>
      </div>
    );
  }
  const { readings } = read.value;
  const { ftp } = result.value;
  const only = readings.length === 1 ? readings[0] : undefined;
  return (
    <div className={chosen && choose ? 'reading reading-chosen' : 'reading'}>
      {label}
      {only && ftp && protocol.ftpPercent !== null ? (
        <div className="reading-sum">
          <Figure
            working={only.working}
            label={protocol.readingName}
          >{`${roundHalfUp(only.working.value)} W`}</Figure>
          <span className="soft"> × {(protocol.ftpPercent / 100).toFixed(2)} = </span>
          <Figure working={ftp} label={`FTP by ${protocol.name}`}>{`${ftp.value} W`}</Figure>
        </div>
      ) : (
        <p className="reading-sum mb-0">
          {readings.map(({ name, working }) => (
            <span key={name} className="me-3">
              <span className="soft">{name} </span>
              <Figure working={working} label={name}>{`${roundHalfUp(working.value)} W`}</Figure>
            </span>
          ))}
        </p>
      )}
      {!choose && (
        <ResultFigures result={only && ftp ? { ...result.value, ftp: null } : result.value} />
      )}
    </div>
  );
}

/** Where the ramp should have ended for the FTP of before, beside where it did. */
export function ExpectedEnd({
  ftpW,
  ramp,
  effort,
}: {
  ftpW: number;
  ramp: RampShape;
  effort: Stretch | null;
}) {
  const end = expectedRampEnd(ftpW, ramp);
  return (
    <section className="sheet mb-3">
      <h2>Expected end</h2>
      <p className="mb-0">
        With the {ftpW} W of before, the ramp should end{' '}
        <Figure
          working={end}
          label="Expected end of the ramp"
        >{`${roundHalfUp(end.value.secondsIntoStage)} s into ${end.value.stageW} W`}</Figure>
        , after {printClock(end.value.rampSeconds)}.
        {effort && ` It lasted ${printClock(effort.endS - effort.startS)}.`}
      </p>
    </section>
  );
}
