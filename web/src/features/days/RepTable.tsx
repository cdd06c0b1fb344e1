import type { Placed, Rider } from '@uphill/api';
import { printClock, printSpan, repTable, roundHalfUp } from '@uphill/core';
import { useMemo } from 'react';
import Table from 'react-bootstrap/Table';
import { Link } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { healthOnDay } from '../../app/riderOnDay.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Refused } from '../../ui/messages.tsx';

/** Asked against ridden, a row a rep. */
export function RepTable({
  rider,
  ridden,
}: {
  rider: Rider;
  ridden: NonNullable<Placed['ridden']>;
}) {
  const { data: recording, error } = api.useRecordingQuery(ridden.recordingId);
  const reps = useMemo(
    () => (recording ? repTable(ridden.steps, recording.watts, recording.bpm) : null),
    [recording, ridden.steps],
  );
  if (error) return <Refused problem={problemOf(error)} />;
  if (!recording || !reps) return <Loading />;
  const heart = healthOnDay(rider, recording.startedAt?.slice(0, 10) ?? '').heartRate;
  return (
    <Table responsive size="sm" className="mt-3 rep-table">
      <caption className="caption-top">
        Asked against ridden ·{' '}
        <Link to={`/riders/${rider.id}/tests/import?recording=${ridden.recordingId}`}>
          the recording
        </Link>
      </caption>
      <thead>
        <tr>
          <th scope="col">Rep</th>
          <th scope="col">Asked</th>
          <th scope="col">Ridden</th>
          <th scope="col">First minute</th>
          <th scope="col">Last minute</th>
          {heart && <th scope="col">Pulse at its end</th>}
          <th scope="col">In the band</th>
        </tr>
      </thead>
      <tbody>
        {reps.map((line) => (
          <tr key={line.rep}>
            <th scope="row">
              {line.rep} · {printClock(line.seconds)}
            </th>
            <td className="asked">
              {line.lowW === null || line.highW === null
                ? 'by effort'
                : `${printSpan(line.lowW, line.highW)} W`}
            </td>
            <td className="ridden">{wattsText(line.meanW)}</td>
            <td>{wattsText(line.firstMinuteW)}</td>
            <td>{wattsText(line.lastMinuteW)}</td>
            {heart && (
              <td className="pulse">
                {line.bpmAtEnd === null ? 'no beat' : `${line.bpmAtEnd} bpm`}
              </td>
            )}
            <td>{line.inBandS === null ? '' : printClock(line.inBandS)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function wattsText(watts: number | null): string {
  return watts === null ? 'no watts' : `${roundHalfUp(watts)} W`;
}
