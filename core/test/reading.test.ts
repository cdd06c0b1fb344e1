import {
  cautionAfter,
  findReps,
  plannedReps,
  type Reading,
  type RepRow,
  sayVerdict,
  suggest,
  USUAL_LIMITS,
} from '@uphill/core/review';
import { expand, solveWatts } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import {
  joinedOf,
  planOf,
  readCase,
  RIDE_CASES,
  type RideCase,
  rideCase,
  riderOf,
} from './readCases.ts';

const share = (of: unknown, part: number): number => part * Number(of);

/** How near is near enough, as the worked rides say. */
function offRows(ride: RideCase, { set }: Reading): string[] {
  const off: string[] = [];
  const near = (what: string, found: number | null | undefined, truth: unknown, by: number) => {
    if (truth === undefined) return;
    if (truth === null ? found != null : Math.abs((found ?? Infinity) - Number(truth)) > by)
      off.push(`${what}: ${found} for ${JSON.stringify(truth)}`);
  };
  for (const [at, truth] of ride.truth.reps.entries()) {
    const row = set?.rows[at];
    if (!row) return [`rep ${at + 1} is missing`];
    const seconds = Number(truth['seconds']);
    const edge = seconds < 20 ? 1.5 : 3;
    const mean = seconds < 60 ? 0.04 : 0.015;
    if ((row.rep ?? 'extra') !== truth['rep']) off.push(`number ${row.rep}`);
    const fields: readonly (readonly [keyof RepRow, string, number])[] = [
      ['startS', 'start', truth['softStart'] ? 5 : edge],
      ['endS', 'end', edge],
      ['meanW', 'meanW', share(truth['meanW'], mean)],
      ['first20W', 'first20W', share(truth['first20W'], 0.05)],
      ['last20W', 'last20W', share(truth['last20W'], 0.05)],
      ['firstMinuteW', 'firstMinuteW', share(truth['firstMinuteW'], 0.03)],
      ['lastMinuteW', 'lastMinuteW', share(truth['lastMinuteW'], 0.03)],
      ['bpmAtEnd', 'bpmAtEnd', 2],
      ['meanBpm', 'meanBpm', 2],
      ['settledBpm', 'meanBpmAfter2min', 2],
      ['highestBpm', 'highestBpm', 2],
      ['inBandS', 'inBandS', 4 + 0.03 * seconds],
    ];
    for (const [field, name, by] of fields)
      near(`${at + 1} ${name}`, row[field] as number | null, truth[name], by);
    near(`${at + 1} low`, row.band?.low, truth['lowW'], 0.01);
    near(`${at + 1} high`, row.band?.high, truth['highW'], 0.01);
  }
  return set && set.rows.length !== ride.truth.reps.length ? [...off, 'more reps'] : off;
}

/** Figures that the worked rides state, as the reading has them. */
function figuresOf(reading: Reading) {
  const { set, load, drift, expectedRpe } = reading;
  const of = <Id extends Reading['verdicts'][number]['id']>(id: Id) =>
    reading.verdicts.find((each): each is Extract<typeof each, { id: Id }> => each.id === id);
  const kept = of('kept-easy');
  const ceiling = of('ceiling-reached');
  return {
    spread: set?.spread,
    roughness: set?.roughness,
    cadenceInRange: set?.rpmShare,
    lostShare: set?.lostShare,
    restShare: set?.rests && set.rests.riddenS / set.rests.askedS,
    ridden: load?.ridden,
    planned: load?.planned,
    driftPercent: drift && 'driftPercent' in drift ? drift.driftPercent : undefined,
    surgeOverMean: drift?.surgeOverMean,
    shareAbove: kept?.shareAbove,
    keptSays: kept?.says,
    expected: expectedRpe,
    ceilingReps: ceiling?.reps,
    ceilingS: ceiling?.seconds,
    overAfter: of('over')?.after,
    atTarget: set?.riddenS,
  };
}

type Stated = Readonly<Record<string, Readonly<Record<string, unknown>> | undefined>> &
  Readonly<Record<string, unknown>>;

