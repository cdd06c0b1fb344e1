import type { Day, RecordingWithStreams, RideOfDay, Rider } from '@uphill/api';
import { expand } from '@uphill/core/sessions';
import { layPlan, repTable } from '@uphill/core/review';
import { printClock, printSpan, roundHalfUp } from '@uphill/core/units';
import { useMemo } from 'react';
import Table from 'react-bootstrap/Table';
import { healthOnDay } from '../shared/riderOnDay.ts';
import { useRiderNumbers } from '../shared/useRiderNumbers.ts';

interface Props {
  readonly rider: Rider;
  readonly day: Day;
  readonly ride: RideOfDay;
  readonly recording: RecordingWithStreams;
}

/** How it is known where the reps lie. */
const FROM = {
  room: 'as the room rode them',
  laps: 'by the laps of the recording',
  found: 'laid on the ride where it fits best',
  coach: 'as you marked them',
};

/** Asked and ridden, a row a rep: by the steps of the room, else by laps, else where the session fits the ride best. */
export function RepTable({ rider, day, ride, recording }: Props) {
  const numbers = useRiderNumbers(rider, day.date, day);
  const laid = useMemo(
    () => ride.reps ?? layPlan(expand(day.plan, numbers), recording),
    [ride.reps, day.plan, numbers, recording],
  );
  const reps = useMemo(() => (laid ? repTable(laid.steps, recording) : []), [laid, recording]);
  if (!laid || reps.length === 0)
    return <p className="soft mb-0">The reps could not be found on this ride.</p>;
  const power = rider.powerSource !== 'none';
  const heart = healthOnDay(rider, day.date).heartRate;
  return (
    <Table responsive size="sm" className="rep-table mb-0">
      <caption className="caption-top">Asked and ridden, {FROM[laid.from]}</caption>
      <thead>
        <tr>
          <th scope="col">Rep</th>
          {power && (
            <>
              <th scope="col">Asked</th>
              <th scope="col">Ridden</th>
              <th scope="col">First minute</th>
              <th scope="col">Last minute</th>
            </>
          )}
          {heart && <th scope="col">Heart rate at the end</th>}
          {power && <th scope="col">Time in band</th>}
        </tr>
      </thead>
      <tbody>
        {reps.map((line) => (
          <tr key={line.rep}>
            <th scope="row">
              {line.rep} · {printClock(line.seconds)}
            </th>
            {power && (
              <>
                <td className="asked">
                  {line.lowW === null || line.highW === null
                    ? 'by effort'
                    : `${printSpan(line.lowW, line.highW)} W`}
                </td>
                <td className="ridden">{wattsText(line.meanW)}</td>
                <td>{wattsText(line.firstMinuteW)}</td>
                <td>{wattsText(line.lastMinuteW)}</td>
              </>
            )}
            {heart && (
              <td className="pulse">
                {line.bpmAtEnd === null ? 'no heart rate' : `${line.bpmAtEnd} bpm`}
              </td>
            )}
            {power && <td>{line.inBandS === null ? '' : printClock(line.inBandS)}</td>}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function wattsText(watts: number | null): string {
  return watts === null ? 'no watts' : `${roundHalfUp(watts)} W`;
}
