import { bestWindows, isBeat, meanOf } from '../../power/index.ts';
import { printClock, roundHalfUp, roundTo } from '../../units/index.ts';
import { check, type Checker, effortWatts, latest, signed, type TestEvidence } from './check.ts';

const LOWEST_RPM = 60;
const REACHED_SHARE = 0.95;
const SEATED_RPM = { low: 80, high: 90 } as const;
/** Longer efforts: as far as this from the last of the kind, rpm. Source: handbook section 4. */
const SAME_RPM = 8;
const JUMP = { rpm: 15, withinS: 5, most: 2 } as const;
/** A recording that begins so short before the effort shows no warm-up, s. */
const WARM_UP = { shortestS: 600, openerS: 30, openerPercent: 90, recordedS: 60 } as const;

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

/**
 * Mean cadence of an effort; seconds without pedalling say nothing of it.
 *
 * @param recording cadence of each second, and where the effort lies
 * @returns rpm, or null where none was recorded
 * Source: handbook section 4, Believing a test.
 */
export function meanCadence(
  recording: Pick<NonNullable<TestEvidence['recording']>, 'rpm' | 'effort'>,
): number | null {
  const turns = cadenceOf(recording);
  return turns.length === 0 ? null : meanOf(turns);
}

/** A longer effort is ridden at the rider's own cadence: it is held against the last of the kind. */
export const sameCadence: Checker = ({ recording, earlier, protocol }) => {
  const mean = recording ? meanCadence(recording) : null;
  const last = latest(
    earlier.filter((test) => test.protocolId === protocol.id && test.meanRpm != null),
  );
  if (mean === null || last?.meanRpm == null) return null;
  const same = Math.abs(mean - last.meanRpm) <= SAME_RPM;
  return check(
    'sameCadence',
    'Mean cadence',
    `${roundHalfUp(mean)} rpm, before: ${roundHalfUp(last.meanRpm)}`,
    `within ${SAME_RPM} rpm of the last of this kind`,
    same ? 'held' : 'doubtful',
    same
      ? 'Can be compared.'
      : 'Another cadence shifts the work between legs and lungs, so compare with care.',
  );
};

/** Where watts are held, a jump in cadence makes the trainer fight back. */
export const cadenceJumps: Checker = ({ recording }) => {
  if (!recording || meanCadence(recording) === null) return null;
  const { rpm, effort } = recording;
  let jumps = 0;
  for (let second = effort.startS + JUMP.withinS; second < effort.endS; second += 1) {
    const [before, now] = [rpm?.[second - JUMP.withinS] ?? 0, rpm?.[second] ?? 0];
    // Where the rider coasts or the sensor is silent there is nothing to jump from.
    if (before === 0 || now === 0 || Math.abs(now - before) <= JUMP.rpm) continue;
    jumps += 1;
    second += JUMP.withinS;
  }
  const few = jumps <= JUMP.most;
  return check(
    'cadenceJumps',
    'Jumps in cadence',
    jumps === 0 ? 'none' : `${jumps} over ${JUMP.rpm} rpm`,
    `not more than ${JUMP.most}`,
    few ? 'held' : 'doubtful',
    few
      ? 'Held watts could follow.'
      : 'At every jump held watts fight back: some stages were not as they should be.',
  );
};

export const warmUp: Checker = ({ recording, expectedFtpW, earlier }) => {
  if (!recording) return null;
  const { startS } = recording.effort;
  const name = 'Warm-up';
  const limit = `${WARM_UP.shortestS / 60} min, ${WARM_UP.openerS} s of it at 90 % of FTP`;
  if (startS < WARM_UP.recordedS)
    return check(
      'warmUp',
      name,
      'not recorded',
      limit,
      'unknown',
      'The recording begins with the effort.',
    );
  const ftpW = expectedFtpW ?? latest(earlier.filter((test) => test.ftpW !== null))?.ftpW ?? null;
  const before = recording.watts.subarray(0, startS);
  // Single seconds scatter: an opener is one as a whole.
  const [opener] = bestWindows(Float64Array.from(before), [WARM_UP.openerS]);
  const percent = ftpW === null || !opener ? null : (100 * opener.meanW) / ftpW;
  const long = startS >= WARM_UP.shortestS;
  const sharp = percent === null || percent >= WARM_UP.openerPercent;
  let says = 'Warm enough.';
  if (!long) says = 'Short, so it may read low. Offer a longer one next time.';
  else if (!sharp) says = 'Soft: nothing in it opened the legs, so it may read low.';
  return check(
    'warmUp',
    name,
    `${printClock(startS)}${percent === null ? '' : `, best 30 s at ${roundHalfUp(percent)} %`}`,
    limit,
    long && sharp ? 'held' : 'doubtful',
    says,
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
