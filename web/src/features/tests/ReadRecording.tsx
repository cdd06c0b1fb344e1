import type { RecordingWithStreams, Rider } from '@uphill/api';
import { checkTest, expectedRampEnd, ftpFromReading, ftpRefusal, meanHeartRate, PROTOCOLS, printClock, type ProtocolId, protocolOf, RAMPS, readRampMinute, readRampStage, readSteady, roundHalfUp, type Stretch, type Worked } from '@uphill/core';
import { type ReactNode, useMemo, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { plusDays, today } from '../../app/dates.ts';
import { ftpOnDay, riderOnDay } from '../../app/riderOnDay.ts';
import { Field } from '../../ui/Field.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { Checks } from './Checks.tsx';
import { EdgeField } from './EdgeField.tsx';
import { StoreReading } from './StoreReading.tsx';
import { useEffort } from './useEffort.ts';

interface Props {
  readonly rider: Rider;
  readonly recording: RecordingWithStreams;
  readonly watts: Float64Array;
  readonly guess: (typeof RAMPS)[number] | null;
  readonly chart: (effort: Stretch | null, move: (edge: 'start' | 'end', second: number) => void) => ReactNode;
}

const RAMP_PAIR: readonly ProtocolId[] = ['ramp', 'full-stage-ramp'];

/** Reads a test off its recording: the effort follows the edges, and the reading, FTP and checks follow the effort. */
export function ReadRecording({ rider, recording, watts, guess, chart }: Props) {
  const byHeart = rider.powerSource === 'none';
  const [protocolId, setProtocolId] = useState<ProtocolId>(byHeart ? 'heart-rate-twenty' : guess ? 'ramp' : 'twenty-minute');
  const [startW, setStartW] = useState(String(guess?.startW ?? 100));
  const [stepW, setStepW] = useState(String(guess?.stepW ?? 20));
  const ramp = useMemo(() => ({ startW: bounded(startW, 20, 400, 100), stepW: bounded(stepW, 5, 60, 20) }), [startW, stepW]);
  const { found, effort, move, fixed, byHand, asFound } = useEffort(watts, protocolId, ramp);
  const date = recording.startedAt?.slice(0, 10) ?? today();
  const expectedW = ftpOnDay(rider, date)?.usedW ?? null;
  const isRamp = fixed === null;
  const protocol = protocolOf(protocolId);

  const readings = useMemo(() => (effort ? (isRamp ? RAMP_PAIR : [protocolId]).map((id) => ({ protocol: protocolOf(id), reading: read(id, watts, effort, ramp) })) : []), [effort, isRamp, protocolId, watts, ramp]);
  const chosen = readings.find((each) => each.protocol.id === protocolId);
  const readingW = chosen?.reading && chosen.reading.ok ? chosen.reading.value : null;
  const ftp = readingW && protocol.ftpPercent !== null ? ftpFromReading(protocol, readingW.value) : null;
  const refusal = ftp ? ftpRefusal(ftp.value) : null;
  const meanBpm = effort && recording.bpm ? meanHeartRate(recording.bpm.slice(effort.startS, effort.endS)) : null;

  const { data: tests = [] } = api.useTestsQuery(rider.id);
  const checks = useMemo(
    () =>
      effort
        ? checkTest({
            protocol,
            date,
            ftpW: ftp?.value ?? null,
            expectedFtpW: expectedW,
            powerSource: rider.powerSource,
            maximalBpm: riderOnDay(rider, date).maximalBpm,
            earlier: tests.filter((test) => test.date < date).map((test) => ({ protocolId: test.protocol, date: test.date, ftpW: test.measuredW, powerSource: test.powerSource })),
            recording: { watts, bpm: recording.bpm, rpm: recording.rpm, effort },
          })
        : [],
    [effort, protocol, date, ftp?.value, expectedW, rider, tests, watts, recording],
  );

  return (
    <div className="columns">
      <section className="sheet" aria-label="The recording and its effort">
        <div className="entry-row">
          <Field label="Protocol">
            {(control) => (
              <Form.Select {...control} value={protocolId} onChange={({ target }) => setProtocolId(target.value as ProtocolId)}>
                {PROTOCOLS.filter(({ ftpPercent }) => !byHeart || ftpPercent === null).map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
            )}
          </Field>
          {isRamp && (
            <>
              <Field label="Start, W">{(control) => <Form.Control {...control} inputMode="numeric" value={startW} onChange={({ target }) => setStartW(target.value)} />}</Field>
              <Field label="Step, W">{(control) => <Form.Control {...control} inputMode="numeric" value={stepW} onChange={({ target }) => setStepW(target.value)} />}</Field>
            </>
          )}
          <EdgeField label="Effort from" second={effort?.startS ?? null} set={(second) => move('start', second)} />
          <EdgeField label="to" second={effort?.endS ?? null} set={(second) => move('end', second)} />
        </div>
        {found && !found.ok && !byHand && <Wrong>{found.reason}</Wrong>}
        {chart(effort, move)}
        <p className="soft small">
          {fixed === null ? 'Drag an edge, or choose it and use ← →; with Shift ten seconds at a time.' : `The effort is ${printClock(fixed)} long and moves as one. Drag an edge, or choose it and use ← →.`}
          {byHand && (
            <button type="button" className="btn btn-link btn-sm p-0 ms-2 align-baseline" onClick={asFound}>
              Back to the effort as found
            </button>
          )}
        </p>
        <Checks checks={checks} />
      </section>
      <div>
        <section className="sheet mb-3" aria-live="polite">
          <h2>{isRamp ? 'Two readings off one ramp' : 'The reading'}</h2>
          {readings.map((each) => (
            <ReadingLine key={each.protocol.id} protocolId={each.protocol.id} reading={each.reading} chosen={each.protocol.id === protocolId} choose={readings.length > 1 ? setProtocolId : null} />
          ))}
          {isRamp && <p className="soft small mb-2">Two schools. On one-minute stages the second runs 1–13 % higher; that is no disagreement.</p>}
          {meanBpm !== null && (
            <p className="mb-0">
              Mean heart rate <strong className="pulse">{roundHalfUp(meanBpm)} bpm</strong>
              {protocol.reading.kind === 'steadyHeartRate' || protocolId === 'twenty-minute' ? ', an estimate of threshold' : ''}
            </p>
          )}
          {refusal && <Wrong>{refusal}</Wrong>}
        </section>
        {isRamp && expectedW !== null && <ExpectedEnd ftpW={expectedW} ramp={ramp} effort={effort} />}
        {effort && (readingW ?? meanBpm) !== null && !refusal && (
          <StoreReading
            key={`${protocolId}.${ftp?.value ?? ''}`}
            rider={rider}
            ftpW={ftp?.value ?? null}
            test={{
              protocol: protocolId,
              date,
              powerSource: rider.powerSource,
              ramp: isRamp ? ramp : null,
              readingW: protocol.ftpPercent === null ? null : (readingW?.value ?? null),
              meanBpm: meanBpm === null ? null : roundHalfUp(meanBpm),
              expectedW,
              effort: { recordingId: recording.id, ...effort },
              note: '',
            }}
            countsFrom={plusDays(date, 1)}
          />
        )}
      </div>
    </div>
  );
}

function read(id: ProtocolId, watts: Float64Array, effort: Stretch, ramp: { startW: number; stepW: number }) {
  const { reading } = protocolOf(id);
  if (reading.kind === 'rampMinute') return readRampMinute(watts, effort);
  if (reading.kind === 'rampStage') return readRampStage(watts, effort, ramp);
  return { ok: true as const, value: readSteady(watts, effort) };
}

function ReadingLine({ protocolId, reading, chosen, choose }: { protocolId: ProtocolId; reading: { ok: true; value: Worked } | { ok: false; reason: string }; chosen: boolean; choose: ((id: ProtocolId) => void) | null }) {
  const protocol = protocolOf(protocolId);
  if (!reading.ok) return <p className="soft">{reading.reason}</p>;
  if (protocol.ftpPercent === null) return null;
  const ftp = ftpFromReading(protocol, reading.value.value);
  return (
    <div className={chosen ? 'reading reading-chosen' : 'reading'}>
      {choose ? <Form.Check type="radio" name="reading" id={`reading-${protocolId}`} label={protocol.name} checked={chosen} onChange={() => choose(protocolId)} /> : <strong>{protocol.name}</strong>}
      <div className="reading-sum">
        <Figure working={reading.value} label={protocol.readingName}>{`${roundHalfUp(reading.value.value)} W`}</Figure>
        <span className="soft"> × {(protocol.ftpPercent / 100).toFixed(2)} = </span>
        <Figure working={ftp} label={`FTP by ${protocol.name}`}>{`${ftp.value} W`}</Figure>
      </div>
    </div>
  );
}

function ExpectedEnd({ ftpW, ramp, effort }: { ftpW: number; ramp: { startW: number; stepW: number }; effort: Stretch | null }) {
  const end = expectedRampEnd(ftpW, ramp);
  const ridden = effort ? effort.endS - effort.startS : null;
  return (
    <section className="sheet mb-3">
      <h2>Expected end</h2>
      <p className="mb-0">
        With the {ftpW} W of before, the ramp should end <Figure working={end} label="Expected end of the ramp">{`${roundHalfUp(end.value.secondsIntoStage)} s into ${end.value.stageW} W`}</Figure>, after {printClock(end.value.rampSeconds)}.
        {ridden !== null && ` It lasted ${printClock(ridden)}.`}
      </p>
    </section>
  );
}

function bounded(text: string, low: number, high: number, otherwise: number): number {
  const value = Math.round(Number(text));
  return value >= low && value <= high ? value : otherwise;
}
