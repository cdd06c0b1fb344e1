import type { Rider, TestDayDraft } from '@uphill/api';
import type { ProtocolId } from '@uphill/core/testing';
import {
  type RiddenSecond,
  type RideEvent,
  standInFor,
  type TestRideSetting,
  usualSetting,
} from '@uphill/core/simulation';
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { riderOnDay } from '../../../shared/riderOnDay.ts';
import type { StandIns, Tick } from '../../../workers/standIns.worker.ts';

export const SPEEDS = [1, 5, 20, 60] as const;
/** How often a ride under way is kept. */
const KEEP_MS = 1500;
const SHOWN_SECONDS = 900;

/** How the stand-ins are set up for a rider's test day. */
export function settingFor(
  rider: Rider,
  protocolId: ProtocolId,
  draft: TestDayDraft,
  seed: number,
): TestRideSetting {
  const numbers = riderOnDay(rider, draft.date);
  const expectedW = draft.expectedW ?? numbers.ftpW ?? 180;
  // Without any FTP the stand-in is a rider of what is expected.
  const body = standInFor({ ...numbers, ftpW: numbers.ftpW ?? expectedW }, seed);
  const usual = usualSetting(protocolId, body, expectedW, seed);
  const slope = {
    gradient: draft.slopePercent / 100,
    riderKg: numbers.massKg ?? usual.slope.riderKg,
  };
  return { ...usual, ramp: draft.ramp, onS: draft.onS, optional: draft.optional, slope };
}

export type Ride = NonNullable<TestDayDraft['ride']>;

/** A test on the stand-ins, ridden in a worker: kept every moment, resumed where it was left. */
export function useStandIns(setting: TestRideSetting, ride: Ride, keep: (ride: Ride) => void) {
  const host = useRef<{ worker: Worker; standIns: Remote<StandIns> } | null>(null);
  const [tick, setTick] = useState<Tick | null>(null);
  const [trace, setTrace] = useState<readonly RiddenSecond[]>([]);
  const [running, setRunning] = useState(false);
  const [speed, setSpeed] = useState<number>(20);
  const [refusal, setRefusal] = useState<string | null>(null);
  const keptAt = useRef(0);
  const begun = useRef(ride);

  const keepNow = useCallback(
    async (state: Tick['state']): Promise<void> => {
      keptAt.current = performance.now();
      const events = [...((await host.current?.standIns.events()) ?? [])] as RideEvent[];
      keep({ seed: setting.seed, seconds: state.second, events });
    },
    [keep, setting.seed],
  );
  const take = useCallback(
    (next: Tick): void => {
      setTick(next);
      setTrace((before) => [...before, ...next.ridden].slice(-SHOWN_SECONDS));
      if (next.state.ended !== null) setRunning(false);
      if (next.state.ended !== null || performance.now() - keptAt.current > KEEP_MS)
        void keepNow(next.state);
    },
    [keepNow],
  );

  // What is settled when the ride begins stays settled until it ends.
  const settled = useMemo(() => JSON.stringify(setting), [setting]);
  useEffect(() => {
    const worker = new Worker(new URL('../../../workers/standIns.worker.ts', import.meta.url), {
      type: 'module',
    });
    const standIns = wrap<StandIns>(worker);
    host.current = { worker, standIns };
    void standIns
      .start(JSON.parse(settled) as TestRideSetting, begun.current.events, begun.current.seconds)
      .then((first) => {
        setTick(first);
        setTrace(first.ridden.slice(-SHOWN_SECONDS));
      });
    return () => {
      worker.terminate();
      host.current = null;
    };
  }, [settled]);

  const run = (at: number): void => {
    setSpeed(at);
    setRunning(true);
    void host.current?.standIns.run(at, proxy(take));
  };
  const pause = (): void => {
    setRunning(false);
    void host.current?.standIns.pause();
    if (tick) void keepNow(tick.state);
  };
  const press = async (what: RideEvent['did']): Promise<void> => {
    const done = await host.current?.standIns.press(what);
    setRefusal(done?.refusal ?? null);
    if (done) {
      take(done.tick);
      void keepNow(done.tick.state);
    }
  };
  const whole = async () =>
    (await host.current?.standIns.whole()) ?? { seconds: [], laps: [], drops: [] };
  return {
    tick,
    trace,
    running,
    speed,
    refusal,
    run,
    pause,
    press,
    setSpeed: (at: number) => (running ? run(at) : setSpeed(at)),
    whole,
  };
}
