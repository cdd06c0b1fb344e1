import type { RecordingWithStreams, Rider } from '@uphill/api';
import {
  checkTest,
  earlierTest,
  type Efforts,
  ftpRefusal,
  meanCadence,
  type Protocol,
  type ProtocolId,
  protocolOf,
  rampSeen,
  type RampSetting,
  type RampShape,
  readEfforts,
  type ReadOff,
  resultOf,
  type Setup,
  type Stretch,
  type TestResult,
} from '@uphill/core/testing';
import { numberTyped, type Refused, type Understood } from '@uphill/core/units';
import { usualRamp } from '@uphill/core/simulation';
import { useMemo, useState } from 'react';
import { modelsApi } from '../../shared/api/models.ts';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { today } from '../../shared/dates.ts';
import { ftpOnDay, healthOnDay, riderOnDay, shownMass } from '../../shared/riderOnDay.ts';
import type { Seated } from './typed.ts';
import { useEfforts } from './useEfforts.ts';
import { UNKNOWN_FTP_W } from './rampWords.ts';
import { useTwenty } from './useTwenty.ts';

/** Both readings come off one ramp. */
const RAMP_PAIR: readonly ProtocolId[] = ['ramp', 'full-stage-ramp'];

export interface ProtocolReading {
  readonly protocol: Protocol;
  readonly read: Understood<ReadOff> | Refused;
  readonly result: Understood<TestResult> | Refused;
}

/** What is settled before the recording is read: everything on a test day, nothing for a file from anywhere. */
export interface ReadingBasis {
  readonly protocolId: ProtocolId;
  readonly ramp: RampSetting | null;
  /** Shape of the rider's last ramp. */
  readonly last?: RampShape | null;
  readonly expectedW?: number | null;
  readonly setup?: Setup | null;
  readonly date?: string;
}

/** A test being read off its recording: the efforts follow the edges, and everything else follows the efforts. */
export function useReading(
  rider: Rider,
  recording: RecordingWithStreams,
  watts: Float64Array,
  basis: ReadingBasis,
) {
  const byHeart = rider.powerSource === 'none';
  const [protocolId, setProtocolId] = useState<ProtocolId>(basis.protocolId);
  const protocol = protocolOf(protocolId);
  const [typedDate, setTypedDate] = useState<string | null>(null);
  // A clock without a date says nothing of the day: it is asked for, never assumed.
  const told = basis.date ?? recording.startedAt?.slice(0, 10) ?? null;
  const date = told ?? typedDate ?? today();
  const expectedW =
    basis.expectedW === undefined ? (ftpOnDay(rider, date)?.usedW ?? null) : basis.expectedW;
  const isRamp = protocol.steps.some(({ ask }) => ask.kind === 'ramp');
  const usual = usualRamp(protocol, expectedW ?? UNKNOWN_FTP_W, basis.last ?? null);
  const seen = useMemo(
    () => (isRamp && !basis.ramp ? rampSeen(watts, usual.stageS) : null),
    [isRamp, basis.ramp, watts, usual.stageS],
  );
  const { ramp, rampFields } = useRampFields(basis.ramp ?? { ...usual, ...seen });
  const efforts = useEfforts(protocol, watts, recording.laps, ramp, recording.bpm);
  const [seated, setSeated] = useState<Seated>(null);
  const massKg = shownMass(rider, date);
  const twentyMinuteW = useTwenty(rider, date);

  const readings = useMemo(
    (): ProtocolReading[] =>
      (RAMP_PAIR.includes(protocolId) ? RAMP_PAIR : [protocolId]).map((id) => {
        const each = protocolOf(id);
        const read = withSeated(
          readEfforts(each, { watts, bpm: recording.bpm }, efforts.efforts, ramp),
          seated,
        );
        return {
          protocol: each,
          read,
          result: read.ok
            ? resultOf(each, { ...read.value.measured, massKg, twentyMinuteW })
            : read,
        };
      }),
    [protocolId, watts, recording.bpm, efforts.efforts, ramp, massKg, twentyMinuteW, seated],
  );
  const { chosen, result, measured, ftpW } = choice(readings, protocolId);
  const checks = useChecks(rider, {
    protocol,
    date,
    ftpW,
    expectedW,
    setup: basis.setup ?? null,
    details: measured?.details ?? null,
    recording: evidenceOf(recording, watts, efforts.efforts, efforts.effort),
  });
  return {
    byHeart,
    protocol,
    choose: setProtocolId,
    ramp: isRamp ? ramp : null,
    rampFields,
    /** Whether start and step are those of the recording; null where they were settled before it. */
    rampIsSeen: isRamp && !basis.ramp ? seen !== null : null,
    seated,
    setSeated,
    ...efforts,
    date,
    dateField: {
      asked: told === null,
      needed: told === null && typedDate === null,
      value: typedDate,
      set: setTypedDate,
    },
    expectedW,
    readings,
    chosen,
    result,
    measured,
    ftpW,
    refusal: ftpW === null ? null : ftpRefusal(ftpW),
    checks,
  };
}

