import { type KeyboardEvent, useRef, useState } from 'react';
import { tooLong } from '../../ui/tooLong.ts';
import { useLastWords } from '../../ui/useLastWords.ts';

interface Props {
  readonly value: string;
  readonly label: string;
  /** Choices, for a cell that is not typed; null for a text cell. */
  readonly options: readonly (readonly [value: string, name: string])[] | null;
  /** Most characters that can be typed. */
  readonly most: number;
  readonly commit: (typed: string, then: 'stay' | 'next' | 'previous' | 'leave') => void;
  readonly cancel: () => void;
}

/** A cell while it is edited: Enter or Tab puts it in, Esc leaves it as it was, going elsewhere puts it in. */
export function CellEditor({ value, label, options, most, commit, cancel }: Props) {
  const [typed, setTyped] = useState(value);
  const over = useRef(false);
  const finish = (then: 'stay' | 'next' | 'previous' | 'leave'): void => {
    // Too many words stay in the cell, which stays open until they are fewer.
    if (over.current || tooLong(typed, most)) return;
    over.current = true;
    commit(typed, then);
  };
  useLastWords(() => finish('leave'));
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) finish('stay');
    else if (event.key === 'Tab') finish(event.shiftKey ? 'previous' : 'next');
    else if (event.key === 'Escape') {
      over.current = true;
      cancel();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const shared = {
    'aria-label': label,
    className: 'cell-editor',
    autoFocus: true,
    onKeyDown: onKey,
    onBlur: () => finish('leave'),
  };
  if (options) {
    return (
      <select {...shared} value={typed} onChange={({ target }) => setTyped(target.value)}>
        {options.map(([each, name]) => (
          <option key={each} value={each}>
            {name}
          </option>
        ))}
      </select>
    );
  }
  const problem = tooLong(typed, most);
  return (
    <>
      <input
        {...shared}
        value={typed}
        aria-invalid={problem !== undefined}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setTyped(target.value)}
      />
      {problem && (
        <span className="field-error d-block" role="alert">
          {problem}
        </span>
      )}
    </>
  );
}
