import type { Day, RecordingWithStreams, RideOfDay, Rider } from '@uphill/api';
import { expand } from '@uphill/core/sessions';
import { type AskedStretch, layPlan, type RepLine, repTable, spreadOf } from '@uphill/core/review';
import { printClock, printSigned, printSpan, roundHalfUp, roundTo } from '@uphill/core/units';
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
  const spread = power ? spreadOf(reps) : null;
  const saved = savedWords(laid.steps);
  return (
    <>
      <Table responsive size="sm" className="rep-table mb-0">
        <caption className="caption-top">Asked and ridden, {FROM[laid.from]}</caption>
        <thead>
          <tr>
            {columnsOf(power, heart).map(([name]) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {reps.map((line) => (
            <tr key={line.rep}>
              <th scope="row">
                {line.rep} · {printClock(line.seconds)}
                {spread?.best.rep === line.rep && <span className="soft"> best</span>}
                {spread?.worst.rep === line.rep && <span className="soft"> lowest</span>}
              </th>
              {columnsOf(power, heart)
                .slice(1)
                .map(([name, text, look]) => (
                  <td key={name} className={look}>
                    {text(line)}
                  </td>
                ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {spread && (
        <p className="soft small mb-0">
          Best and lowest lie {roundTo(spread.spreadPercent, 1)} % apart.
        </p>
      )}
      {saved && <p className="mb-0">{saved}</p>}
    </>
  );
}

type Column = readonly [name: string, text: (line: RepLine) => string, look?: string];

function columnsOf(power: boolean, heart: boolean): Column[] {
  return [['Rep', () => ''], ...(power ? POWER : []), ...CADENCE, ...(heart ? HEART : [])];
}

const POWER: readonly Column[] = [
  [
    'Asked',
    ({ lowW, highW }) =>
      lowW === null || highW === null ? 'by effort' : `${printSpan(lowW, highW)} W`,
    'asked',
  ],
  ['Ridden', ({ meanW }) => wattsText(meanW), 'ridden'],
  [
    'Of target',
    ({ ofTargetPercent }) => (ofTargetPercent === null ? '' : `${roundHalfUp(ofTargetPercent)} %`),
  ],
  [
    'First → last minute',
    ({ firstMinuteW, lastMinuteW }) =>
      firstMinuteW === null || lastMinuteW === null
        ? 'no watts'
        : `${roundHalfUp(firstMinuteW)} → ${roundHalfUp(lastMinuteW)} W`,
  ],
  ['First 20 s', ({ first20W, meanW }) => offMean(first20W, meanW)],
  ['Last 20 s', ({ last20W, meanW }) => offMean(last20W, meanW)],
  ['Time in band', ({ inBandS }) => (inBandS === null ? '' : printClock(inBandS))],
];

const CADENCE: readonly Column[] = [
  ['Cadence', ({ meanRpm }) => (meanRpm === null ? '' : `${roundHalfUp(meanRpm)} rpm`)],
];

const HEART: readonly Column[] = [
  [
    'Heart rate at the end',
    ({ bpmAtEnd }) => (bpmAtEnd === null ? 'no heart rate' : `${bpmAtEnd} bpm`),
    'pulse',
  ],
  [
    'Lowest before, rise',
    ({ lowestBefore, riseBpm }) =>
      lowestBefore === null || riseBpm === null
        ? ''
        : `${lowestBefore}, ${printSigned(riseBpm, 0)}`,
    'pulse',
  ],
];

/** How far a piece of a rep lies from the rep's mean. */
function offMean(watts: number | null, meanW: number | null): string {
  return watts === null || meanW === null || meanW === 0
    ? ''
    : `${printSigned((watts / meanW - 1) * 100, 0)} %`;
}

/** "From rep 4 on 348 W saved the set; asked before: 360–370 W."; null where nothing was saved. */
function savedWords(steps: readonly AskedStretch[]): string | null {
  const first = steps.find(({ before }) => before !== undefined);
  if (!first?.before || first.lowW === null || first.highW === null) return null;
  const { lowW, highW } = first.before;
  return `From rep ${first.rep ?? ''} on ${printSpan(first.lowW, first.highW)} W, to save the set; asked before: ${printSpan(lowW, highW)} W.`;
}

function wattsText(watts: number | null): string {
  return watts === null ? 'no watts' : `${roundHalfUp(watts)} W`;
}
