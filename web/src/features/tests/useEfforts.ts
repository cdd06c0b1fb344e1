import {
  type EffortId,
  type Efforts,
  effortsFromLaps,
  findEfforts,
  type Protocol,
  type RampSetting,
  type Stretch,
} from '@uphill/core/testing';
import type { Lap } from '@uphill/core/power';
import type { Refused, Understood } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import { placeEdge } from './placeEdge.ts';

/** The efforts of a protocol on a recording: from its laps where they fit, else found; and then where the coach has put them. */
export function useEfforts(
  protocol: Protocol,
  watts: Float64Array,
  laps: readonly Lap[],
  ramp: RampSetting,
  bpm: readonly (number | null)[] | null,
) {
  const fromLaps = useMemo(
    () => effortsFromLaps(protocol, laps, watts.length),
    [protocol, laps, watts],
  );
  const [takeLaps, setUseLaps] = useState(true);
  const searched = useMemo(
    () => (fromLaps && takeLaps ? null : findEfforts(protocol, watts, ramp, bpm)),
    [fromLaps, takeLaps, protocol, watts, ramp, bpm],
  );
  const found = useMemo<Understood<Efforts> | Refused>(
    () => searched ?? { ok: true, value: fromLaps ?? {} },
    [searched, fromLaps],
  );
  const [moved, setMoved] = useState<{
    from: Understood<Efforts> | Refused;
    efforts: Efforts;
  } | null>(null);
  const [wanted, setWanted] = useState<EffortId | null>(null);

  // A new search puts aside what was moved by hand on the old one.
  const byHand = moved && moved.from === found ? moved.efforts : null;
  const efforts = byHand ?? (found.ok ? found.value : {});
  const active = protocol.efforts.find(({ id }) => id === wanted) ?? protocol.efforts[0];
  const fixed = active?.seconds ?? null;
  const effort = active ? (efforts[active.id] ?? null) : null;
  const move = (edge: 'start' | 'end', second: number): void => {
    if (!active) return;
    const now: Stretch = effort ?? { startS: 0, endS: Math.min(watts.length, fixed ?? 600) };
    setMoved({
      from: found,
      efforts: { ...efforts, [active.id]: placeEdge(now, edge, second, watts.length, fixed) },
    });
  };
  return {
    found,
    efforts,
    effort,
    active: active?.id ?? 'main',
    chooseEffort: setWanted,
    move,
    fixed,
    byHand: byHand !== null,
    asFound: () => setMoved(null),
    lapsFit: fromLaps !== null,
    takeLaps: fromLaps !== null && takeLaps,
    setUseLaps,
  };
}
