import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { noticeClosed } from '../shared/viewSlice.ts';
import { useJournal } from './useJournal.ts';

const STAYS_MS = 8000;
/** What has to be read and decided stays longer. */
const ASKS_MS = 30_000;

/** What just happened, said once in the corner, with the way back where there is one. */
export function Notices() {
  const notices = useAppSelector((state) => state.view.notices);
  const dispatch = useAppDispatch();
  const { step, skip } = useJournal();
  const newest = notices.at(-1)?.id;
  const asks = notices.at(-1)?.offer?.kind === 'skip';
  useEffect(() => {
    if (newest === undefined) return;
    const timer = setTimeout(() => dispatch(noticeClosed(newest)), asks ? ASKS_MS : STAYS_MS);
    return () => clearTimeout(timer);
  }, [newest, asks, dispatch]);
  return (
    <div className="notices" role="status" aria-live="polite">
      {notices.map(({ id, text, offer }) => (
        // Bootstrap's look without its component, which would announce it as an alert: this is a status.
        <div key={id} className="toast show d-flex align-items-center gap-3 p-3">
          <span className="flex-grow-1">{text}</span>
          {offer?.kind === 'undo' && (
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() => void step('undo', offer.step)}
            >
              Undo
            </Button>
          )}
          {offer?.kind === 'skip' && (
            <Button
              size="sm"
              variant="outline-secondary"
              className="text-nowrap"
              onClick={() => void skip(offer.step, offer.way)}
            >
              Skip it
            </Button>
          )}
        </div>
      ))}
    </div>
  );
}
