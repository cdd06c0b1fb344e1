import { MARKED_SECONDS, type RecordingWithStreams, type Rider } from '@uphill/api';
import { meanOf } from '@uphill/core/power';
import { printClock, printDuration, roundHalfUp } from '@uphill/core/units';
import type { Stretch } from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useWatch } from 'react-hook-form';
import { useStoredForm } from '../useStoredForm.ts';
import { markedEffortsApi } from '../../shared/api/markedEfforts.ts';
import { useAct } from '../../shared/useAct.ts';
import { EdgeField } from '../EdgeField.tsx';
import { ProblemNote } from '../messages.tsx';
import { Part } from '../Part.tsx';
import { MarkedList } from './MarkedList.tsx';

interface Edges {
  readonly startS: number | null;
  readonly endS: number | null;
}

interface Props {
  readonly rider: Rider;
  readonly recording: RecordingWithStreams;
  readonly watts: Float64Array;
  /** The effort as it is drawn: where the edges start from. */
  readonly effort: Stretch | null;
}

/** Says of a stretch of a ride that it was all the rider had: it counts for CP and W′. */
export function MarkStretch({ rider, recording, watts, effort }: Props) {
  const { form, keep } = useStoredForm<Edges>({
    startS: effort?.startS ?? null,
    endS: effort?.endS ?? null,
  });
  const { startS, endS } = useWatch({ control: form.control }) as Edges;
  const [mark] = markedEffortsApi.useMarkEffortMutation();
  const { act, problem } = useAct();
  if (rider.powerSource === 'none') return null;
  const seconds = startS === null || endS === null ? null : endS - startS;
  const fits =
    seconds !== null &&
    seconds >= MARKED_SECONDS.low &&
    seconds <= MARKED_SECONDS.high &&
    (endS ?? 0) <= watts.length;
  const meanW =
    fits && startS !== null && endS !== null
      ? roundHalfUp(meanOf(watts.subarray(startS, endS)))
      : null;
  const store = async (): Promise<void> => {
    if (startS === null || seconds === null) return;
    const body = { riderId: rider.id, rideId: recording.rideId, startS, seconds, note: '' };
    if (
      await act(
        () => mark(body),
        `${printDuration(seconds)} at ${meanW ?? ''} W marked as maximal.`,
      )
    )
      keep();
  };
  return (
    <section className="sheet mt-3" aria-label="Maximal efforts">
      <h2>A maximal effort?</h2>
      <p className="soft small">
        Mark a stretch that was ridden as hard as it could be. From 2:00 to 20:00 it counts for CP
        and W′.
      </p>
      <MarkedList rider={rider} rideId={recording.rideId} />
      <Form
        noValidate
        className="entry-row"
        onSubmit={(event) => void form.handleSubmit(store)(event)}
      >
        <Part of={form.control} name="startS">
          {(second, set) => <EdgeField label="From" second={second} set={set} />}
        </Part>
        <Part of={form.control} name="endS">
          {(second, set) => <EdgeField label="To" second={second} set={set} />}
        </Part>
        <Button type="submit" variant="outline-secondary" disabled={!fits}>
          Mark as maximal
        </Button>
      </Form>
      <p className="soft small mb-0">
        {meanW !== null && seconds !== null
          ? `${printDuration(seconds)} at ${meanW} W.`
          : `An effort lasts from ${MARKED_SECONDS.low} s to ${printClock(MARKED_SECONDS.high)}, and ends with its recording at the latest.`}
      </p>
      <ProblemNote problem={problem} />
    </section>
  );
}
