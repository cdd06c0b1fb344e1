import type { Rider, TestDay, TestDayDraft } from '@uphill/api';
import { preparePower } from '@uphill/core/power';
import { type Protocol, resultOf, speaksAgainst } from '@uphill/core/testing';
import { useMemo } from 'react';
import { recordingsApi } from '../../../shared/api/recordings.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { plusDays } from '../../../shared/dates.ts';
import { shownMass } from '../../../shared/riderOnDay.ts';
import { WordsField } from '../../../ui/WordsField.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Empty, ProblemNote, Wrong } from '../../../ui/messages.tsx';
import { Checks } from '../Checks.tsx';
import { drawRecording } from '../drawRecording.tsx';
import { ReadRecording } from '../ReadRecording.tsx';
import { ResultFigures } from '../ResultFigures.tsx';
import { StoreReading } from '../StoreReading.tsx';
import { measuredFromTyped } from '../typed.ts';
import { useTwenty } from '../useTwenty.ts';
import { TypedFields } from '../TypedFields.tsx';
import { useChecks } from '../useReading.ts';
import { dayTest } from './dayTest.ts';
import { ReadLactate } from './ReadLactate.tsx';

export interface ReadProps {
  readonly rider: Rider;
  readonly day: TestDay;
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
  readonly change: (part: Partial<TestDayDraft>) => void;
  /** Called when the test is stored: nothing of the day needs to be kept here any longer. */
  readonly stored: () => void;
}

/** Reading, checks and decision, whichever way the readings came. */
export function ReadDay(props: ReadProps) {
  const { draft, change } = props;
  return (
    <>
      <Readings {...props} />
      <section className="sheet mt-3" aria-label="Note">
        <WordsField
          label="Note: how it felt, heat, what was different"
          most={1000}
          rows={2}
          value={draft.note}
          change={(note) => change({ note })}
        />
      </section>
    </>
  );
}

function Readings(props: ReadProps) {
  const { protocol, draft } = props;
  if (protocol.reading.kind === 'lactate') return <ReadLactate {...props} />;
  if (draft.way === 'hand') return <ByHand {...props} />;
  if (draft.recordingId !== null)
    return <FromRecording {...props} recordingId={draft.recordingId} />;
  return (
    <Empty title="Nothing has been ridden yet. Go back to the ride: import its recording, type its readings, or ride it on the stand-ins." />
  );
}

function FromRecording({
  rider,
  day,
  protocol,
  draft,
  stored,
  recordingId,
}: ReadProps & { recordingId: string }) {
  const { data: recording, currentData, error } = recordingsApi.useRecordingQuery(recordingId);
  const watts = useMemo(
    () => (recording ? preparePower(recording.watts, recording.stops).clock : null),
    [recording],
  );
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!recording || !watts) return <Loading />;
  return (
    <>
      {recording.notes.length > 0 && (
        <ul className="sheet import-notes" aria-label="What was noticed in the recording">
          {recording.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      <ReadRecording
        rider={rider}
        recording={recording}
        watts={watts}
        basis={{
          protocolId: protocol.id,
          ramp: draft.ramp,
          expectedW: draft.expectedW,
          setup: draft.setup,
          date: draft.date,
        }}
        settled
        testDayId={day.id}
        note={draft.note}
        stored={stored}
        chart={drawRecording(recording)}
      />
    </>
  );
}

function ByHand({ rider, day, protocol, draft, change, stored }: ReadProps) {
  const measured = measuredFromTyped(protocol, draft.typed);
  const twentyMinuteW = useTwenty(rider, draft.date);
  const result = measured.ok
    ? resultOf(protocol, { ...measured.value, massKg: shownMass(rider, draft.date), twentyMinuteW })
    : null;
  const ftpW = result?.ok ? (result.value.ftp?.value ?? null) : null;
  const details = measured.ok ? measured.value.details : null;
  const checks = useChecks(rider, {
    protocol,
    date: draft.date,
    ftpW,
    expectedW: draft.expectedW,
    setup: draft.setup,
    details,
    recording: null,
  });
  const wrong = measured.ok
    ? null
    : { reason: measured.reason, ...(measured.field ? { field: measured.field } : {}) };
  return (
    <div className="columns">
      <section className="sheet" aria-label="The readings">
        <h2>The readings</h2>
        <TypedFields
          protocol={protocol}
          typed={draft.typed}
          change={(typed) => change({ typed })}
          wrong={wrong}
        />
        {result && !result.ok && <Wrong>{result.reason}</Wrong>}
        {result?.ok && <ResultFigures result={result.value} />}
        {result?.ok && <Checks checks={checks} />}
      </section>
      <div>
        {measured.ok && result?.ok && (
          <StoreReading
            key={ftpW ?? ''}
            rider={rider}
            ftpW={ftpW}
            against={speaksAgainst(result.value, checks, false)}
            countsFrom={plusDays(draft.date, 1)}
            stored={stored}
            test={{
              ...dayTest(rider, day, draft),
              ramp: protocol.steps.some(({ ask }) => ask.kind === 'ramp') ? draft.ramp : null,
              readingW: measured.value.readingW,
              meanBpm: measured.value.meanBpm,
              details,
              effort: null,
            }}
          />
        )}
      </div>
    </div>
  );
}