/** No recording tells whether a sprint was seated: the coach does. */
function withSeated(
  read: Understood<ReadOff> | Refused,
  seated: Seated,
): Understood<ReadOff> | Refused {
  if (!read.ok || read.value.measured.details?.kind !== 'fourEfforts') return read;
  return {
    ok: true,
    value: {
      ...read.value,
      measured: { ...read.value.measured, details: { ...read.value.measured.details, seated } },
    },
  };
}

/** The reading of the chosen protocol, taken apart. */
function choice(readings: readonly ProtocolReading[], id: ProtocolId) {
  const chosen = readings.find((each) => each.protocol.id === id) ?? null;
  const result = chosen?.result.ok ? chosen.result.value : null;
  const measured = chosen?.read.ok ? chosen.read.value.measured : null;
  return { chosen, result, measured, ftpW: result?.ftp?.value ?? null };
}

/** What the checks look at of a recording; null until an effort is found. */
function evidenceOf(
  recording: RecordingWithStreams,
  watts: Float64Array,
  efforts: Efforts,
  effort: Stretch | null,
): Evidence['recording'] {
  return effort === null
    ? null
    : { watts, bpm: recording.bpm, rpm: recording.rpm, effort: efforts.main ?? effort, efforts };
}

/** Start, step and stage of a ramp: the usual ones until they are typed. */
function useRampFields(usual: RampSetting) {
  const [typed, setTyped] = useState<{ startW?: string; stepW?: string; stageS?: string }>({});
  const { startW, stepW, stageS } = {
    startW: String(usual.startW),
    stepW: String(usual.stepW),
    stageS: String(usual.stageS),
    ...typed,
  };
  const ramp = useMemo(
    () => ({
      startW: bounded(startW, 20, 400, 100),
      stepW: bounded(stepW, 5, 60, 20),
      stageS: bounded(stageS, 10, 600, 60),
    }),
    [startW, stepW, stageS],
  );
  return {
    ramp,
    rampFields: {
      startW,
      stepW,
      stageS,
      set: (change: typeof typed) => setTyped({ ...typed, ...change }),
    },
  };
}

interface Evidence {
  readonly protocol: Protocol;
  readonly date: string;
  readonly ftpW: number | null;
  readonly expectedW: number | null;
  readonly setup: Setup | null;
  readonly details: NonNullable<Parameters<typeof checkTest>[0]['details']> | null;
  readonly recording: NonNullable<Parameters<typeof checkTest>[0]['recording']> | null;
}

/** The checks as they come out now; the server runs the same ones when the test is stored. */
export function useChecks(
  rider: Rider,
  { protocol, date, ftpW, expectedW, setup, details, recording }: Evidence,
) {
  const { data: tests } = testsApi.useTestsQuery(rider.id);
  const { data: hardBefore } = modelsApi.useHardDaysQuery({ riderId: rider.id, before: date });
  const before = (tests ?? []).filter((test) => test.date < date && test.withdrawn === null);
  const last = before.find((test) => test.protocol === protocol.id && test.effort !== null);
  // Only a recording has a cadence to hold against the last one.
  const effort = (recording && last?.effort) ?? null;
  const { data: lastRecording } = recordingsApi.useRecordingQuery(effort?.recordingId ?? '', {
    skip: effort === null,
  });
  const meanRpm = effort && lastRecording ? meanCadence({ rpm: lastRecording.rpm, effort }) : null;
  const earlier = before.map((test) => earlierTest(test, test === last ? meanRpm : null));
  return checkTest({
    protocol,
    date,
    ftpW,
    expectedFtpW: expectedW,
    powerSource: rider.powerSource,
    maximalBpm: riderOnDay(rider, date).maximalBpm,
    retestWeeks: rider.retestWeeks,
    earlier,
    setup,
    details,
    heartRateUsable: healthOnDay(rider, date).heartRate,
    ...(hardBefore ? { hardBefore } : {}),
    ...(recording ? { recording } : {}),
  });
}

/** A typed number inside its bounds, else the one to go on with while it is being typed. */
function bounded(text: string, low: number, high: number, otherwise: number): number {
  const read = numberTyped(text);
  const value = typeof read === 'number' ? Math.round(read) : NaN;
  return value >= low && value <= high ? value : otherwise;
}
