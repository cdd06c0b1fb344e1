import { useEffect, useRef } from 'react';
import CloseButton from 'react-bootstrap/CloseButton';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { workingHidden } from '../shared/viewSlice.ts';

/** The arithmetic behind a figure: docked at the right on a wide screen, a sheet from below on a phone. */
export function WorkingPanel() {
  const shown = useAppSelector((state) => state.view.working);
  const dispatch = useAppDispatch();
  const panel = useRef<HTMLElement>(null);
  const opener = useRef<Element | null>(null);
  const pinned = shown?.pinned ?? false;

  useEffect(() => {
    if (!pinned) return;
    opener.current = document.activeElement;
    panel.current?.focus();
    return () => {
      if (opener.current instanceof HTMLElement) opener.current.focus();
      dispatch(workingHidden({ force: false }));
    };
  }, [pinned, dispatch]);

  if (!shown) return null;
  const { working, figure } = shown;
  const close = (): void => void dispatch(workingHidden({ force: true }));
  return (
    <aside
      ref={panel}
      tabIndex={-1}
      className={`working working-${shown.corner}${pinned ? ' working-pinned' : ''}`}
      aria-label="The working"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        close();
      }}
    >
      <div className="d-flex justify-content-between align-items-start gap-2">
        <h2 className="h3 mb-0">{working.rule}</h2>
        {pinned && <CloseButton aria-label="Close the working" onClick={close} />}
      </div>
      <dl className="working-lines">
        {working.lines.map(({ label, figure: value }, index) => (
          <div key={index}>
            <dt>{label}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <p className="working-result">
        <strong>{figure}</strong>
      </p>
      {working.settings.length > 0 && (
        <p className="small soft mb-0">
          {working.settings.map(({ name, value }) => `${name}: ${value}`).join(' · ')}
        </p>
      )}
    </aside>
  );
}
