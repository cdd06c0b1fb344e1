import type { SessionEvent } from '@uphill/core/simulation';
import { useEffect, useRef } from 'react';

const HELD_MS = 1000;

interface RoomKeys {
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: () => void;
  readonly leave: () => void;
}

/** Space pauses; the right arrow held for a second goes on, the left repeats; up and down 2 %; M sound; Esc asks. */
export function useRoomKeys(keys: RoomKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    let held: ReturnType<typeof setTimeout> | undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (
        event.target instanceof HTMLElement &&
        /^(?:BUTTON|SELECT)$/.test(event.target.tagName) &&
        event.key === ' '
      )
        return;
      const does: Record<string, () => void> = {
        ' ': () => latest.current.toggle(),
        ArrowLeft: () => latest.current.press('back'),
        ArrowUp: () => latest.current.press('harder'),
        ArrowDown: () => latest.current.press('easier'),
        m: () => latest.current.sound(),
        Escape: () => latest.current.leave(),
      };
      if (event.key === 'ArrowRight') {
        if (!event.repeat) held = setTimeout(() => latest.current.press('skip'), HELD_MS);
      } else if (does[event.key] && !event.repeat) does[event.key]?.();
      else return;
      event.preventDefault();
    };
    const onUp = ({ key }: KeyboardEvent): void => {
      if (key === 'ArrowRight') clearTimeout(held);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      clearTimeout(held);
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, []);
}
