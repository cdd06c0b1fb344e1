import { describe, expect, it } from 'vitest';
import {
  aboveFtp,
  balanceAfter,
  bandsFor,
  bestWindows,
  expectedRampEnd,
  fitCriticalPower,
  ftpFromReading,
  loadFromEffort,
  loadFromPower,
  pairFromBests,
  preparePower,
  protocolOf,
  PROTOCOLS,
  readLactate,
  resultOf,
  roundTo,
  SEVEN_OVERLAPPING,
  SEVEN_STEPS,
  surgeWeightedPower,
} from '@uphill/core';
import sums from './cases/sums.json' with { type: 'json' };

describe('the worked figures', () => {
  it.each(sums.ftpFromTest)('FTP from $protocol at $readingW W', ({ protocol, readingW, ftpW }) => {
    const rule = PROTOCOLS.find(({ id }) => id === protocol);
    expect(rule && ftpFromReading(rule, readingW).value).toBe(ftpW);
  });

  it.each(sums.sevenSteps)('Seven steps at $ftpW W', ({ ftpW, bandsW }) => {
    expect(bandsFor(SEVEN_STEPS, { ftp: ftpW }).map(({ low, high }) => [low, high])).toEqual(bandsW);
  });

  it.each(sums.sevenOverlapping)('Seven, overlapping at $ftpW W', ({ ftpW, bandsW }) => {
    expect(bandsFor(SEVEN_OVERLAPPING, { ftp: ftpW }).map(({ low, high }) => [low, high])).toEqual(bandsW);
  });

  it.each(sums.onOff)('$protocol: $highestMeanW and $highestSurgeWeightedW W', ({ protocol, highestMeanW, highestSurgeWeightedW, ftpW }) => {
    const details = { kind: 'onOff', meanW: highestMeanW, surgeW: highestSurgeWeightedW, onS: 30 } as const;
    const result = resultOf(protocolOf(protocol), { readingW: null, meanBpm: null, details });
    expect(result.ok && result.value.ftp?.value).toBe(ftpW);
  });

  it.each(sums.aboveFtp)('targets above FTP from $best1minW and $best5minW W', ({ best1minW, best5minW, cpW, wPrimeJ, targetW }) => {
    const pair = pairFromBests(best1minW, best5minW);
    if (!pair.ok) throw new Error(pair.reason);
    expect([pair.value.value.cpW, pair.value.value.wPrimeJ]).toEqual([cpW, wPrimeJ]);
    for (const [seconds, watts] of Object.entries(targetW)) {
      const { ways } = aboveFtp(Number(seconds), { ftpW: 262, pair: pair.value.value, bests: [], goalW: null });
      expect(ways.find(({ id }) => id === 'bests')?.watts?.value).toBe(watts);
    }
  });

  it('CP and W′ by least squares', () => {
    const fit = fitCriticalPower(
      sums.cpFit.points.map(([seconds = 0, watts = 0]) => ({ seconds, watts })),
      null,
    );
    expect(fit.ok && [roundTo(fit.value.value.cpW, 3), Math.round(fit.value.value.wPrimeJ)]).toEqual([sums.cpFit.cpW, sums.cpFit.wPrimeJ]);
  });

  it('W′ balance through reps and rests, to where it breaks, and at CP itself', () => {
    let balance = sums.wBalance.wPrimeJ;
    const ends = sums.wBalance.segments.map(([seconds = 0, watts = 0]) => (balance = balanceAfter(balance, watts, seconds, sums.wBalance)));
    expect(ends.map((end) => roundTo(end, 1))).toEqual(sums.wBalance.endOfSegmentJ);

    const { segments, firstBelowZeroAtS, wPrimeJ } = sums.wBalanceBreaks;
    let [left, clock, broke] = [wPrimeJ, 0, null as number | null];
    for (const [seconds = 0, watts = 0] of segments) {
      const next = balanceAfter(left, watts, seconds, sums.wBalanceBreaks);
      if (broke === null && next < 0) broke = clock + left / (watts - sums.wBalanceBreaks.cpW);
      [left, clock] = [next, clock + seconds];
    }
    expect(roundTo(broke ?? 0, 2)).toBe(firstBelowZeroAtS);

    const { startJ, segment, endJ } = sums.recoversAtCp;
    expect(balanceAfter(startJ, segment[1] ?? 0, segment[0] ?? 0, sums.recoversAtCp)).toBe(endJ);
  });

  it('lactate: both thresholds, and where it does not rise evenly', () => {
    const watts = (stages: number[][], struck: number[] = []) => {
      const samples = stages.map(([stageW = 0, mmol = 0]) => ({
        stageW,
        at: 'end' as const,
        mmol,
        bpm: null,
        rpe: null,
        struck: struck.includes(stageW) ? 'sweat' : null,
        fraction: 1,
      }));
      const { lt1, lt2 } = readLactate(samples, 20);
      return [lt1.crossing, lt2.crossing].map((reading) => (reading.ok ? roundTo(reading.value.value, 2) : null));
    };
    expect(watts(sums.lactate.stages)).toEqual([sums.lactate.lt1At2W, sums.lactate.lt2At4W]);
    const { stages, lt1At2W, lt2At4W, struck, lt1At2WWithStruck } = sums.lactateNotRising;
    expect(watts(stages)).toEqual([lt1At2W, lt2At4W]);
    expect(watts(stages, struck)).toEqual([lt1At2WWithStruck, lt2At4W]);
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
