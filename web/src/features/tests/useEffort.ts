import { findRamp, findSteadyEffort, type ProtocolId, protocolOf, type RampShape, type Reading, STAGE_S, type Stretch } from '@uphill/core';
import { useMemo, useState } from 'react';
import { placeEdge } from './placeEdge.ts';

/** The effort on a recording: found by the protocol, and then where the coach has put it. */
export function useEffort(watts: Float64Array | null, protocolId: ProtocolId, ramp: RampShape) {
  const found = useMemo<Reading<Stretch> | null>(() => {
    if (!watts) return null;
    const { reading } = protocolOf(protocolId);
    return reading.kind === 'steady' || reading.kind === 'steadyHeartRate' ? findSteadyEffort(watts, reading.seconds) : findRamp(watts, ramp);
  }, [watts, protocolId, ramp]);
  const [moved, setMoved] = useState<{ from: Reading<Stretch> | null; effort: Stretch } | null>(null);

  // A new search puts aside what was moved by hand on the old one.
  const byHand = moved && moved.from === found ? moved.effort : null;
  const effort = byHand ?? (found?.ok ? found.value : null);

  const { reading } = protocolOf(protocolId);
  const fixed = reading.kind === 'steady' || reading.kind === 'steadyHeartRate' ? reading.seconds : null;
  const move = (edge: 'start' | 'end', second: number): void => {
    if (!watts) return;
    const now = effort ?? { startS: 0, endS: Math.min(watts.length, fixed ?? 10 * STAGE_S) };
    setMoved({ from: found, effort: placeEdge(now, edge, second, watts.length, fixed) });
  };
  return { found, effort, move, fixed, byHand: byHand !== null, asFound: () => setMoved(null) };
}
