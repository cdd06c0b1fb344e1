import type { Model, Day, Rider } from '@uphill/api';
import {
  type Anchors,
  type Band,
  FIVE_BY_THRESHOLD_HR,
  heartZones,
  type Scheme,
} from '@uphill/core/zones';
import {
  healthVerdict,
  type HealthVerdict,
  hidesMass,
  isMinor,
  numbersOnDay,
  valueOn,
} from '@uphill/core/rider';
import { riderFigures, type RiderOnDay } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import { choices, ownShares } from './choices.ts';
import { daysBetween, plusDays, today } from './dates.ts';

/** The rider's figures as they count on a day, with what the rider can hold; a ridden day keeps the FTP it was ridden with. */
export function riderOnDay(
  rider: Rider,
  day: string,
  model: Model | null = null,
  ridden?: Pick<Day, 'state' | 'riddenFtpW'>,
  scheme: Scheme = FIVE_BY_THRESHOLD_HR,
): RiderOnDay {
  const numbers: RiderOnDay = {
    ...riderFigures(rider, day, model),
    recovery: choices().recovery,
    ways: ownShares(),
    heartZones: rider.powerSource === 'none' ? heartZonesOn(rider, day, scheme) : null,
  };
  return ridden && ridden.state !== 'planned' ? { ...numbers, ftpW: ridden.riddenFtpW } : numbers;
}

/** The rider's heart-rate zones on a day: of their own scheme, else of what heart rates are known; null where RPE governs. */
function heartZonesOn(rider: Rider, day: string, scheme: Scheme): Band[] | null {
  if (!healthOnDay(rider, day).heartRate) return null;
  const { thresholdBpm, maximalBpm } = numbersOnDay(rider, day);
  return heartZones({ thresholdHr: thresholdBpm, maximalHr: maximalBpm }, scheme);
}

/** The entry of the FTP history in use on a day, or null. */
export function ftpOnDay(rider: Pick<Rider, 'ftp'>, day: string) {
  return (
    valueOn(
      rider.ftp.map((entry) => ({ from: entry.countsFrom, value: entry })),
      day,
    )?.value ?? null
  );
}

export function firstName(name: string): string {
  return name.split(' ')[0] ?? name;
}

/** The figures that zones hang on, as they count on a day; heart rates are left out where they tell nothing. */
export function anchorsOnDay(rider: Rider, day: string): Anchors {
  const { ftpW, thresholdBpm, maximalBpm } = riderOnDay(rider, day);
  const lactate = valueOn(
    rider.lactate.map((entry) => ({ from: entry.countsFrom, value: entry })),
    day,
  );
  // A lactate test says nothing of the days before it.
  const thresholds = lactate && !lactate.borrowed ? lactate.value : null;
  const { heartRate } = healthOnDay(rider, day);
  const whole = (watts: number | null | undefined): number | null =>
    watts == null ? null : roundHalfUp(watts);
  return {
    ftp: ftpW,
    thresholdHr: heartRate ? thresholdBpm : null,
    maximalHr: heartRate ? maximalBpm : null,
    lt1: whole(thresholds?.lt1W),
    lt2: whole(thresholds?.lt2W),
  };
}

/** What the rider's health screen allows on a day. */
export function healthOnDay(
  rider: Pick<Rider, 'health' | 'birthYear' | 'sex'>,
  day: string,
): HealthVerdict {
  return healthVerdict(rider.health, rider, day);
}

/** Body mass as it may be shown: null where it is unknown or hidden. */
export function shownMass(rider: Rider, day: string): number | null {
  return massHidden(rider, day) ? null : riderOnDay(rider, day).massKg;
}

/** Whether body mass and W/kg are not to be shown. */
export function massHidden(
  rider: Pick<Rider, 'hideMass' | 'health' | 'birthYear'>,
  day: string,
): boolean {
  return hidesMass(rider.hideMass, isMinor(rider.health, rider.birthYear, day));
}

/** When the next test is due, as days from today (negative: overdue); null before the first. */
export function retestIn(rider: Pick<Rider, 'lastTest' | 'retestWeeks'>): number | null {
  return rider.lastTest === null
    ? null
    : daysBetween(today(), plusDays(rider.lastTest, rider.retestWeeks * 7));
}
