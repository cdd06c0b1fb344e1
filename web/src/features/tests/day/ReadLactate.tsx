import {
  findEfforts,
  LACTATE_BOUNDS,
  LACTATE_DEFAULTS,
  type LactateDetails,
  lactateProblems,
  type LactateSample,
  lactateSampleSchema,
  lactateStages,
  type Protocol,
  readLactate,
  resultOf,
} from '@uphill/core/testing';
import { numberTyped } from '@uphill/core/units';
import { preparePower } from '@uphill/core/power';
import { lazy, Suspense, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { recordingsApi } from '../../../shared/api/recordings.ts';
import { plusDays } from '../../../shared/dates.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { Wrong } from '../../../ui/messages.tsx';
import { Checks } from '../Checks.tsx';
import { LactateTable } from '../lactate/LactateTable.tsx';
import { Methods, type Picked } from '../lactate/Methods.tsx';
import { ResultFigures } from '../ResultFigures.tsx';
import { StoreReading } from '../StoreReading.tsx';
import { useChecks } from '../useReading.ts';
import { dayTest } from './dayTest.ts';
import type { ReadProps } from './ReadDay.tsx';

const LactateCurve = lazy(async () => ({
  default: (await import('../../../charts/LactateCurve.tsx')).LactateCurve,
}));

type TypedSample = ReadProps['draft']['samples'][number];

/** The table of drops, the curve, both thresholds by both methods, and the coach's pick. */
export function ReadLactate({ rider, day, protocol, draft, change, stored }: ReadProps) {
  const [picked, setPicked] = useState<Picked>({
    lt1By: 'crossing',
    lt2By: 'crossing',
    ...LACTATE_DEFAULTS,
  });
  const ridden = useRiddenStages(protocol, draft);
  const { samples, lines } = useMemo(() => readSamples(draft.samples), [draft.samples]);
  const problems = lactateProblems(samples).map((problem) => ({
    ...problem,
    line: lines[problem.line] ?? problem.line,
  }));
  const refusing = problems.find(({ refuses }) => refuses);
  const reading = readLactate(samples, draft.ramp.stepW, picked);
  const settings = (['lt1', 'lt2'] as const).every(
    (which) =>
      picked[`${which}Mmol`] >= LACTATE_BOUNDS[which].low &&
      picked[`${which}Mmol`] <= LACTATE_BOUNDS[which].high,
  );
  const details: LactateDetails = {
    kind: 'lactate',
    samples: [...samples],
    stepW: draft.ramp.stepW,
    stageS: draft.ramp.stageS,
    ...picked,
  };
  const result = resultOf(protocol, { readingW: null, meanBpm: null, details });
  const ftpW = result.ok ? (result.value.ftp?.value ?? null) : null;
  const checks = useChecks(rider, {
    protocol,
    date: draft.date,
    ftpW,
    expectedW: draft.expectedW,
    setup: draft.setup,
    details,
    recording: null,
  });
  return (
    <div className="columns">
      <section className="sheet" aria-label="Lactate">
        <h2>Drops of blood</h2>
        {ridden.lines.length > 0 && draft.samples.length === 0 && (
          <Button
            variant="outline-secondary"
            className="mb-2"
            onClick={() => change({ samples: ridden.lines })}
          >
            Take the {ridden.lines.length} stages and their heart rates from the recording
          </Button>
        )}
        <LactateTable
          samples={draft.samples}
          ramp={draft.ramp}
          problems={problems}
          change={(next) => change({ samples: next })}
        />
        {samples.length >= 2 && (
          <Suspense fallback={<Loading rows={5} />}>
            <LactateCurve
              samples={samples}
              stepW={draft.ramp.stepW}
              lt1={reading.lt1[picked.lt1By]}
              lt2={reading.lt2[picked.lt2By]}
            />
          </Suspense>
        )}
        {samples.length >= 2 && <Checks checks={checks} />}
      </section>
      <div>
        <Methods reading={reading} picked={picked} pick={setPicked} />
        {refusing && <Wrong>{refusing.reason}</Wrong>}
        {!refusing && result.ok && result.value.figures.length > 0 && (
          <section className="sheet mb-3" aria-label="What it gives">
            <h2>What it gives</h2>
            <ResultFigures result={result.value} />
          </section>
        )}
        {!refusing && settings && samples.length >= 2 && (
          <StoreReading
            key={ftpW ?? ''}
            rider={rider}
            ftpW={ftpW}
            countsFrom={plusDays(draft.date, 1)}
            stored={stored}
            test={{
              ...dayTest(rider, day, draft),
              ramp: draft.ramp,
              readingW: null,
              meanBpm: null,
              details,
              effort: ridden.effort,
            }}
          />
        )}
      </div>
    </div>
  );
}

/** The lines that hold a drop, read; `lines` says which line of the table each came from. */
function readSamples(typed: readonly TypedSample[]): {
  samples: readonly LactateSample[];
  lines: readonly number[];
} {
  const samples: LactateSample[] = [];
  const lines: number[] = [];
  typed.forEach((line, index) => {
    const [stageW, mmol, bpm, rpe] = [line.stageW, line.mmol, line.bpm, line.rpe].map(numberTyped);
    const read = lactateSampleSchema.safeParse({
      ...line,
      stageW,
      mmol,
      bpm: bpm === 'letters' ? null : bpm,
      rpe: rpe === 'letters' ? null : rpe,
    });
    if (!read.success) return;
    samples.push(read.data);
    lines.push(index);
  });
  return { samples, lines };
}

/** The stages as they were ridden, where there is a recording: watts and heart rate of each line, the blood still to be typed. */
function useRiddenStages(protocol: Protocol, { recordingId, ramp }: ReadProps['draft']) {
  const { data: recording } = recordingsApi.useRecordingQuery(recordingId ?? '', {
    skip: recordingId === null,
  });
  return useMemo(() => {
    if (!recording || recordingId === null) return { lines: [] as TypedSample[], effort: null };
    const watts = preparePower(recording.watts, recording.stops).clock;
    const found = findEfforts(protocol, watts, ramp);
    const main = found.ok ? found.value.main : undefined;
    if (!main) return { lines: [] as TypedSample[], effort: null };
    const lines = lactateStages({ watts, bpm: recording.bpm }, main, ramp).map(
      ({ stageW, bpm, fraction }): TypedSample => ({
        stageW: String(stageW),
        at: 'end',
        mmol: '',
        bpm: bpm === null ? '' : String(bpm),
        rpe: '',
        struck: null,
        fraction: Math.max(0.05, Math.min(1, fraction)),
      }),
    );
    return { lines, effort: { recordingId, ...main, parts: [] } };
  }, [recording, recordingId, protocol, ramp]);
}
