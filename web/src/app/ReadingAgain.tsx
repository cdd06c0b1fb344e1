import { useEffect, useRef } from 'react';
import { api } from '../shared/api/client.ts';
import { journalApi } from '../shared/api/journal.ts';
import { useAppDispatch } from '../shared/state.ts';

const EVERY_MS = 2000;

/** After an update rides are read again, beside everything else; how far that is stands under the bar until it is done. */
export function ReadingAgain() {
  const dispatch = useAppDispatch();
  const { data: asked } = journalApi.useServerHealthQuery();
  const { data = asked } = journalApi.useServerHealthQuery(undefined, {
    pollingInterval: EVERY_MS,
    skip: asked?.reading == null,
  });
  const reading = data?.reading ?? null;
  const was = useRef(false);
  useEffect(() => {
    // The last of them is read: what was shown without its figures is asked for again.
    if (was.current && reading === null)
      dispatch(api.util.invalidateTags(['rides', 'markedEfforts', 'models', 'days']));
    was.current = reading !== null;
  }, [reading, dispatch]);
  if (reading === null) return null;
  return (
    <p className="reading-again" role="status">
      Reading {reading.done} of {reading.of} rides again after the update. Until then a ride may
      lack its figures.
    </p>
  );
}
