import type { NewTest, RecordingWithStreams, Rider, Test } from '@uphill/api';
import { preparePower } from '@uphill/core/power';
import { EMPTY_SETUP, findEfforts, protocolOf, readEfforts } from '@uphill/core/testing';
import type { Server } from './bringIn.ts';
import { dayFromToday } from './dates.ts';
import { fileOf, lactateOf, rideTest, type RiddenTest } from './recordings.ts';
import type { DemoRider, DemoTest } from './riders.ts';

/** Rides a test on the stand-ins, brings its recording in, reads it as the test page does, and takes its FTP. */
export async function storeTest(
  riderId: string,
  demo: DemoRider,
  test: DemoTest,
  { ask, upload }: Server,
): Promise<void> {
  const date = dayFromToday(-test.daysAgo);
  const { ftp: history, powerSource } = await ask<Rider>('GET', `/riders/${riderId}`);
  const ridden = rideTest(demo, test);
  const file = fileOf(demo, test, ridden, date);
  const received = await upload(riderId, file.name, file.bytes);
  const recording = await ask<RecordingWithStreams>('GET', `/recordings/${received.recording.id}`);
  const hasRamp = protocolOf(test.protocol).steps.some((step) => step.ask.kind === 'ramp');
  const body: NewTest = {
    protocol: test.protocol,
    date,
    powerSource,
    ramp: hasRamp ? ridden.ramp : null,
    expectedW: history.at(-1)?.usedW ?? null,
    setup: {
      ...EMPTY_SETUP,
      ...test.setup,
      answers: {
        easyDayBefore: true,
        fed: true,
        motivated: true,
        notAlone: true,
        water: true,
        ...test.setup?.answers,
      },
    },
    note: test.note,
    accept: null,
    testDayId: null,
    acceptThreshold: false,
    ...readingOf(test, ridden, recording),
  };
  const stored = await ask<Test>('POST', `/riders/${riderId}/tests`, body);
  if (test.withdrawn)
    await ask('PATCH', `/riders/${riderId}/tests/${stored.id}`, {
      version: stored.version,
      withdrawn: test.withdrawn,
    });
  if (stored.measuredW === null) return;
  await ask('POST', `/riders/${riderId}/ftp`, {
    testId: stored.id,
    usedW: test.usedW ?? stored.measuredW,
    countsFrom: dayFromToday(1 - test.daysAgo),
    reason: test.reason ?? '',
  });
}

/** Reads a demo recording the way the test page does. */
function readingOf(
  test: DemoTest,
  ridden: RiddenTest,
  recording: RecordingWithStreams,
): Pick<NewTest, 'readingW' | 'meanBpm' | 'details' | 'effort'> {
  const protocol = protocolOf(test.protocol);
  const watts = preparePower(recording.watts, recording.stops).clock;
  const found = findEfforts(protocol, watts, ridden.ramp, recording.bpm);
  const efforts = found.ok ? found.value : {};
  const parts = Object.entries(efforts).map(([id, { startS, endS }]) => ({
    id: id as 'main',
    startS,
    endS,
  }));
  const effort =
    parts.length === 0
      ? null
      : {
          recordingId: recording.id,
          startS: Math.min(...parts.map(({ startS }) => startS)),
          endS: Math.max(...parts.map(({ endS }) => endS)),
          parts: parts.length > 1 ? parts : [],
        };
  if (test.typedBpm !== undefined)
    return {
      readingW: null,
      meanBpm: null,
      details: { kind: 'heartRate', meanBpm: test.typedBpm, distanceKm: null },
      effort,
    };
  if (protocol.reading.kind === 'lactate')
    return { readingW: null, meanBpm: null, details: lactateOf(ridden), effort };
  const read = readEfforts(protocol, { watts, bpm: recording.bpm }, efforts, ridden.ramp);
  if (!read.ok) throw new Error(`${test.protocol}: ${read.reason}`);
  const { readingW, meanBpm, details } = read.value.measured;
  return { readingW, meanBpm, details, effort };
}
