/** Sums of the core, each against a plain baseline that gives the same answer. */
import { core, FIVE_HOURS_S, itemsOf, longRide, median, report } from './tally.mjs';

const RIDER_ON_DAY = {
  firstName: 'Ines',
  ftpW: 262,
  massKg: 61,
  restingBpm: 48,
  thresholdBpm: 166,
  maximalBpm: 187,
  hasPower: true,
  easyPercent: 50,
  bests: [],
};

/** The plain double loop: every duration, every start. */
function doubleLoop(watts) {
  const running = new Float64Array(watts.length + 1);
  for (let index = 0; index < watts.length; index += 1)
    running[index + 1] = running[index] + watts[index];
  const best = new Float64Array(watts.length + 1);
  for (let seconds = 1; seconds <= watts.length; seconds += 1) {
    let most = 0;
    for (let start = 0; start + seconds <= watts.length; start += 1) {
      const sum = running[start + seconds] - running[start];
      if (sum > most) most = sum;
    }
    best[seconds] = most / seconds;
  }
  return best;
}

export function bestEfforts() {
  const watts = longRide();
  const ours = core.bestEffortsOverAll(watts);
  const plain = doubleLoop(watts);
  const differ = plain.findIndex((value, seconds) => value !== ours[seconds]);
  if (differ >= 0)
    throw new Error(`The answers differ at ${differ} s: ${ours[differ]} and ${plain[differ]}.`);
  report(
    'best efforts over all 18,000 durations of 5 h',
    median(9, () => core.bestEffortsOverAll(watts)),
    median(3, () => doubleLoop(watts)),
    'double loop over running sums; same answers for every duration',
  );
}

export function sessionOfSixty() {
  const step = (index) => ({
    ...core.easyStep(`s${index}`, 120 + index),
    role: 'work',
    target: {
      kind: 'changing',
      from: { kind: 'percent', low: 60, high: 60 },
      to: { kind: 'percent', low: 60 + index, high: 60 + index },
    },
  });
  const plan = {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items: Array.from({ length: 60 }, (_, index) => step(index)),
  };
  const rider = RIDER_ON_DAY;
  const stream = core.streamOf(core.expand(plan, rider));
  report(
    `expansion and load of 60 steps, ${stream.length} s`,
    median(25, () => core.sessionNumbers(plan, rider)),
    median(25, () => {
      let fourth = 0;
      for (let second = 29; second < stream.length; second += 1) {
        let sum = 0;
        for (let back = 0; back < 30; back += 1) sum += stream[second - back];
        fourth += (sum / 30) ** 4;
      }
      return fourth;
    }),
    'plain: only the surge-weighted power, every 30-s mean summed afresh',
  );
}

/** A session above FTP by its words. */
function ceilingPlan(words) {
  return {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'ceiling',
    place: 'any',
    note: '',
    items: itemsOf(words),
  };
}

/** W′ balance and the solved watts of 500 steps, against the plain loop second by second. */
export function balanceOfMany() {
  const plan = ceilingPlan('250 × (2:00 at 108 % and 3:00 at 60 %)');
  const pair = core.pairFromBests(470, 318);
  const rider = { ...RIDER_ON_DAY, bests: [[300, 318]], pair: pair.value };
  const segments = core.expand(plan, rider);
  const model = { cpW: 262, wPrimeJ: 16_000, recovery: 'measured' };
  const stream = core.streamOf(segments);
  const loop = (watts) => {
    let balance = model.wPrimeJ;
    let lowest = balance;
    for (const each of watts) {
      balance = core.balanceAfter(balance, each, 1, model);
      if (balance < lowest) lowest = balance;
    }
    return lowest;
  };
  const differ = Math.abs(core.sessionBalance(segments, model).lowestJ - loop(stream));
  if (differ > 0.01) throw new Error(`The balances differ by ${differ} J.`);
  report(
    `W′ balance of ${segments.length} steps, ${stream.length} s`,
    // Often enough that both are compiled: in the workshop they run at every key.
    median(400, () => core.sessionBalance(segments, model)),
    median(400, () => loop(stream)),
    'plain: second by second; the same lowest point to a hundredth of a joule',
  );
  const highest = (test) => {
    let [low, high] = [262, 302];
    while (high - low > 0.1) {
      const middle = (low + high) / 2;
      if (test(middle)) low = middle;
      else high = middle;
    }
    return low;
  };
  const repIds = new Set(
    segments.filter(({ role }) => role === 'work').map(({ stepId }) => stepId),
  );
  const keeps = (lowest) => lowest >= 0.1 * model.wPrimeJ;
  const rodeAt = (watts) =>
    segments.map((segment) =>
      repIds.has(segment.stepId)
        ? {
            ...segment,
            from: { ...segment.from, countedW: watts },
            to: { ...segment.to, countedW: watts },
          }
        : segment,
    );
  const ours = () => {
    const lowestAt = core.lowestByWatts(segments, repIds, model);
    return highest((watts) => keeps(lowestAt(watts)));
  };
  const plain = () => highest((watts) => keeps(loop(core.streamOf(rodeAt(watts)))));
  if (Math.abs(ours() - plain()) > 0.01)
    throw new Error(`The solved watts differ: ${ours()} and ${plain()}.`);
  report(
    'highest watts that keep 10 % of W′ in it',
    median(60, ours),
    median(60, plain),
    'plain: the same search over the plain loop',
  );
}

