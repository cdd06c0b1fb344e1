/** The sums of sums.json through the core's public functions: each kind gives what it found, in the case's own fields. */
import { aboveFtp, sessionBalance } from '@uphill/core/sessions';
import {
  balanceAfter,
  bestWindows,
  demandGap,
  fitCriticalPower,
  loadFromEffort,
  loadFromPower,
  pairFromBests,
  preparePower,
  surgeWeightedPower,
} from '@uphill/core/power';
import { bandsFor, SEVEN_OVERLAPPING, SEVEN_STEPS } from '@uphill/core/zones';
import {
  expectedRampEnd,
  ftpFromReading,
  protocolOf,
  PROTOCOLS,
  readLactate,
  resultOf,
} from '@uphill/core/testing';
import { weekGoal } from '@uphill/core/season';

const bands =
  (scheme) =>
  ({ ftpW }) => ({ bandsW: bandsFor(scheme, { ftp: ftpW }).map(({ low, high }) => [low, high]) });

/** What is understood; a refusal is its own words, which no figure equals. */
const value = (reading) => (reading.ok ? reading.value : { value: reading.reason });

function lactate(stages, struck = []) {
  const samples = stages.map(([stageW, mmol]) => {
    return {
      stageW,
      at: 'end',
      mmol,
      bpm: null,
      rpe: null,
      struck: struck.includes(stageW) ? 'sweat' : null,
      fraction: 1,
    };
  });
  const { lt1, lt2 } = readLactate(samples, 20);
  return [value(lt1.crossing).value, value(lt2.crossing).value];
}

/** Steady segments of [seconds, watts] as the core lays a session out. */
function laidOut(segments) {
  let startS = 0;
  return segments.map(([seconds, watts], index) => {
    const asked = { countedW: watts };
    const segment = { startS, seconds, from: asked, to: asked, rep: null, role: 'work', index };
    startS += seconds;
    return segment;
  });
}

const balanceOf = (segments, model) => sessionBalance(laidOut(segments), model);

/** W′ balance at the end of every segment. */
function endsOf(segments, model) {
  const { points } = balanceOf(segments, model);
  return laidOut(segments).map(
    ({ startS, seconds }) => points.find(({ second }) => second === startS + seconds)?.balanceJ,
  );
}

const loadOf = (watts, surgeW, ftpW) => loadFromPower(watts.length, surgeW, ftpW);

export const SUMS = {
  ftpFromTest: ({ protocol, readingW }) => ({
    factor: PROTOCOLS.find(({ id }) => id === protocol).ftpPercent / 100,
    ftpW: ftpFromReading(protocolOf(protocol), readingW).value,
  }),
  onOff({ protocol, highestMeanW, highestSurgeWeightedW }) {
    const details = { kind: 'onOff', meanW: highestMeanW, surgeW: highestSurgeWeightedW, onS: 30 };
    return {
      ftpW: value(resultOf(protocolOf(protocol), { readingW: null, meanBpm: null, details })).ftp
        ?.value,
    };
  },
  sevenSteps: bands(SEVEN_STEPS),
  sevenOverlapping: bands(SEVEN_OVERLAPPING),
  aboveFtp({ best1minW, best5minW, targetW }) {
    const pair = value(pairFromBests(best1minW, best5minW)).value;
    const target = (seconds) => {
      const { ways } = aboveFtp(Number(seconds), { ftpW: 262, pair, bests: [], goalW: null });
      return ways.find(({ id }) => id === 'bests')?.watts?.value;
    };
    const { cpW, wPrimeJ } = pair;
    return {
      cpW,
      wPrimeJ,
      targetW: Object.fromEntries(
        Object.keys(targetW).map((seconds) => [seconds, target(seconds)]),
      ),
    };
  },
  weeklyGoal: ({ base, rise }) => ({ week: weekGoal(base, rise) }),
  stream({ powerW, ftpW, bestW }) {
    const surgeWeightedW = surgeWeightedPower(powerW);
    const windows = bestWindows(powerW, Object.keys(bestW).map(Number));
    const best = Object.fromEntries(windows.map(({ seconds, meanW }) => [seconds, meanW]));
    return { surgeWeightedW, load: loadOf(powerW, surgeWeightedW, ftpW), bestW: best };
  },
  cpFit: ({ points }) =>
    value(
      fitCriticalPower(
        points.map(([seconds, watts]) => ({ seconds, watts })),
        null,
      ),
    ).value,
  lactate({ stages }) {
    const [lt1At2W, lt2At4W] = lactate(stages);
    return { lt1At2W, lt2At4W };
  },
  wBalance: ({ segments, ...model }) => ({
    endOfSegmentJ: endsOf(segments, { ...model, recovery: 'measured' }),
    endOfSegmentQuickJ: endsOf(segments, { ...model, recovery: 'quick' }),
  }),
  wBalanceBreaks: ({ segments, ...model }) => ({
    firstBelowZeroAtS: balanceOf(segments, { ...model, recovery: 'measured' }).breaks?.atS,
    firstBelowZeroQuickAtS: balanceOf(segments, { ...model, recovery: 'quick' }).breaks?.atS,
  }),
  demandGap({ goalW, seconds, ftpW, massKg, bestAtThatTimeW, expect }) {
    const bests = bestAtThatTimeW == null ? [] : [[seconds, bestAtThatTimeW]];
    // Where no FTP is given only what the goal asks for is.
    const gap = demandGap({ watts: goalW, seconds }, { ftpW: ftpW ?? 260 }, bests, massKg ?? null);
    const { gapW, gapPercent, gapWPerKg, ftpNeededW, byWattsAlone } = gap;
    const found = {
      ...{ curveW: goalW - gapW.value, gapW: gapW.value, gapPercent, gapWPerKg },
      ...{ ftpNeededW, byWattsAlone },
    };
    return {
      expect: Object.fromEntries(Object.keys(expect).map((field) => [field, found[field]])),
    };
  },
  recoversAtCp: ({ startJ, segment: [seconds, watts], ...model }) => ({
    endJ: balanceAfter(startJ, watts, seconds, model),
  }),
  gap({ powerW, ftpW }) {
    const { moving, clock } = preparePower(powerW);
    const surgeWeightedW = surgeWeightedPower(moving);
    return {
      movingSeconds: moving.length,
      surgeWeightedW,
      load: loadOf(moving, surgeWeightedW, ftpW),
      best720W: bestWindows(clock, [720])[0]?.meanW,
    };
  },
  short: ({ seconds, powerW }) => ({
    surgeWeightedW: surgeWeightedPower(powerW ?? new Array(seconds).fill(200)),
  }),
  lactateNotRising({ stages, struck }) {
    const [lt1At2W, lt2At4W] = lactate(stages);
    return { lt1At2W, lt2At4W, lt1At2WWithStruck: lactate(stages, struck)[0] };
  },
  effortLoad: ({ minutes, rpe }) => ({ load: loadFromEffort(minutes, rpe) }),
  rampEnd: ({ ftpW, startW, stepW }) => expectedRampEnd(ftpW, { startW, stepW }).value,
};
