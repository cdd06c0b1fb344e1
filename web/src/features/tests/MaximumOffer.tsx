import type { RecordingWithStreams, Rider } from '@uphill/api';
import { newMaximum } from '@uphill/core/testing';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { ridersApi } from '../../shared/api/riders.ts';
import { healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';

/** A heart rate above the stored maximum, held long enough: offered, for it takes the coach's word. */
export function MaximumOffer({
  rider,
  recording,
  watts,
  day,
}: {
  rider: Rider;
  recording: RecordingWithStreams;
  watts: Float64Array;
  day: string;
}) {
  const [add, { isLoading }] = ridersApi.useAddHeartRateMutation();
  const { act, problem } = useAct();
  const stored = riderOnDay(rider, day).maximalBpm;
  const seen = useMemo(
    () => newMaximum(recording.bpm ?? [], watts, stored),
    [recording.bpm, watts, stored],
  );
  if (!seen || !healthOnDay(rider, day).heartRate) return null;
  return (
    <section className="sheet mb-3" aria-label="A new maximum">
      <h2>A new maximum?</h2>
      <ProblemNote problem={problem} />
      <p>
        <strong className="pulse">{seen.bpm} bpm</strong> was held for at least 5 s;{' '}
        {stored === null ? 'no maximum is known yet' : `the maximum so far is ${stored} bpm`}.{' '}
        {seen.doubt ?? 'Was the strap sound?'}
      </p>
      <Button
        variant="outline-secondary"
        disabled={isLoading}
        onClick={() =>
          void act(
            () => add({ id: rider.id, date: day, kind: 'maximal', bpm: seen.bpm }),
            `Maximal heart rate ${seen.bpm} bpm.`,
          )
        }
      >
        Make {seen.bpm} bpm the maximum
      </Button>
    </section>
  );
}