/** A set saved in the middle of it: what the ride room asks after every rep. */
export function rescueOfSet() {
  const plan = ceilingPlan('12 × (4:00 at 118 % and 3:00 at 50 %)');
  const segments = core.expand(plan, { ...RIDER_ON_DAY, bests: [] });
  const model = { cpW: 262, wPrimeJ: 16_000, recovery: 'measured' };
  const work = segments.find(({ role }) => role === 'work');
  const stepIds = new Set([work.stepId]);
  const [askedW, balanceJ] = [work.from.countedW, 6_000];
  const lowestAt = (watts) => {
    let [balance, lowest] = [balanceJ, balanceJ];
    for (const { stepId, seconds, from } of segments)
      for (let second = 0; second < seconds; second += 1) {
        balance = core.balanceAfter(balance, stepIds.has(stepId) ? watts : from.countedW, 1, model);
        if (balance < lowest) lowest = balance;
      }
    return lowest;
  };
  const ours = () => core.rescueSet({ segments, stepIds, balanceJ, model, askedW }).watts;
  const plain = () => {
    let watts = Math.ceil(askedW) - 1;
    while (watts > model.cpW && lowestAt(watts) < 0.1 * model.wPrimeJ) watts -= 1;
    return watts > model.cpW ? watts : null;
  };
  if (ours() !== plain()) throw new Error(`The saved sets differ: ${ours()} and ${plain()}.`);
  report(
    `watts that save a set of ${segments.length} steps`,
    median(60, ours),
    median(60, plain),
    'plain: watt by watt, each second by second',
  );
}

export function csvImport() {
  const text = core.writeCsvRecording(
    longRide().map((watts) => ({ watts, bpm: 140, rpm: 88 })),
    '2026-06-01T08:00:00',
  );
  const read = core.parseCsvRecording(text);
  if (!read.ok || read.value.watts.length !== FIVE_HOURS_S)
    throw new Error('The import lost seconds.');
  report(
    `import of a 5 h CSV, ${Math.round(text.length / 1024)} kB`,
    median(7, () => core.parseCsvRecording(text)),
    median(7, () => text.split('\n').map((line) => line.split(',').map(Number))),
    'plain: split at line ends and commas, nothing checked',
  );
}

/** Simulated seconds per second of the stand-ins, against the same loop that only adds up. */
export function standIns() {
  const setting = core.usualSetting('sixty-minute', core.PLAIN_RIDER, 250, 5);
  const seconds = core.rideOn(core.startTestRide(setting)).seconds.length;
  const ours = median(9, () => core.rideOn(core.startTestRide(setting)));
  report(
    `an hour's test on the stand-ins, ${seconds} s`,
    ours,
    median(9, () => {
      const random = core.seededRandom(5);
      let watts = 0;
      for (let second = 0; second < seconds; second += 1) watts += core.bell(random);
      return watts;
    }),
    `plain: one bell-shaped number a second; ours rides ${Math.round((seconds / ours) * 1000).toLocaleString('en-GB')} simulated seconds a second`,
  );
}
