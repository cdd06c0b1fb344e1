import type { SessionEvent } from '@uphill/core/simulation';
import { useEffect, useRef } from 'react';
import { useKey } from '../../shared/keys/useKey.ts';

const HELD_MS = 1000;

interface RoomKeys {
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: () => void;
  readonly leave: () => void;
}

/** The keys of the ride room; going on to the next step has to be held, so that no slip of the hand ends a rep. */
export function useRoomKeys({ toggle, press, sound, leave }: RoomKeys): void {
  const held = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(held.current), []);
  useKey('pause', toggle);
  useKey('back', () => press('back'));
  useKey('harder', () => press('harder'));
  useKey('easier', () => press('easier'));
  useKey('sound', sound);
  useKey('leave', leave);
  useKey('skip', () => {
    held.current = setTimeout(() => press('skip'), HELD_MS);
  });
  useKey('skip', () => clearTimeout(held.current), { letGo: true });
}