function offFigures(truth: RideCase['truth'], reading: Reading): string[] {
  const stated = truth.figures as Stated;
  const own = figuresOf(reading);
  const { load, durable, keptEasy, ceiling, rests, timeAtTarget } = stated;
  const lines: readonly (readonly [string, unknown, unknown, number])[] = [
    ['spread', own.spread, stated['spread'], 0.01],
    ['roughness', own.roughness, stated['roughness'], 0.01],
    ['cadence', own.cadenceInRange, stated['cadenceInRange'], 0.01],
    ['lost', own.lostShare, stated['lostShare'], 0.01],
    ['rests', own.restShare, rests?.['share'], 0.01],
    ['ridden', own.ridden, load?.['ridden'], share(load?.['ridden'], 0.01)],
    ['planned', own.planned, load?.['planned'], share(load?.['planned'], 0.01)],
    ['drift', own.driftPercent, durable?.['driftPercent'], 0.1],
    ['surge', own.surgeOverMean, durable?.['surgeOverMean'], 0.01],
    ['above', own.shareAbove, keptEasy?.['shareAbove'], 0.01],
    ['expected', own.expected, stated['felt']?.['expected'], 0.001],
    ['ceiling', own.ceilingS, ceiling?.['seconds'], 5 + share(ceiling?.['seconds'], 0.1)],
    ['over', own.overAfter, stated['overAfter'], 0],
    ['at target', own.atTarget, timeAtTarget?.['ridden'], 3 * truth.reps.length],
  ];
  const off = lines.flatMap(([name, found, known, by]) =>
    known === undefined || Math.abs(Number(found) - Number(known)) <= by
      ? []
      : [`${name}: ${JSON.stringify([found, known])}`],
  );
  const told = { says: own.keptSays, reps: own.ceilingReps };
  expect({ says: keptEasy ? told.says : undefined, reps: ceiling ? told.reps : undefined }).toEqual(
    { says: keptEasy?.['says'], reps: ceiling?.['reps'] },
  );
  return off;
}

describe('worked rides', () => {
  it.each(RIDE_CASES.map((each) => [each.case, each] as const))('%s', (_name, ride) => {
    const reading = readCase(ride);
    const { truth } = ride;
    const told = (ids: readonly string[]) => ids.filter((id) => !truth.either.includes(id));
    expect(told(reading.verdicts.map(({ id }) => id))).toEqual(told(truth.verdicts));
    expect(reading.headline?.id ?? null).toBe(truth.headline);
    expect([reading.set?.leftOut ?? [], reading.set?.notRidden ?? []]).toEqual([
      truth.leftOut,
      truth.notRidden,
    ]);
    expect(reading.set?.extra ?? 0).toBe(truth.extra);
    expect([...offRows(ride, reading), ...offFigures(truth, reading)]).toEqual([]);
    // Every verdict can be said, with its working.
    for (const said of reading.verdicts.map(sayVerdict))
      expect(`${said.name} ${said.line} ${said.toRider}`).not.toMatch(/NaN|undefined|null/);
  });

  it.each(RIDE_CASES.map((each) => [each.case, each] as const))(
    '%s: what comes next',
    (_name, ride) => {
      const reading = readCase(ride);
      const solved = ride.planned ? solveWatts(planOf(ride), riderOf(ride)) : null;
      const suggestion = suggest({
        reading,
        ...{ rpe: ride.rpe ?? null, before: [], tiredRunning: 0, caution: null },
        solvedW: solved?.ok ? solved.value.watts.value : null,
        ...{ aboveCurve: null, retestDue: false, found: null, limits: USUAL_LIMITS },
      });
      expect({ rule: suggestion?.rule ?? null, do: suggestion?.does ?? 'nothing' }).toEqual(
        ride.truth.suggestion,
      );
    },
  );
});

it('what is ridden to measure something is moved by no rung, but a caution still stands', () => {
  const ride = rideCase('on-target-4x8');
  const after = (family: string, caution: string | null = null) =>
    suggest({
      reading: { ...readCase(ride), family },
      ...{ rpe: 7, before: [], tiredRunning: 0, caution, solvedW: null },
      ...{ aboveCurve: null, retestDue: false, found: null, limits: USUAL_LIMITS },
    })?.rule;
  expect(after('threshold-longer')).toBe(6);
  expect(after('three-cadences')).toBeUndefined();
  expect(after('three-cadences', 'Stop.')).toBe(1);
});

describe('reps', () => {
  it('are no recorded stop that begins in the middle of hard riding', () => {
    const ride = rideCase('on-target-4x8');
    const segments = expand(planOf(ride), riderOf(ride));
    const { watts } = joinedOf(ride);
    // Stopped for eight minutes right after a sprint, four minutes before the first rep of a set.
    const stop = { startS: 120, seconds: 480 };
    const before = [
      ...Array<number>(120).fill(265),
      ...Array<null>(480).fill(null),
      ...Array<number>(240).fill(120),
    ];
    const whole = [...before, ...watts];
    const found = findReps(segments, plannedReps(segments), { watts: whole, stops: [stop] });
    const start = (found?.reps[0]?.startS ?? 0) - before.length;
    expect(Math.abs(start - Number(ride.truth.reps[0]!['start']))).toBeLessThanOrEqual(5);
  });
});

describe('a caution after a ride', () => {
  const calm = {
    ...{ pain: 3, massBeforeKg: 61, massAfterKg: 60.4, ill: false, injured: false },
  };
  it.each([
    [{}, null],
    [{ pain: 5 }, null],
    [{ pain: 6, injured: true }, /^Pain over 5/],
    [{ injured: true }, /^Injured/],
    [{ ill: true, pain: 9 }, /^Ill: .* a clinician first\.$/],
    [{ massAfterKg: 61.2 }, /drink less/],
    [{ massAfterKg: null }, null],
  ])('of %j', (over, says) => {
    const said = cautionAfter({ ...calm, ...over });
    if (says === null) expect(said).toBeNull();
    else expect(said).toMatch(says);
  });
});
