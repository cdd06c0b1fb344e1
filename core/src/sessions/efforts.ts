import {
  type DatedGoal,
  goalOn,
  numbersOnDay,
  type RiderHistories,
  type RiderNumbers,
  valueOn,
} from '../rider/index.ts';
import {
  type BalanceModel,
  balanceModel,
  type Best,
  type CpFit,
  curveAt,
  type Pair,
  type Recovery,
} from '../power/index.ts';
import {
  lowerFirst,
  type Effort,
  percentOf,
  printEffort,
  printSpan,
  roundHalfUp,
  roundTo,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import {
  type Anchors,
  type Band,
  bandsFor,
  FIVE_BY_THRESHOLD_HR,
  isByHeart,
  printBand,
  SEVEN_STEPS,
  TOO_SHORT_FOR_HEART_S,
} from '../zones/index.ts';
import { type AboveFtpSettings, ownNumbers, percentFor } from './aboveFtp.ts';
import { laidZone, schemeOfZone, type ZonesKnown } from './zoneTargets.ts';

/** What Sprint, which has no upper limit, counts as in the sums: percent of FTP. Source: handbook section 5. */
const SPRINT_PERCENT = 170;

/** A rider on the day: figures, and the bests and model that flat-out steps and W′ balance are reckoned by. */
export interface RiderOnDay extends RiderNumbers {
  readonly bests: readonly Best[];
  /** Watts of the goal; left out or null where it has none. */
  readonly goalW?: number | null;
  readonly fit?: Pick<CpFit, 'cpW' | 'wPrimeJ'> | null;
  readonly pair?: Pair | null;
  readonly pmaxW?: number | null;
  /** Lactate thresholds, W; left out or null where no test says them. */
  readonly lt1W?: number | null | undefined;
  readonly lt2W?: number | null | undefined;
  /** The scheme words mean here, and all that are known; Seven steps where left out. */
  readonly zones?: ZonesKnown | undefined;
  /** Shares by which the rider's own numbers are reckoned, where the coach has changed them. */
  readonly ways?: AboveFtpSettings | undefined;
  /** How W′ comes back; as measured where left out. */
  readonly recovery?: Recovery;
  /** The rider's own heart-rate zones on the day, where there is no power meter; null where heart rate says nothing. */
  readonly heartZones?: readonly Band[] | null;
}

/** What a lactate test said, and from when on. */
interface LactateOn {
  readonly countsFrom: string;
  readonly lt1W: number | null;
  readonly lt2W: number | null;
}

/** The lactate thresholds in use on a day; a test says nothing of the days before it. */
function thresholdsOn(tests: readonly LactateOn[], day: string): Pick<RiderOnDay, 'lt1W' | 'lt2W'> {
  const found = valueOn(
    tests.map((test) => ({ from: test.countsFrom, value: test })),
    day,
  );
  if (!found || found.borrowed) return {};
  const { lt1W, lt2W } = found.value;
  return {
    lt1W: lt1W === null ? null : roundHalfUp(lt1W),
    lt2W: lt2W === null ? null : roundHalfUp(lt2W),
  };
}

/**
 * A rider's figures and model as they count on a day: what every session is reckoned with.
 *
 * @param rider the rider with histories and goals
 * @param day `yyyy-mm-dd` in the rider's own time zone
 * @param model what the rider can hold; null where it is not known, so that flat-out steps are reckoned from FTP
 * @returns the figures
 * Source: handbook section 5 ("Which value counts when").
 */
export function riderFigures(
  rider: RiderHistories & {
    readonly goals: readonly (DatedGoal & { readonly watts: number | null })[];
    readonly lactate?: readonly LactateOn[];
  },
  day: string,
  model: Pick<RiderOnDay, 'bests' | 'fit' | 'pair' | 'pmaxW'> | null,
): RiderOnDay {
  const { bests = [], fit = null, pair = null, pmaxW = null } = model ?? {};
  return {
    ...numbersOnDay(rider, day),
    ...thresholdsOn(rider.lactate ?? [], day),
    goalW: goalOn(rider.goals, day)?.watts ?? null,
    bests,
    fit,
    pair,
    pmaxW,
  };
}

/**
 * CP and W′ that a rider's sessions are reckoned by.
 *
 * @param rider the rider's figures on the day
 * @returns the model, or null: "needs a 1:00 and a 5:00 effort"
 * Source: handbook section 5 (CP for W′ balance).
 */
export function modelOf({ fit, pair, ftpW, recovery }: RiderOnDay): BalanceModel | null {
  return balanceModel(fit ?? null, pair ?? null, ftpW, recovery);
}

/** What an effort asks of one rider. */
export interface Asked {
  /** Watts asked for, both ends; null where the effort is not given in watts or the rider has none. */
  readonly lowW: number | null;
  readonly highW: number | null;
  /** Watts it counts as in the sums; null without FTP. */
  readonly countedW: number | null;
  /** RPE it stands for, for riders without power and for load from effort. */
  readonly rpe: readonly [low: number, high: number];
  /** Beats that go with it, for a rider without a power meter: of their own zones. */
  readonly bpm: Pick<Band, 'low' | 'high'> | null;
  /** How it counts, where that is not plain from the target: "counted at 50 %". */
  readonly counts: string | null;
}

/** What an effort asks before the rider's equipment is looked at; beats only where a zone is given in them. */
type Plain = Omit<Asked, 'bpm'> & { readonly bpm?: Asked['bpm'] };

/**
 * Derives what an effort asks of a rider on the day. A range counts as its midpoint, a zone as its midpoint
 * (Sprint as 170 %), easy as the rider's easy share, heart rate and RPE by the zone table, flat out by the curve.
 *
 * @param effort as the coach meant it; unread words ask nothing
 * @param rider the rider's figures on the day
 * @param seconds length of the step, for flat-out efforts
 * @returns watts asked and counted, RPE, and how open targets count; beats and RPE without watts for a rider without a
 * power meter; null for unread words
 * Source: handbook sections 3 (without a power meter), 5 (A planned session's numbers), 6 and 7.
 */
export function askedOf(effort: Effort, rider: RiderOnDay, seconds: number): Asked | null {
  const plain = plainlyAsked(effort, rider, seconds);
  if (!plain) return null;
  if (rider.hasPower) return { ...plain, bpm: plain.bpm ?? null };
  return {
    lowW: null,
    highW: null,
    countedW: null,
    rpe: plain.rpe,
    bpm: plain.bpm ?? beatsFor(effort, plain.rpe, rider, seconds),
    counts: null,
  };
}

/** The beats of the rider's own zone in which the effort lies; none where the heart is too slow for it. */
function beatsFor(
  effort: Effort,
  rpe: Asked['rpe'],
  { heartZones }: RiderOnDay,
  seconds: number,
): Asked['bpm'] {
  if (effort.kind === 'heartRate') return { low: effort.low ?? 0, high: effort.high };
  if (effort.kind === 'max' || seconds < TOO_SHORT_FOR_HEART_S) return null;
  return zoneByEffort(rpe, heartZones ?? []) ?? null;
}

function zoneByEffort(rpe: Asked['rpe'], zones: readonly Band[]): Band | undefined {
  const middle = (rpe[0] + rpe[1]) / 2;
  return zones.find(({ rule }) => middle <= rule.rpe[1]) ?? zones.at(-1);
}

function plainlyAsked(effort: Effort, rider: RiderOnDay, seconds: number): Plain | null {
  const ftp = rider.ftpW;
  switch (effort.kind) {
    case 'unread':
      return null;
    case 'percent':
      return ofPercent(effort.low, effort.high, ftp);
    case 'watts': {
      const middle = (effort.low + effort.high) / 2;
      const rpe = ftp === null ? ([5, 6] as const) : rpeOfPercent((middle / ftp) * 100);
      return { lowW: effort.low, highW: effort.high, countedW: middle, rpe, counts: null };
    }
    case 'zone':
      return effort.scheme ? ofScheme(effort, rider) : ofZone(effort.zone, ftp);
    case 'easy':
      return {
        ...ofZone(1, ftp),
        countedW: ftp === null ? null : (rider.easyPercent * ftp) / 100,
        counts: `up to 55 %, counted at ${rider.easyPercent} %`,
      };
    case 'rpe': {
      const zone = zoneOfRpe((effort.low + effort.high) / 2);
      return {
        ...ofZone(zone, ftp),
        lowW: null,
        highW: null,
        rpe: [effort.low, effort.high],
        counts: `counted as zone ${zone} of Seven steps`,
      };
    }
    case 'heartRate':
      return ofHeartRate(effort.low, effort.high, rider);
    case 'goal':
      return ofWatts(effort, rider.goalW ?? null, rider, 'the goal has no watts');
    case 'curve':
      return ofWatts(
        effort,
        curveAt(seconds, rider, rider.bests)?.value ?? null,
        rider,
        'no ride of this length yet',
      );
    case 'own':
      return ofOwn(effort.by, rider, seconds);
    case 'max':
      return ofFlatOut(rider, seconds);
  }
}

function ofPercent(low: number, high: number, ftp: number | null): Plain {
  const middle = (low + high) / 2;
  return {
    lowW: ftp === null ? null : percentOf(low, ftp),
    highW: ftp === null ? null : percentOf(high, ftp),
    countedW: ftp === null ? null : (middle * ftp) / 100,
    rpe: rpeOfPercent(middle),
    counts: null,
  };
}

/** A share of some watts of the rider's own; without those it counts as the same share of FTP, and says so. */
function ofWatts(
  { low, high }: { low: number; high: number },
  ownW: number | null,
  rider: RiderOnDay,
  missing: string,
): Plain {
  if (ownW === null || !rider.hasPower)
    return { ...ofPercent(low, high, rider.ftpW), counts: `counted as percent of FTP: ${missing}` };
  const asked = ofPercent(low, high, ownW);
  return {
    ...asked,
    rpe: rider.ftpW === null ? [7, 8] : rpeOfPercent(((asked.countedW ?? 0) / rider.ftpW) * 100),
  };
}

/** The rider's own number for this length; without one the rule for everybody stands in, and says so. */
function ofOwn(by: 'bests' | 'longer', rider: RiderOnDay, seconds: number): Plain {
  const { watts, says } = ownNumbers(by, seconds, rider);
  if (!watts || !rider.hasPower) {
    const percent = roundTo(percentFor(seconds), 1);
    return {
      ...ofPercent(percent, percent, rider.ftpW),
      counts: `counted at ${percent} % of FTP: ${lowerFirst(says.slice(0, -1))}`,
    };
  }
  const rpe =
    rider.ftpW === null ? ([9, 9] as const) : rpeOfPercent((watts.value / rider.ftpW) * 100);
  return { lowW: watts.value, highW: watts.value, countedW: watts.value, rpe, counts: null };
}

/**
 * A zone of another scheme than Seven steps, on the rider's own anchors. Where one is missing nothing is asked in
 * watts, and it counts by its RPE.
 */
function ofScheme(effort: Extract<Effort, { kind: 'zone' }>, rider: RiderOnDay): Plain {
  const laid = laidZone(effort, anchorsOf(rider));
  const rpe = schemeOfZone(effort)?.bands[effort.zone - 1]?.rpe ?? ([5, 6] as const);
  if ('missing' in laid) {
    const zone = zoneOfRpe((rpe[0] + rpe[1]) / 2);
    const counts = `counted as zone ${zone} of Seven steps: ${laid.missing}`;
    return { ...ofZone(zone, rider.ftpW), lowW: null, highW: null, rpe, counts };
  }
  const { band, scheme, middle } = laid;
  if (isByHeart(scheme))
    return {
      ...ofHeartRate(band.low === 0 ? null : band.low, band.high ?? band.low, rider),
      bpm: band,
    };
  return {
    lowW: band.low,
    highW: band.high,
    countedW: middle,
    rpe,
    counts:
      band.low === 0 || band.high === null
        ? `${printBand(band)} W, counted at ${roundHalfUp(middle)} W`
        : null,
  };
}

/** The figures that zones hang on, as a rider has them on the day. */
export function anchorsOf({ ftpW, thresholdBpm, maximalBpm, lt1W, lt2W }: RiderOnDay): Anchors {
  return {
    ftp: ftpW,
    thresholdHr: thresholdBpm,
    maximalHr: maximalBpm,
    lt1: lt1W ?? null,
    lt2: lt2W ?? null,
  };
}

/**
 * What a session's zones need and this rider has not, for the list of exceptions.
 *
 * @param effort any effort
 * @param rider the rider's figures on the day
 * @returns "no lactate test"; null where nothing is missing
 * Source: handbook section 7 ("where an anchor is missing that is an exception").
 */
export function missingAnchor(effort: Effort, rider: RiderOnDay): string | null {
  if (effort.kind !== 'zone' || !effort.scheme) return null;
  const laid = laidZone(effort, anchorsOf(rider));
  return 'missing' in laid ? laid.missing : null;
}

function ofZone(zone: number, ftp: number | null): Plain {
  const rule = SEVEN_STEPS.bands[zone - 1];
  if (!rule) throw new RangeError(`Seven steps has no zone ${zone}.`);
  const percent = zonePercent(zone);
  const band = ftp === null ? null : bandsFor(SEVEN_STEPS, { ftp })[zone - 1];
  let open: string | null;
  if (zone === 1) open = `up to 55 %, counted at ${percent} %`;
  else if (zone === 7) open = `over 150 %, counted at ${percent} %`;
  else open = null;
  return {
    lowW: band?.low ?? null,
    highW: band?.high ?? null,
    countedW: ftp === null ? null : (percent * ftp) / 100,
    rpe: rule.rpe,
    counts: open,
  };
}

function zonePercent(zone: number): number {
  // Zone 1 is open below as easy riding is, and counts as that.
  if (zone === 1) return 50;
  if (zone === 7) return SPRINT_PERCENT;
  // A band starts one percent above the one below (56–75 %, so 65.5 %), and is not rounded.
  const low = (SEVEN_STEPS.bands[zone - 2]?.toPercent ?? 0) + 1;
  const high = SEVEN_STEPS.bands[zone - 1]?.toPercent ?? 0;
  return (low + high) / 2;
}

function ofHeartRate(low: number | null, high: number, rider: RiderOnDay): Plain {
  if (rider.thresholdBpm === null) {
    return {
      lowW: null,
      highW: null,
      countedW: null,
      rpe: [3, 4],
      counts: 'counted as RPE 3–4: there is no threshold heart rate',
    };
  }
  const middle = low === null ? high : (low + high) / 2;
  const bands = bandsFor(FIVE_BY_THRESHOLD_HR, { thresholdHr: rider.thresholdBpm });
  const zone =
    bands.find((band) => band.high === null || roundHalfUp(middle) <= band.high)?.rule.number ?? 5;
  return {
    ...ofZone(zone, rider.ftpW),
    lowW: null,
    highW: null,
    counts: `counted as zone ${zone} of Seven steps`,
  };
}

/** Flat out, where no ride shows it: from 5:00 on the FTP law is the rider's curve. Source: handbook section 5. */
const FLAT_OUT = [
  { toS: 30, percent: SPRINT_PERCENT },
  { toS: 120, percent: 150 },
  { toS: 300, percent: 120 },
] as const;

function ofFlatOut(rider: RiderOnDay, seconds: number): Plain {
  const curve = curveAt(seconds, rider, rider.bests);
  const percent = FLAT_OUT.find(({ toS }) => seconds <= toS)?.percent ?? 100;
  const counted = curve?.value ?? (rider.ftpW === null ? null : (percent * rider.ftpW) / 100);
  const counts = curve
    ? `counted at ${roundHalfUp(curve.value)} W, the rider’s curve`
    : `counted at ${percent} %: no ride that long yet`;
  return {
    lowW: null,
    highW: null,
    countedW: counted,
    rpe: [10, 10],
    counts: rider.ftpW === null && !curve ? null : counts,
  };
}

function rpeOfPercent(percent: number): readonly [number, number] {
  const rule = SEVEN_STEPS.bands.find(
    (band) => band.toPercent === null || percent <= band.toPercent,
  );
  return rule?.rpe ?? [10, 10];
}

function zoneOfRpe(rpe: number): number {
  return SEVEN_STEPS.bands.find((band) => rpe <= band.rpe[1])?.number ?? 7;
}

/**
 * Prints what an effort asks of a rider in watts: `257–267`, `≤ 144`, `over 393`, `260`.
 *
 * @param asked as `askedOf` returns it
 * @returns the text without unit, or null where nothing is asked in watts
 */
export function printAskedWatts(asked: Asked): string | null {
  if (asked.lowW === null) return null;
  if (asked.highW === null) return `over ${asked.lowW - 1}`;
  if (asked.lowW === 0) return `≤ ${asked.highW}`;
  return printSpan(asked.lowW, asked.highW);
}

/**
 * Prints what an effort asks of a rider, in what they ride by: watts, else beats, else RPE.
 *
 * @param asked as `askedOf` returns it
 * @returns the text with its unit: `257–267 W`, `148–155 bpm`, `RPE 7–8`
 * Source: handbook section 3 (without a power meter).
 */
export function printAsked(asked: Asked): string {
  const watts = printAskedWatts(asked);
  if (watts !== null) return `${watts} W`;
  return asked.bpm ? `${printBand(asked.bpm)} bpm` : `RPE ${printSpan(...asked.rpe)}`;
}

/**
 * Joins what the ends of a rising or falling step ask, with the unit said once.
 *
 * @param asked as `printAsked` prints them, one or two
 * @returns `130 → 234 W`, `257–267 W`
 */
export function joinAsked(asked: readonly string[]): string {
  const unit = (text: string | undefined): string => / (?:W|bpm)$/.exec(text ?? '')?.[0] ?? '';
  const last = unit(asked.at(-1));
  return asked
    .map((text, index) =>
      index < asked.length - 1 && last !== '' && unit(text) === last
        ? text.slice(0, -last.length)
        : text,
    )
    .join(' → ');
}

/**
 * The working behind the beats of one effort, for a rider without a power meter.
 *
 * @param effort as the coach meant it
 * @param rider the rider's figures on the day
 * @param seconds length of the step
 * @returns the beats as text with the zone they are of, or null where there are none
 * Source: handbook sections 3 and 6.
 */
export function beatsWorking(
  effort: Effort,
  rider: RiderOnDay,
  seconds: number,
): Worked<string> | null {
  const asked = askedOf(effort, rider, seconds);
  if (!asked?.bpm) return null;
  const zone =
    effort.kind === 'heartRate' ? undefined : zoneByEffort(asked.rpe, rider.heartZones ?? []);
  const lines: [string, string][] = [
    [
      `RPE ${printSpan(...asked.rpe)}`,
      zone ? `zone ${zone.rule.number}, ${zone.rule.name}` : 'as typed',
    ],
  ];
  if (zone)
    lines.push([`Zone ${zone.rule.number} of ${rider.firstName}`, `${printBand(zone)} bpm`]);
  return worked(
    printBand(asked.bpm),
    'bpm',
    'Beats of the rider’s own zones, read with the effort, never alone',
    lines,
  );
}

function ofSchemeWorking(
  effort: Extract<Effort, { kind: 'zone' }>,
  rider: RiderOnDay,
): [string, string][] {
  const laid = laidZone(effort, anchorsOf(rider));
  if ('missing' in laid) return [['Missing', laid.missing]];
  const { scheme, band } = laid;
  const [lt1, lt2] = [rider.lt1W, rider.lt2W];
  const thresholds: [string, string][] =
    scheme.anchor === 'lactate' && lt1 != null && lt2 != null
      ? [['LT1 and LT2', `${roundHalfUp(lt1)} and ${roundHalfUp(lt2)} W`]]
      : [];
  return [
    ...thresholds,
    [`Zone ${effort.zone} of ${scheme.name}, ${band.rule.name}`, `${printBand(band)} W`],
  ];
}

function derivation(
  effort: Effort,
  ftpW: number,
  rider: RiderOnDay,
  seconds: number,
): [string, string][] {
  if (effort.kind === 'own') {
    const { watts } = ownNumbers(effort.by, seconds, rider);
    return (watts?.lines ?? []).map(({ label, figure }) => [label, figure]);
  }
  if (effort.kind === 'percent') {
    return [...new Set([effort.low, effort.high])].map((percent) => [
      `${percent} % of ${ftpW}`,
      `${roundTo((percent * ftpW) / 100, 2)} → ${percentOf(percent, ftpW)} W`,
    ]);
  }
  if (effort.kind === 'zone' && effort.scheme) return ofSchemeWorking(effort, rider);
  let zone: number | null;
  if (effort.kind === 'zone') zone = effort.zone;
  else if (effort.kind === 'easy') zone = 1;
  else zone = null;
  const band = zone === null ? undefined : bandsFor(SEVEN_STEPS, { ftp: ftpW })[zone - 1];
  return band
    ? [[`Zone ${band.rule.number} of Seven steps, ${band.rule.name}`, `${printBand(band)} W`]]
    : [];
}

/**
 * The working behind the watts of one effort.
 *
 * @param effort as the coach meant it
 * @param rider the rider's figures on the day
 * @param seconds length of the step
 * @returns the watts as text with the arithmetic, or null where there are none
 * Source: handbook sections 5 to 7.
 */
export function wattsWorking(
  effort: Effort,
  rider: RiderOnDay,
  seconds: number,
): Worked<string> | null {
  const asked = askedOf(effort, rider, seconds);
  const text = asked && printAskedWatts(asked);
  if (!asked || !text) return null;
  const lines: [string, string][] = [['Meant', printEffort(effort)]];
  if (rider.ftpW !== null && effort.kind !== 'watts')
    lines.push([`${rider.firstName}’s FTP`, `${rider.ftpW} W`]);
  if (rider.ftpW !== null) lines.push(...derivation(effort, rider.ftpW, rider, seconds));
  if (asked.countedW !== null)
    lines.push(['Counted in the sums as', `${roundTo(asked.countedW, 1)} W`]);
  if (asked.counts) lines.push(['Open target', asked.counts]);
  return worked(
    text,
    'W',
    'Watts from the target',
    lines,
    effort.kind === 'easy' ? [['Easy counts as', `${rider.easyPercent} % of FTP`]] : [],
  );
}
