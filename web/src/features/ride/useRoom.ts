import type { SessionEvent, SessionRideSetting } from '@uphill/core/simulation';
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Room, RoomTick } from '../../workers/sessionRide.worker.ts';
import { useLastWords } from '../../ui/useLastWords.ts';
import { type KeptRide, keepRide } from './keptRide.ts';

/** A ride under way is kept this often, ms: a closed tab loses less than two seconds. */
const KEEP_MS = 1000;

/** A session ridden in a worker: steered, kept every second, resumed where it was left. */
export function useRoom(dayId: string, setting: SessionRideSetting, kept: KeptRide) {
  const host = useRef<{ worker: Worker; room: Remote<Room> } | null>(null);
  const [tick, setTick] = useState<RoomTick | null>(null);
  const [running, setRunning] = useState(false);
  const events = useRef<readonly SessionEvent[]>(kept.events);
  const keptAt = useRef(0);
  const begun = useRef(kept);
  const latest = useRef(kept.seconds);
  const over = useRef(false);

  const take = useCallback(
    (next: RoomTick): void => {
      setTick(next);
      latest.current = next.state.second;
      over.current = next.state.ended;
      if (next.state.ended) setRunning(false);
      if (next.state.ended || performance.now() - keptAt.current > KEEP_MS) {
        keptAt.current = performance.now();
        keepRide(dayId, { seed: setting.seed, seconds: next.state.second, events: events.current });
      }
    },
    [dayId, setting.seed],
  );
  // A tab that closes keeps the very second it was at.
  useLastWords(() => {
    if (latest.current > 0 && !over.current)
      keepRide(dayId, { seed: setting.seed, seconds: latest.current, events: events.current });
  });
  const settled = useMemo(() => JSON.stringify(setting), [setting]);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/sessionRide.worker.ts', import.meta.url), {
      type: 'module',
    });
    const room = wrap<Room>(worker);
    host.current = { worker, room };
    void room
      .start(
        JSON.parse(settled) as SessionRideSetting,
        [...begun.current.events],
        begun.current.seconds,
      )
      .then(setTick);
    return () => {
      worker.terminate();
      host.current = null;
    };
  }, [settled]);

  const run = (speed: number): void => {
    setRunning(true);
    void host.current?.room.run(speed, proxy(take));
  };
  const pause = (): void => {
    setRunning(false);
    void host.current?.room.pause();
  };
  const press = async (did: SessionEvent['did']): Promise<void> => {
    const next = await host.current?.room.press(did);
    if (!next) return;
    events.current = (await host.current?.room.whole())?.events ?? events.current;
    keptAt.current = 0;
    take(next);
  };
  const whole = async () => (await host.current?.room.whole()) ?? { seconds: [], events: [] };
  return { tick, running, run, pause, press, whole };
}
