import { describe, expect, it } from 'vitest';
import {
  bandsFor,
  bestWindows,
  expectedRampEnd,
  ftpFromReading,
  loadFromEffort,
  loadFromPower,
  preparePower,
  PROTOCOLS,
  roundTo,
  SEVEN_STEPS,
  surgeWeightedPower,
} from '@uphill/core';
import sums from './cases/sums.json' with { type: 'json' };

describe('the worked figures', () => {
  const known = sums.ftpFromTest.filter(({ protocol }) => PROTOCOLS.some(({ id }) => id === protocol));

  it('cover three of the protocols', () => {
    expect(known.map(({ protocol }) => protocol).sort()).toEqual(['full-stage-ramp', 'ramp', 'twenty-minute']);
  });

  it.each(known)('FTP from $protocol at $readingW W', ({ protocol, readingW, ftpW }) => {
    const rule = PROTOCOLS.find(({ id }) => id === protocol);
    expect(rule && ftpFromReading(rule, readingW).value).toBe(ftpW);
  });

  it.each(sums.sevenSteps)('Seven steps at $ftpW W', ({ ftpW, bandsW }) => {
    expect(bandsFor(SEVEN_STEPS, ftpW).map(({ low, high }) => [low, high])).toEqual(bandsW);
  });

  it.each(sums.rampEnd)('a ramp of $startW + $stepW W for FTP $ftpW', ({ ftpW, startW, stepW, stageW, secondsIntoStage }) => {
    const end = expectedRampEnd(ftpW, { startW, stepW }).value;
    expect([end.stageW, roundTo(end.secondsIntoStage, 1)]).toEqual([stageW, secondsIntoStage]);
  });

  it('a whole stream: surge-weighted power, load and bests', () => {
    const { powerW, ftpW, surgeWeightedW, load, bestW } = sums.stream;
    const surge = surgeWeightedPower(powerW) ?? 0;
    expect(roundTo(surge, 3)).toBe(surgeWeightedW);
    expect(roundTo(loadFromPower(powerW.length, surge, ftpW), 3)).toBe(load);
    const durations = Object.keys(bestW).map(Number);
    const windows = bestWindows(powerW, durations);
    for (const [seconds, watts] of Object.entries(bestW)) {
      expect(windows.find((window) => window.seconds === Number(seconds))?.meanW).toBeCloseTo(watts, 2);
    }
  });

  it('a stream with a long gap: cut out of the means, zero in best efforts', () => {
    const { powerW, ftpW, movingSeconds, surgeWeightedW, load, best720W } = sums.gap;
    const { moving, clock } = preparePower(powerW);
    const surge = surgeWeightedPower(moving) ?? 0;
    expect(moving.length).toBe(movingSeconds);
    expect(roundTo(surge, 3)).toBe(surgeWeightedW);
    expect(roundTo(loadFromPower(moving.length, surge, ftpW), 3)).toBe(load);
    expect(roundTo(bestWindows(clock, [720])[0]?.meanW ?? 0, 4)).toBe(best720W);
  });

  it.each(sums.short)('surge-weighted power of $seconds s', ({ seconds, powerW, surgeWeightedW }) => {
    const surge = surgeWeightedPower(powerW ?? new Array<number>(seconds).fill(200));
    expect(surge === null ? null : roundTo(surge, 3)).toBe(surgeWeightedW);
  });

  it.each(sums.effortLoad)('load from effort: $minutes min at RPE $rpe', ({ minutes, rpe, load }) => {
    expect(roundTo(loadFromEffort(minutes, rpe), 1)).toBe(load);
  });
});
