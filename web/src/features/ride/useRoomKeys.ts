import type { Judged, SessionEvent } from '@uphill/core/simulation';
import { useEffect, useRef } from 'react';
import { useKey } from '../../shared/keys/useKey.ts';

const HELD_MS = 1000;

interface RoomKeys {
  readonly toggle: () => void;
  readonly press: (did: SessionEvent['did']) => void;
  readonly sound: () => void;
  readonly leave: () => void;
  /** What is asked or offered now: its keys work only then. */
  readonly judged: Judged | null;
}

/** The keys of the ride room; going on to the next step has to be held, so that no slip of the hand ends a rep. */
export function useRoomKeys({ toggle, press, sound, leave, judged }: RoomKeys): void {
  const held = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(held.current), []);
  useKey('pause', toggle);
  useKey('back', () => press('back'));
  useKey('harder', () => press('harder'));
  useKey('easier', () => press('easier'));
  useKey('sound', sound);
  useKey('leave', leave);
  const { asksRpe = false, offer = null } = judged ?? {};
  const decides = offer !== null && offer.why !== 'unwell';
  useKey('rpe1', () => press('rpeUnder7'), { when: asksRpe });
  useKey('rpe2', () => press('rpe7'), { when: asksRpe });
  useKey('rpe3', () => press('rpeOver7'), { when: asksRpe });
  useKey('endSet', () => press('lastOne'), { when: offer !== null });
  useKey('rescue', () => press('rescue'), { when: decides && offer.rescueW !== null });
  useKey('rideEasy', () => press('rideEasy'), { when: decides });
  useKey('goOn', () => press('goOn'), { when: decides });
  useKey('skip', () => {
    held.current = setTimeout(() => press('skip'), HELD_MS);
  });
  useKey('skip', () => clearTimeout(held.current), { letGo: true });
}
