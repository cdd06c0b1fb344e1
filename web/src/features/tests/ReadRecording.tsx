import type { NewTest, RecordingWithStreams, Rider } from '@uphill/api';
import { type EffortId, type Efforts, speaksAgainst, type Stretch } from '@uphill/core/testing';
import { printClock } from '@uphill/core/units';
import type { ReactNode } from 'react';
import { plusDays } from '../../shared/dates.ts';
import type { MoveEdge } from '../../charts/EffortEdges.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { MarkStretch } from '../../ui/marks/MarkStretch.tsx';
import { Checks } from './Checks.tsx';
import { MaximumOffer } from './MaximumOffer.tsx';
import { ExpectedEnd, Readings } from './Readings.tsx';
import { ReadingControls } from './ReadingControls.tsx';
import { StoreReading } from './StoreReading.tsx';
import { type ReadingBasis, useReading } from './useReading.ts';

interface Props {
  readonly rider: Rider;
  readonly recording: RecordingWithStreams;
  readonly watts: Float64Array;
  readonly basis: ReadingBasis;
  /** The protocol is settled: a test day knows what was ridden. */
  readonly settled?: boolean;
  readonly testDayId?: string;
  readonly note?: string;
  /** Told when the test is stored. */
  readonly stored?: () => void;
  readonly chart: (effort: Stretch | null, others: readonly Stretch[], move: MoveEdge) => ReactNode;
}

/** A test read off its recording: the efforts on the drawing, the readings and FTP beside it, the decision below. */
export function ReadRecording({
  rider,
  recording,
  watts,
  basis,
  settled = false,
  testDayId,
  note = '',
  stored,
  chart,
}: Props) {
  const test = useReading(rider, recording, watts, basis);
  const { effort, efforts, found, result, measured } = test;
  const others = Object.entries(efforts).flatMap(([id, stretch]) =>
    id === test.active ? [] : [stretch],
  );
  const storable = result !== null && measured !== null && !test.refusal && !test.dateField.needed;
  return (
    <div className="columns">
      <section className="sheet" aria-label="The recording and its effort">
        <ReadingControls test={test} settled={settled} />
        {!found.ok && !test.byHand && <Wrong>{found.reason}</Wrong>}
        {chart(effort, others, test.move)}
        <p className="soft small">
          {test.fixed === null
            ? 'Drag an edge, or choose it and use ← →; with Shift ten seconds at a time.'
            : `The effort is ${printClock(test.fixed)} long and moves as one. Drag an edge, or choose it and use ← →.`}
          {test.byHand && (
            <button
              type="button"
              className="btn btn-link btn-sm p-0 ms-2 align-baseline"
              onClick={test.asFound}
            >
              Back to the effort as found
            </button>
          )}
        </p>
        <Checks checks={test.checks} />
      </section>
      <div>
        <Readings test={test} />
        {test.ramp && test.expectedW !== null && test.ramp.stageS === 60 && (
          <ExpectedEnd ftpW={test.expectedW} ramp={test.ramp} effort={effort} />
        )}
        <MaximumOffer rider={rider} recording={recording} watts={watts} day={test.date} />
        <AskDate needed={test.dateField.needed} />
        {storable && (
          <StoreReading
            key={`${test.protocol.id}.${test.ftpW ?? ''}`}
            rider={rider}
            ftpW={test.ftpW}
            against={speaksAgainst(result, test.checks, false)}
            test={{
              protocol: test.protocol.id,
              date: test.date,
              powerSource: rider.powerSource,
              ramp: test.ramp,
              readingW: measured.readingW,
              meanBpm: measured.meanBpm,
              details: measured.details,
              setup: basis.setup ?? null,
              expectedW: test.expectedW,
              effort: effortsStored(recording.id, efforts),
              note,
              testDayId: testDayId ?? null,
            }}
            countsFrom={plusDays(test.date, 1)}
            {...(stored ? { stored } : {})}
          />
        )}
        {!settled && (
          <MarkStretch rider={rider} recording={recording} watts={watts} effort={effort} />
        )}
      </div>
    </div>
  );
}

/** Where the efforts lie: the main one, or from the first to the last with each as a part. */
function effortsStored(recordingId: string, efforts: Efforts): NewTest['effort'] {
  const parts = Object.entries(efforts).map(([id, { startS, endS }]) => ({
    id: id as EffortId,
    startS,
    endS,
  }));
  if (parts.length === 0) return null;
  const startS = Math.min(...parts.map((part) => part.startS));
  return {
    recordingId,
    startS,
    endS: Math.max(...parts.map((part) => part.endS)),
    parts: parts.length > 1 ? parts : [],
  };
}

function AskDate({ needed }: { needed: boolean }) {
  return needed ? (
    <p className="sheet">
      The file has no date. Say on which day it was ridden; then it can be accepted.
    </p>
  ) : null;
}
