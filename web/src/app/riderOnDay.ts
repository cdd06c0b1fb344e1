import type { Placed, Rider } from '@uphill/api';
import { EASY_PERCENT, RETEST_WEEKS, type RiderOnDay, valueOn } from '@uphill/core';
import { daysBetween, plusDays, today } from './dates.ts';

/** The rider's figures as they count on a day; a ridden day keeps the FTP it was ridden with. */
export function riderOnDay(rider: Rider, day: string, ridden?: Pick<Placed, 'state' | 'riddenFtpW'>): RiderOnDay {
  const heart = (kind: string) =>
    valueOn(
      rider.heartRates.filter((entry) => entry.kind === kind).map(({ date, bpm }) => ({ from: date, value: bpm })),
      day,
    )?.value ?? null;
  return {
    firstName: firstName(rider.name),
    ftpW: ridden && ridden.state !== 'planned' ? ridden.riddenFtpW : (ftpOnDay(rider, day)?.usedW ?? null),
    massKg:
      valueOn(
        rider.bodyMass.map(({ date, kg }) => ({ from: date, value: kg })),
        day,
      )?.value ?? null,
    thresholdBpm: heart('threshold'),
    maximalBpm: heart('maximal'),
    hasPower: rider.powerSource !== 'none',
    easyPercent: EASY_PERCENT,
    bests: rider.bests,
  };
}

/** The entry of the FTP history in use on a day, or null. */
export function ftpOnDay(rider: Rider, day: string) {
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

/** When the next test is due, as days from today (negative: overdue); null before the first. */
export function retestIn(rider: Rider): number | null {
  return rider.lastTest === null ? null : daysBetween(today(), plusDays(rider.lastTest, RETEST_WEEKS * 7));
}
