import type { RecordingWithStreams, Ride, RideReading, Rider } from '@uphill/api';
import type { RepEdits } from '@uphill/core/review';
import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { choices } from '../shared/choices.ts';
import { healthOnDay } from '../shared/riderOnDay.ts';
import { rpeOf } from '../shared/rideWords.ts';
import { useRiderNumbers } from '../shared/useRiderNumbers.ts';
import type { PageReading, ReadingRequest, ReadingWorker, SentStreams } from './reading.worker.ts';

interface Given {
  readonly rider: Rider;
  readonly ride: Ride;
  readonly recording: RecordingWithStreams | undefined;
  /** What the server knows of it: the session it is read against, the coach's edits. */
  readonly read: RideReading | undefined;
  /** Edits that are under a hand just now, in place of those. */
  readonly edits?: RepEdits | undefined;
  /** Steps that the ride room kept. */
  readonly room: ReadingRequest['ride']['room'];
}

/**
 * A ride read rep by rep, in a worker that the page keeps. While something is dragged the last reading stays until the
 * new one is there.
 */
export function useReading({
  rider,
  ride,
  recording,
  read,
  edits,
  room,
}: Given): PageReading | null {
  const numbers = useRiderNumbers(rider, ride.date);
  const [found, setFound] = useState<PageReading | null>(null);
  const host = useRef<Remote<ReadingWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('./reading.worker.ts', import.meta.url), { type: 'module' });
    host.current = wrap<ReadingWorker>(worker);
    return () => {
      host.current = null;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    if (recording && host.current) void host.current.hold(sentOf(recording));
  }, [recording]);
  const rpe = rpeOf(ride);
  const request = useMemo((): ReadingRequest | null => {
    if (!recording || !read) return null;
    const { stops, laps, madeOf } = recording;
    const school = rider.ceilingSchool ?? choices().ceilingSchool;
    const inside = ride.powerSource === 'trainer' || ride.origin === 'standIns';
    return {
      asked: read.asked && { plan: read.asked.plan, climbing: { rider: numbers, school } },
      ride: {
        ...{ stops, laps, room, rpe },
        between: madeOf?.between ?? [],
        edits: edits ?? read.edits,
        place: inside || read.asked?.plan.place === 'trainer' ? 'trainer' : 'road',
        eatenG: ride.log.eatenG ?? null,
        doubtful: ride.log.doubtful ?? false,
        heart: healthOnDay(rider, ride.date).heartRate,
      },
      limits: choices(),
      ftpW: numbers.ftpW,
    };
  }, [recording, read, edits, room, numbers, rpe, rider, ride]);
  useEffect(() => {
    if (!request || !host.current) return undefined;
    let asked = true;
    host.current.read(request).then(
      (reading) => asked && setFound(reading),
      () => asked && setFound(null),
    );
    return () => {
      asked = false;
    };
  }, [request]);
  return found;
}

/** Streams whose bytes are handed over and not copied. */
function sentOf({ watts, bpm, rpm, metresPerSecond }: RecordingWithStreams): SentStreams {
  const packed = (values: readonly (number | null)[]): Float64Array =>
    Float64Array.from(values, (value) => value ?? NaN);
  const sent = {
    ...{ watts: packed(watts), bpm: bpm && packed(bpm), rpm: rpm && packed(rpm) },
    speed: metresPerSecond && packed(metresPerSecond),
  };
  const bytes = [sent.watts, sent.bpm, sent.rpm, sent.speed].flatMap((each) => each?.buffer ?? []);
  return transfer(sent, bytes);
}
