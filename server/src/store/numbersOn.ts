import type { Rider } from '@uphill/api';
import { EASY_PERCENT, type RiderOnDay, valueOn } from '@uphill/core';

/** The rider's figures as they count on a day. */
export function numbersOn(rider: Rider, day: string): RiderOnDay {
  const on = <T>(history: { from: string; value: T }[]): T | null => valueOn(history, day)?.value ?? null;
  const heart = (kind: string) => on(rider.heartRates.filter((entry) => entry.kind === kind).map(({ date, bpm }) => ({ from: date, value: bpm })));
  return {
    firstName: rider.name.split(' ')[0] ?? rider.name,
    ftpW: on(rider.ftp.map(({ countsFrom, usedW }) => ({ from: countsFrom, value: usedW }))),
    massKg: on(rider.bodyMass.map(({ date, kg }) => ({ from: date, value: kg }))),
    thresholdBpm: heart('threshold'),
    maximalBpm: heart('maximal'),
    hasPower: rider.powerSource !== 'none',
    easyPercent: EASY_PERCENT,
    bests: rider.bests,
  };
}
