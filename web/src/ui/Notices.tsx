import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { noticeClosed } from '../app/viewSlice.ts';
import { useJournal } from '../app/useJournal.ts';

const STAYS_MS = 8000;

/** What just happened, said once in the corner, with the way back where there is one. */
export function Notices() {
  const notices = useAppSelector((state) => state.view.notices);
  const dispatch = useAppDispatch();
  const { step } = useJournal();
  const newest = notices.at(-1)?.id;
  useEffect(() => {
    if (newest === undefined) return;
    const timer = setTimeout(() => dispatch(noticeClosed(newest)), STAYS_MS);
    return () => clearTimeout(timer);
  }, [newest, dispatch]);
  return (
    <div className="notices" role="status" aria-live="polite">
      {notices.map(({ id, text, undo }) => (
        // Bootstrap's look without its component, which would announce it as an alert: this is a status.
        <div key={id} className="toast show d-flex align-items-center gap-3 p-3">
          <span className="flex-grow-1">{text}</span>
          {undo && (
            <Button size="sm" variant="outline-secondary" onClick={() => void step('undo')}>
              Undo
            </Button>
          )}
        </div>
      ))}
    </div>
  );
}
