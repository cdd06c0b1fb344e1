import type { RecordingWithStreams, Rider } from '@uphill/api';
import {
  checkTest,
  ftpFromReading,
  ftpRefusal,
  meanHeartRate,
  type Protocol,
  type ProtocolId,
  protocolOf,
  type RampShape,
  readRampMinute,
  readRampStage,
  readSteady,
  type Reading,
  roundHalfUp,
  type Stretch,
  type Worked,
} from '@uphill/core';
import { useMemo, useState } from 'react';
import { api } from '../../api/client.ts';
import { today } from '../../app/dates.ts';
import { ftpOnDay, riderOnDay } from '../../app/riderOnDay.ts';
import { useEffort } from './useEffort.ts';

/** Both readings come off one ramp. */
const RAMP_PAIR: readonly ProtocolId[] = ['ramp', 'full-stage-ramp'];

export interface ProtocolReading {
  readonly protocol: Protocol;
  readonly reading: Reading<Worked>;
}

/** A test being read off its recording: the effort follows the edges, and everything else follows the effort. */
export function useReading(rider: Rider, recording: RecordingWithStreams, watts: Float64Array, guess: RampShape | null) {
  const byHeart = rider.powerSource === 'none';
  const [protocolId, setProtocolId] = useState<ProtocolId>(firstProtocol(byHeart, guess));
  const [startW, setStartW] = useState(String(guess?.startW ?? 100));
  const [stepW, setStepW] = useState(String(guess?.stepW ?? 20));
  const ramp = useMemo(() => ({ startW: bounded(startW, 20, 400, 100), stepW: bounded(stepW, 5, 60, 20) }), [startW, stepW]);
  const effort = useEffort(watts, protocolId, ramp);
  const date = recording.startedAt?.slice(0, 10) ?? today();
  const expectedW = ftpOnDay(rider, date)?.usedW ?? null;
  const protocol = protocolOf(protocolId);
  const isRamp = effort.fixed === null;

  const readings = useMemo(
    (): ProtocolReading[] =>
      effort.effort
        ? (isRamp ? RAMP_PAIR : [protocolId]).map((id) => ({ protocol: protocolOf(id), reading: read(id, watts, effort.effort as Stretch, ramp) }))
        : [],
    [effort.effort, isRamp, protocolId, watts, ramp],
  );
  const chosen = readings.find((each) => each.protocol.id === protocolId)?.reading;
  const readingW = chosen?.ok && protocol.ftpPercent !== null ? chosen.value.value : null;
  const ftpW = readingW === null ? null : ftpFromReading(protocol, readingW).value;
  const beats = effort.effort && recording.bpm ? meanHeartRate(recording.bpm.slice(effort.effort.startS, effort.effort.endS)) : null;
  const checks = useChecks(rider, recording, watts, { protocol, date, ftpW, expectedW, effort: effort.effort });

  return {
    byHeart,
    protocol,
    choose: setProtocolId,
    ramp: isRamp ? ramp : null,
    rampFields: { startW, setStartW, stepW, setStepW },
    ...effort,
    date,
    expectedW,
    readings,
    readingW,
    ftpW,
    refusal: ftpW === null ? null : ftpRefusal(ftpW),
    meanBpm: beats === null ? null : roundHalfUp(beats),
    checks,
  };
}

interface Evidence {
  readonly protocol: Protocol;
  readonly date: string;
  readonly ftpW: number | null;
  readonly expectedW: number | null;
  readonly effort: Stretch | null;
}

/** The checks as they come out now; the server runs the same ones when the test is stored. */
function useChecks(rider: Rider, recording: RecordingWithStreams, watts: Float64Array, { protocol, date, ftpW, expectedW, effort }: Evidence) {
  const { data: tests } = api.useTestsQuery(rider.id);
  return useMemo(() => {
    if (!effort) return [];
    const earlier = (tests ?? [])
      .filter((test) => test.date < date)
      .map((test) => ({ protocolId: test.protocol, date: test.date, ftpW: test.measuredW, powerSource: test.powerSource }));
    return checkTest({
      protocol,
      date,
      ftpW,
      expectedFtpW: expectedW,
      powerSource: rider.powerSource,
      maximalBpm: riderOnDay(rider, date).maximalBpm,
      earlier,
      recording: { watts, bpm: recording.bpm, rpm: recording.rpm, effort },
    });
  }, [effort, protocol, date, ftpW, expectedW, rider, tests, watts, recording]);
}

function read(id: ProtocolId, watts: Float64Array, effort: Stretch, ramp: RampShape): Reading<Worked> {
  const { reading } = protocolOf(id);
  if (reading.kind === 'rampMinute') return readRampMinute(watts, effort);
  if (reading.kind === 'rampStage') return readRampStage(watts, effort, ramp);
  return { ok: true, value: readSteady(watts, effort) };
}

function firstProtocol(byHeart: boolean, guess: RampShape | null): ProtocolId {
  if (byHeart) return 'heart-rate-twenty';
  return guess ? 'ramp' : 'twenty-minute';
}

/** A typed number inside its bounds, else the one to go on with while it is being typed. */
function bounded(text: string, low: number, high: number, otherwise: number): number {
  const value = Math.round(Number(text));
  return value >= low && value <= high ? value : otherwise;
}
