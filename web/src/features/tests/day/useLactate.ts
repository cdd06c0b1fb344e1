import type { NewTest } from '@uphill/api';
import {
  findEfforts,
  LACTATE_BOUNDS,
  type LactateDetails,
  lactateProblems,
  type LactateSample,
  lactateSampleSchema,
  lactateStages,
  type Protocol,
  readLactate,
  resultOf,
} from '@uphill/core/testing';
import { preparePower } from '@uphill/core/power';
import { numberTyped } from '@uphill/core/units';
import { useMemo } from 'react';
import { recordingsApi } from '../../../shared/api/recordings.ts';
import type { Picked } from '../lactate/Methods.tsx';
import { useChecks } from '../useReading.ts';
import type { ReadProps } from './ReadDay.tsx';

type TypedSample = ReadProps['draft']['samples'][number];

/** The drops as typed, what is wrong with them, the thresholds they give, and the test they would be stored as. */
export function useLactate(
  { rider, protocol, draft }: Pick<ReadProps, 'rider' | 'protocol' | 'draft'>,
  picked: Picked,
) {
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
  const test = {
    ramp: draft.ramp,
    readingW: null,
    meanBpm: null,
    details,
    effort: ridden.effort,
  } satisfies Partial<NewTest>;
  return { ridden, samples, problems, refusing, reading, settings, result, ftpW, checks, test };
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
