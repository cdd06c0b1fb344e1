import { useEffect, useRef } from 'react';
import Button from 'react-bootstrap/Button';
import { api } from '../shared/api/client.ts';
import { readingsApi } from '../shared/api/readings.ts';
import { useAppDispatch } from '../shared/state.ts';

const EVERY_MS = 1000;

/** Rides that are read again after something they are read by has changed: how far that is, and a way to stop it. */
export function ReadingJobLine({ riderId }: { riderId: string }) {
  const dispatch = useAppDispatch();
  const { data: first } = readingsApi.useReadingJobQuery(riderId);
  const going = first != null && !first.stopped;
  const { data: job = first } = readingsApi.useReadingJobQuery(riderId, {
    pollingInterval: going ? EVERY_MS : 0,
  });
  const [stop] = readingsApi.useStopReadingMutation();
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !job) dispatch(api.util.invalidateTags([{ type: 'rides', id: riderId }]));
    was.current = job != null;
  }, [job, riderId, dispatch]);
  if (!job || job.of < 2) return null;
  return (
    <p role="status" className="mb-2">
      {job.stopped
        ? `Stopped. ${job.done} of ${job.of} rides were read again.`
        : `Reading ${Math.min(job.of, job.done + 1)} of ${job.of} rides again.`}{' '}
      {!job.stopped && (
        <Button size="sm" variant="outline-secondary" onClick={() => void stop(riderId)}>
          Stop, keep {job.done}
        </Button>
      )}
    </p>
  );
}
