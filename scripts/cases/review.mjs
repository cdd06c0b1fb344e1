/** The sums of review.json through the core's public functions. */
import {
  cadenceSlope,
  heartDrift,
  heartPieces,
  heartWord,
  legsOf,
  LEGS_FROM,
  offBy,
  slopeOf,
  tiredLegs,
  usualLine,
  wattsPerBeat,
} from '@uphill/core/review';
import { noiseOfChange, realness } from '@uphill/core/testing';

const PARTS = 10 ** 4;

/** Seconds out of [seconds, watts, bpm] one after another. */
const streams = (runs) => ({
  watts: runs.flatMap(([seconds, watts]) => Array(seconds).fill(watts)),
  bpm: runs.flatMap(([seconds, , bpm]) => Array(seconds).fill(bpm || null)),
});
const orWhy = (read, of) => (read.ok ? of(read.value) : { refused: true, why: read.reason });
/** A figure as near to the stated one as the file asks: 0.1 % or 0.01 of sums, 0.05 points of percents. */
const near = (found, stated, within) =>
  typeof stated === 'number' && Math.abs(found - stated) <= within ? stated : found;
const sum = (found, stated) => near(found, stated, Math.max(0.01, Math.abs(stated) / 1000));
const points = (found, stated) => near(found, stated, 0.05);

const SUMS_OF_REVIEW = {
  usualLine: ({ ftpW, source, position, pieces, expect, rides }) => {
    const read = usualLine(
      pieces.map((piece) => ({ rpm: null, ...piece })),
      { ftpW, source, position },
    );
    return {
      expect: orWhy(read, (line) => ({
        ...{ pieces: line.pieces, rides: line.rides },
        ...{ a: sum(line.a, expect.a), b: near(line.b, expect.b, expect.b / 1000) },
        noisePercent: points(line.noisePercent, expect.noisePercent),
        sdPercent: points(line.sdPercent, expect.sdPercent),
      })),
      rides: rides.map((ride) => {
        if (!read.ok) return {};
        const offPercent = offBy(
          read.value,
          ride.pieces.map((piece) => ({ rpm: null, ...piece })),
        );
        const word = heartWord({
          ...{ offPercent, noisePercent: read.value.noisePercent },
          ...{ rpe: ride.rpe, expectedRpe: ride.expectedRpe },
          anotherLikeIt: ride.anotherLikeItIn14Days,
        });
        return { expect: { offPercent: points(offPercent, ride.expect.offPercent), word } };
      }),
    };
  },
  pieces: ({ ftpW, runs, expect, tolerance }) => {
    const found = heartPieces({ ...streams(runs), rpm: null }).filter(
      ({ watts }) => watts >= 0.5 * ftpW && watts <= 1.05 * ftpW,
    );
    return {
      expect: {
        pieces: found.map(({ watts, bpm }, index) => {
          const stated = expect.pieces[index] ?? {};
          return {
            watts: near(watts, stated.watts, ((stated.watts ?? 0) * tolerance.wattsPercent) / 100),
            bpm: near(bpm, stated.bpm, tolerance.bpm),
          };
        }),
      },
    };
  },
  cadenceSlope: ({ rpmAndBpm, daysOld, soreKnees, expect }) => ({
    expect: orWhy(cadenceSlope(rpmAndBpm, { daysOld, soreKnees }), (value) => ({
      beatsPer10Rpm: sum(value, expect.beatsPer10Rpm),
    })),
  }),
  heartDrift: ({ runs, expect }) => ({
    expect: orWhy(heartDrift(streams(runs)), ({ says, surgeOverMean, driftPercent }) => ({
      ...{ says, surgeOverMean: Math.round(surgeOverMean * PARTS) / PARTS },
      ...(driftPercent === undefined
        ? {}
        : { driftPercent: points(driftPercent, expect.driftPercent) }),
    })),
  }),
  wattsPerHeartbeat: ({ today, before, wattsPerBeat: stated, expect }) => ({
    wattsPerBeat: sum(today.meanW / today.meanBpm, stated),
    expect: orWhy(wattsPerBeat(today, before), ({ median, overMedianPercent }) => ({
      median: near(median, expect.median, 0.001),
      overMedianPercent: points(overMedianPercent, expect.overMedianPercent),
    })),
  }),
  trend: ({ dayAndWatts, kind, watts, expect }) => {
    if (watts) {
      const change = watts[1] / watts[0] - 1;
      return {
        expect: {
          changePercent: points(change * 100, expect.changePercent),
          word: realness(change, noiseOfChange(kind)),
        },
      };
    }
    return {
      expect: orWhy(slopeOf(dayAndWatts), ({ perMonth, plusMinus, real }) => ({
        slopePerMonth: sum(perMonth, expect.slopePerMonth),
        ...{ plusMinus: sum(plusMinus, expect.plusMinus), real },
      })),
    };
  },
  tiredLegs: ({ massKg, rides, expect }) => {
    const found = tiredLegs(
      rides.map(({ daysAgo, kind, runs }) => ({
        ...{ daysAgo, race: kind === 'race', legs: legsOf(streams(runs).watts, massKg) },
      })),
    );
    const stepsOf = ({ seconds, steps, bestOfYear }) => ({
      bestOfYear: sum(bestOfYear, expect.steps[seconds]?.bestOfYear),
      ...Object.fromEntries(
        LEGS_FROM.map((from, index) => {
          const stated = expect.steps[seconds]?.[from];
          const step = steps[index];
          return [
            from,
            step && {
              watts: sum(step.watts, stated?.watts),
              percent: points(step.percent, stated?.percent),
              efforts: step.efforts,
              noisePercent: points(step.noisePercent, stated?.noisePercent),
            },
          ];
        }),
      ),
    });
    return {
      expect: {
        steps: Object.fromEntries(found.map((each) => [each.seconds, stepsOf(each)])),
        fadesLate: found.flatMap(({ seconds, fadesLate }) => (fadesLate ? [`${seconds}`] : [])),
      },
    };
  },
};

/** What a case expects and was not found is a difference, not something that nobody asked for. */
export const REVIEW = Object.fromEntries(
  Object.entries(SUMS_OF_REVIEW).map(([kind, find]) => [
    kind,
    (stated) => {
      const found = find(stated);
      const missing = Object.keys(stated.expect).filter((field) => !(field in found.expect));
      return {
        ...found,
        expect: { ...found.expect, ...Object.fromEntries(missing.map((field) => [field, null])) },
      };
    },
  ]),
);
