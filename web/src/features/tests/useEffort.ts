import { findRamp, findSteadyEffort, type ProtocolId, protocolOf, type RampShape, type Reading, STAGE_S, type Stretch } from '@uphill/core';
import { useMemo, useState } from 'react';

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
    setMoved({ from: found, effort: place(now, edge, second, watts.length, fixed) });
  };
  return { found, effort, move, fixed, byHand: byHand !== null, asFound: () => setMoved(null) };
}

/** Puts one edge somewhere; an effort of a fixed length moves as one, a ramp keeps at least a minute. */
function place(effort: Stretch, edge: 'start' | 'end', second: number, longest: number, fixed: number | null): Stretch {
  if (fixed !== null) {
    const startS = clamp(edge === 'start' ? second : second - fixed, 0, longest - fixed);
    return { startS, endS: startS + fixed };
  }
  return edge === 'start'
    ? { startS: clamp(second, 0, effort.endS - STAGE_S), endS: effort.endS }
    : { startS: effort.startS, endS: clamp(second, effort.startS + STAGE_S, longest) };
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(high, value));
}
