import { isBeat, meanOf } from '../../power/index.ts';
import { roundHalfUp, roundTo } from '../../units/index.ts';
import { check, type Checker, effortWatts, signed } from './check.ts';

const LOWEST_RPM = 60;
const REACHED_SHARE = 0.95;
const SEATED_RPM = { low: 80, high: 90 } as const;

export const pacing: Checker = ({ recording }) => {
  if (!recording) return null;
  const watts = effortWatts(recording);
  const quarter = Math.floor(watts.length / 4);
  const share = meanOf(watts.subarray(watts.length - quarter)) / meanOf(watts.subarray(0, quarter));
  let says: string;
  if (share < 0.95) says = 'Started too hard, so it reads low.';
  else if (share > 1.05) says = 'Held back at first, so it reads low.';
  else says = 'Evenly ridden.';
  return check(
    'pacing',
    'Last quarter ÷ first quarter',
    roundTo(share, 3).toFixed(3),
    '0.95–1.05',
    share >= 0.95 && share <= 1.05 ? 'held' : 'doubtful',
    says,
  );
};

export const lastSeconds: Checker = ({ recording }) => {
  if (!recording) return null;
  const watts = effortWatts(recording);
  const up = meanOf(watts.subarray(watts.length - 20)) / meanOf(watts) - 1;
  return check(
    'lastSeconds',
    'Last 20 s against the mean',
    signed(up),
    'at most +20 %',
    up > 0.2 ? 'doubtful' : 'held',
    up > 0.2 ? 'A sprint at the end, so more was left.' : 'Nothing much was left.',
  );
};

export const heartRateReached: Checker = ({ recording, maximalBpm, heartRateUsable }) => {
  if (!recording) return null;
  const name = 'Heart rate reached';
  const limit = '95 % of maximum';
  if (heartRateUsable === false)
    return check(
      'heartRateReached',
      name,
      'not looked at',
      limit,
      'unknown',
      'The health screen rules heart-rate verdicts out for this rider; RPE governs.',
    );
  const beats =
    recording.bpm?.slice(recording.effort.startS, recording.effort.endS).filter(isBeat) ?? [];
  if (beats.length === 0 || maximalBpm === null) {
    const figure = beats.length === 0 ? 'not recorded' : 'no maximum known';
    return check(
      'heartRateReached',
      name,
      figure,
      limit,
      'unknown',
      'It cannot be told whether this was the rider’s maximum.',
    );
  }
  const top = Math.max(...beats);
  const reached = top >= REACHED_SHARE * maximalBpm;
  let says: string;
  if (top > maximalBpm)
    says = `Above the known maximum of ${maximalBpm} bpm. Was the strap sound? If so, update the maximum.`;
  else if (reached) says = 'A full effort.';
  else says = 'The rider may have had more in the legs.';
  return check(
    'heartRateReached',
    name,
    `${top} bpm, ${roundTo((top / maximalBpm) * 100, 1)} %`,
    limit,
    reached ? 'held' : 'doubtful',
    says,
  );
};

export const cadenceFloor: Checker = ({ recording }) => {
  if (!recording) return null;
  const turns = cadenceOf(recording);
  if (turns.length === 0)
    return check(
      'cadenceFloor',
      'Lowest cadence',
      'not recorded',
      'never below 60 rpm',
      'unknown',
      'Cadence was not recorded.',
    );
  // Five seconds at a time: a single skipped pulse of the sensor is not grinding.
  const lowest = lowestRolling(turns, 5);
  return check(
    'cadenceFloor',
    'Lowest cadence',
    `${roundHalfUp(lowest)} rpm`,
    'never below 60 rpm',
    lowest < LOWEST_RPM ? 'failed' : 'held',
    lowest < LOWEST_RPM
      ? 'Grinding at this power loads the knees; the end of the ramp should have come earlier.'
      : 'Kept turning to the end.',
  );
};

export const seatedCadence: Checker = ({ recording }) => {
  if (!recording) return null;
  const turns = cadenceOf(recording);
  const limit = `${SEATED_RPM.low}–${SEATED_RPM.high} rpm, seated`;
  if (turns.length === 0)
    return check(
      'seatedCadence',
      'Mean cadence',
      'not recorded',
      limit,
      'unknown',
      'Cadence was not recorded.',
    );
  const mean = meanOf(turns);
  const inside = roundHalfUp(mean) >= SEATED_RPM.low && roundHalfUp(mean) <= SEATED_RPM.high;
  return check(
    'seatedCadence',
    'Mean cadence',
    `${roundHalfUp(mean)} rpm`,
    limit,
    inside ? 'held' : 'doubtful',
    inside
      ? 'As asked.'
      : 'Another cadence shifts the work between legs and lungs; keep to it next time, or always test at this one.',
  );
};

function cadenceOf({
  rpm,
  effort,
}: {
  rpm: readonly (number | null)[] | null;
  effort: { startS: number; endS: number };
}): number[] {
  return (
    rpm
      ?.slice(effort.startS, effort.endS)
      .filter((turns): turns is number => turns !== null && turns > 0) ?? []
  );
}

function lowestRolling(values: readonly number[], width: number): number {
  let lowest = Infinity;
  for (let index = 0; index + width <= values.length; index += 1)
    lowest = Math.min(lowest, meanOf(values.slice(index, index + width)));
  return lowest === Infinity ? meanOf(values) : lowest;
}
