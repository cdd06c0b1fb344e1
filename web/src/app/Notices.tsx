import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { noticeClosed, type ViewState } from '../shared/viewSlice.ts';
import { useJournal } from './useJournal.ts';

const STAYS_MS = 8000;
/** What has to be read and decided stays longer. */
const ASKS_MS = 30_000;

/** What just happened, said once in the corner, with the way back where there is one. */
export function Notices() {
  const notices = useAppSelector((state) => state.view.notices);
  return (
    <div className="notices" role="status" aria-live="polite">
      {notices.map((notice) => (
        <Notice key={notice.id} notice={notice} />
      ))}
    </div>
  );
}

/** Goes after a while; not while it is pointed at or holds the focus. */
function Notice({ notice: { id, text, offer } }: { notice: ViewState['notices'][number] }) {
  const dispatch = useAppDispatch();
  const { step, skip } = useJournal();
  const [focused, setFocused] = useState(false);
  const [pointed, setPointed] = useState(false);
  const waits = focused || pointed;
  const stays = offer?.kind === 'skip' ? ASKS_MS : STAYS_MS;
  useEffect(() => {
    if (waits) return;
    const timer = setTimeout(() => dispatch(noticeClosed(id)), stays);
    return () => clearTimeout(timer);
  }, [id, waits, stays, dispatch]);
  return (
    // Bootstrap's look without its component, which would announce it as an alert: this is a status.
    <div
      className="toast show d-flex align-items-center gap-3 p-3"
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
    >
      <span className="flex-grow-1">{text}</span>
      {offer?.kind === 'undo' && (
        <Button size="sm" variant="outline-secondary" onClick={() => void step('undo', offer.step)}>
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
  );
}
