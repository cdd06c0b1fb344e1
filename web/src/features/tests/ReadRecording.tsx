import type { RecordingWithStreams, Rider } from '@uphill/api';
import { PROTOCOLS, printClock, type ProtocolId, type RampShape, type Stretch } from '@uphill/core';
import type { ReactNode } from 'react';
import type { MoveEdge } from '../../charts/EffortEdges.tsx';
import Form from 'react-bootstrap/Form';
import { plusDays } from '../../app/dates.ts';
import { Field } from '../../ui/Field.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { Checks } from './Checks.tsx';
import { EdgeField } from './EdgeField.tsx';
import { ExpectedEnd, Readings } from './Readings.tsx';
import { StoreReading } from './StoreReading.tsx';
import { useReading } from './useReading.ts';

interface Props {
  readonly rider: Rider;
  readonly recording: RecordingWithStreams;
  readonly watts: Float64Array;
  readonly guess: RampShape | null;
  readonly chart: (effort: Stretch | null, move: MoveEdge) => ReactNode;
}

/** A test read off its recording: the effort on the drawing, the reading and FTP beside it, the decision below. */
export function ReadRecording({ rider, recording, watts, guess, chart }: Props) {
  const test = useReading(rider, recording, watts, guess);
  const { effort, found, move } = test;
  const readable = test.readingW ?? test.meanBpm;
  return (
    <div className="columns">
      <section className="sheet" aria-label="The recording and its effort">
        <Controls test={test} />
        {found && !found.ok && !test.byHand && <Wrong>{found.reason}</Wrong>}
        {chart(effort, move)}
        <p className="soft small">
          {test.fixed === null
            ? 'Drag an edge, or choose it and use ← →; with Shift ten seconds at a time.'
            : `The effort is ${printClock(test.fixed)} long and moves as one. Drag an edge, or choose it and use ← →.`}
          {test.byHand && (
            <button type="button" className="btn btn-link btn-sm p-0 ms-2 align-baseline" onClick={test.asFound}>
              Back to the effort as found
            </button>
          )}
        </p>
        <Checks checks={test.checks} />
      </section>
      <div>
        <Readings test={test} />
        {test.ramp && test.expectedW !== null && <ExpectedEnd ftpW={test.expectedW} ramp={test.ramp} effort={effort} />}
        {effort && readable !== null && !test.refusal && (
          <StoreReading
            key={`${test.protocol.id}.${test.ftpW ?? ''}`}
            rider={rider}
            ftpW={test.ftpW}
            test={{
              protocol: test.protocol.id,
              date: test.date,
              powerSource: rider.powerSource,
              ramp: test.ramp,
              readingW: test.readingW,
              meanBpm: test.meanBpm,
              expectedW: test.expectedW,
              effort: { recordingId: recording.id, ...effort },
              note: '',
            }}
            countsFrom={plusDays(test.date, 1)}
          />
        )}
      </div>
    </div>
  );
}

function Controls({ test }: { test: ReturnType<typeof useReading> }) {
  const { startW, setStartW, stepW, setStepW } = test.rampFields;
  return (
    <div className="entry-row">
      <Field label="Protocol" wide>
        {(control) => (
          <Form.Select {...control} value={test.protocol.id} onChange={({ target }) => test.choose(target.value as ProtocolId)}>
            {PROTOCOLS.filter(({ ftpPercent }) => !test.byHeart || ftpPercent === null).map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      {test.ramp && (
        <>
          <Field label="Start, W">
            {(control) => <Form.Control {...control} inputMode="numeric" value={startW} onChange={({ target }) => setStartW(target.value)} />}
          </Field>
          <Field label="Step, W">
            {(control) => <Form.Control {...control} inputMode="numeric" value={stepW} onChange={({ target }) => setStepW(target.value)} />}
          </Field>
        </>
      )}
      <EdgeField label="Effort from" second={test.effort?.startS ?? null} set={(second) => test.move('start', second)} />
      <EdgeField label="to" second={test.effort?.endS ?? null} set={(second) => test.move('end', second)} />
    </div>
  );
}
