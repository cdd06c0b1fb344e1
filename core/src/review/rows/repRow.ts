import { isBeat } from '../../power/index.ts';
import { type Band, bandAt, wattsAt } from '../reps/askedOfStep.ts';
import type { LocatedRep } from '../reps/located.ts';
import { mean, type ReadableRide, secondsOf } from './readable.ts';

/** One rep, asked against ridden. Watts, beats and seconds are not rounded. */
export interface RepRow {
  /** Its number in the plan; null for one more than was planned. */
  readonly rep: number | null;
  readonly startS: number;
  readonly endS: number;
  readonly seconds: number;
  /** Its length as asked, s. */
  readonly askedS: number;
  /** What it is judged by. */
  readonly unit: 'watts' | 'bpm' | 'none';
  /** Limits of its mean, W or bpm; null where nothing is asked that could be judged. */
  readonly band: Band | null;
  /** Middle of what was asked, W; null where no watts were. */
  readonly targetW: number | null;
  readonly meanW: number | null;
  readonly ofTargetPercent: number | null;
  readonly first20W: number | null;
  readonly firstMinuteW: number | null;
  readonly lastMinuteW: number | null;
  readonly last20W: number | null;
  /** The same four, of a block as shares of what was asked there, times its target: what the verdicts look at. */
  readonly even: {
    readonly first20W: number | null;
    readonly firstMinuteW: number | null;
    readonly lastMinuteW: number | null;
    readonly last20W: number | null;
  };
  /** Seconds within the limits, each by its own step's; null without limits. */
  readonly inBandS: number | null;
  readonly meanRpm: number | null;
  /** Seconds with a cadence where a range was asked, and those of them within it. */
  readonly rpmS: number;
  readonly rpmInRangeS: number;
  /** bpm; null where the strap said nothing. */
  readonly meanBpm: number | null;
  /** Without the first 2:00: what a heart-rate target is judged by. */
  readonly settledBpm: number | null;
  readonly lowestBefore: number | null;
  readonly bpmAtEnd: number | null;
  readonly highestBpm: number | null;
  /** Highest less lowest before. */
  readonly riseBpm: number | null;
  /** How far the heart fell in the first 60 s of the rest after. */
  readonly fallBpm: number | null;
  /** W′ left at its end, J; null without a model. */
  readonly leftJ: number | null;
  /** Share of its seconds in which nothing was recorded of what it is judged by, 0–1. */
  readonly lostShare: number;
}

const MINUTE_S = 60;
const ENDS_S = 20;
/** The rest before a rep is looked at this far back, s. */
const REST_BEFORE_S = 600;
/** A heart settles so long. Source: handbook section 9.2. */
const SETTLES_S = 120;
const FALL_S = 60;
/** The beat at a moment is the last valid one of so many seconds. */
const BEAT_WITHIN_S = 10;
/** Of fewer seconds a mean is at least partly lost, and gives no verdict. Source: handbook section 9.2. */
export const VALID_SHARE = 0.9;

/**
 * Asked and ridden, of one rep.
 *
 * @param rep where it lies, with what its steps asked
 * @param place the end of the rep before and the start of the one after, s; null where there is none
 * @param ride the ride made ready to be read
 * @returns its row
 * Source: handbook section 9.2.
 */
export function repRow(
  rep: LocatedRep,
  { before, after }: { readonly before: number | null; readonly after: number | null },
  ride: ReadableRide,
): RepRow {
  const { startS, endS, parts, planned } = rep;
  const unit = unitOf(rep);
  const ridden = secondsOf(startS, endS);
  const watts = (list: readonly number[]): number | null => meanIf(list, ride.watts);
  const meanW = mean(ridden, ride.watts);
  const targetW = targetOf(rep);
  const bpm = beatsOf(startS, endS, before, after, ride);
  return {
    rep: rep.number,
    ...{ startS, endS, seconds: endS - startS, askedS: planned.seconds, unit },
    band: unit === 'none' ? null : bandOfRep(rep),
    targetW,
    meanW,
    ofTargetPercent: meanW === null || !targetW ? null : (meanW / targetW) * 100,
    first20W: watts(ridden.slice(0, ENDS_S)),
    firstMinuteW: ridden.length < MINUTE_S ? null : watts(ridden.slice(0, MINUTE_S)),
    lastMinuteW: ridden.length < MINUTE_S ? null : watts(ridden.slice(-MINUTE_S)),
    last20W: watts(ridden.slice(-ENDS_S)),
    even: evenOf(rep, ridden, targetW, ride),
    inBandS: unit === 'none' ? null : secondsInBand(rep, unit, ride),
    ...cadenceOf(parts, ride),
    ...bpm,
    leftJ: ride.leftJ ? (ride.leftJ[endS - 1] ?? null) : null,
    lostShare: lostShareOf(ridden, unit, ride),
  };
}

/** By watts where all its steps ask some, by beats where all ask those; else it is not judged. */
function unitOf({ parts }: LocatedRep): RepRow['unit'] {
  const [first] = parts;
  if (!first || parts.some(({ unit }) => unit !== first.unit)) return 'none';
  return first.unit;
}

/** Time-weighted limits of the steps as they were planned. */
function bandOfRep({ parts, planned }: LocatedRep): Band | null {
  let [low, high, all] = [0, 0, 0];
  let open = false;
  for (const [place, { from, to }] of parts.entries()) {
    if (!from || !to) return null;
    const seconds = planned.asks[place]?.seconds ?? 0;
    all += seconds;
    low += ((from.low + to.low) / 2) * seconds;
    if (from.high === null || to.high === null) open = true;
    else high += ((from.high + to.high) / 2) * seconds;
  }
  return all === 0 ? null : { low: low / all, high: open ? null : high / all };
}

/** Time-weighted middle of what was asked, W. */
function targetOf({ parts, planned }: LocatedRep): number | null {
  let [joules, all] = [0, 0];
  for (const [place, { fromW, toW }] of parts.entries()) {
    if (fromW === null || toW === null) return null;
    const seconds = planned.asks[place]?.seconds ?? 0;
    all += seconds;
    joules += ((fromW + toW) / 2) * seconds;
  }
  return all === 0 ? null : joules / all;
}

/** A mean only where at least nine tenths of its seconds were recorded. */
function meanIf(list: readonly number[], values: ReadableRide['watts']): number | null {
  const known = list.filter((second) => values?.[second] != null).length;
  return known < VALID_SHARE * list.length ? null : mean(list, values);
}

function evenOf(
  { parts, startS }: LocatedRep,
  ridden: readonly number[],
  targetW: number | null,
  { watts }: ReadableRide,
): RepRow['even'] {
  const whole = parts.length === 1 && parts[0]?.fromW === parts[0]?.toW;
  const asked = whole
    ? null
    : ridden.map((second) => {
        const part = parts.find(({ endS }) => second < endS) ?? parts.at(-1);
        return part ? wattsAt(part, second - part.startS) : null;
      });
  const piece = (from: number, to: number): number | null => {
    const list = ridden.slice(from, to);
    const meanW = meanIf(list, watts);
    if (meanW === null || !asked || targetW === null) return meanW;
    const there = list.map((second) => asked[second - startS] ?? null);
    if (there.includes(null)) return meanW;
    const askedW = there.reduce<number>((sum, each) => sum + (each ?? 0), 0) / there.length;
    return askedW === 0 ? null : (meanW / askedW) * targetW;
  };
  const { length } = ridden;
  return {
    first20W: piece(0, ENDS_S),
    firstMinuteW: length < MINUTE_S ? null : piece(0, MINUTE_S),
    lastMinuteW: length < MINUTE_S ? null : piece(length - MINUTE_S, length),
    last20W: piece(Math.max(0, length - ENDS_S), length),
  };
}

function secondsInBand(
  { parts }: LocatedRep,
  unit: 'watts' | 'bpm',
  { watts, bpm }: ReadableRide,
): number {
  let seconds = 0;
  for (const part of parts)
    for (let second = part.startS; second < part.endS; second += 1) {
      const band = bandAt(part, second - part.startS);
      const value = unit === 'watts' ? watts?.[second] : bpm?.[second];
      if (!band || value == null || (unit === 'bpm' && !isBeat(value))) continue;
      if (value >= band.low && (band.high === null || value <= band.high)) seconds += 1;
    }
  return seconds;
}

function cadenceOf(
  parts: LocatedRep['parts'],
  { rpm }: ReadableRide,
): Pick<RepRow, 'meanRpm' | 'rpmS' | 'rpmInRangeS'> {
  let [sum, turned, asked, within] = [0, 0, 0, 0];
  for (const { startS, endS, rpm: range } of parts)
    for (let second = startS; second < endS; second += 1) {
      const value = rpm?.[second];
      // Nobody pedals in a zero: it says nothing of how fast they do.
      if (value == null || value === 0) continue;
      turned += 1;
      sum += value;
      if (!range) continue;
      asked += 1;
      if (value >= range.low && value <= (range.high ?? Infinity)) within += 1;
    }
  return { meanRpm: turned === 0 ? null : sum / turned, rpmS: asked, rpmInRangeS: within };
}

type Beats = Pick<
  RepRow,
  'meanBpm' | 'settledBpm' | 'lowestBefore' | 'bpmAtEnd' | 'highestBpm' | 'riseBpm' | 'fallBpm'
>;

function beatsOf(
  startS: number,
  endS: number,
  before: number | null,
  after: number | null,
  { bpm }: ReadableRide,
): Beats {
  const within = (from: number, to: number): number[] => (bpm ?? []).slice(from, to).filter(isBeat);
  const meanBeats = (from: number, to: number): number | null => {
    const known = within(from, to);
    return known.length === 0 || known.length < VALID_SHARE * (to - from)
      ? null
      : known.reduce((sum, beat) => sum + beat, 0) / known.length;
  };
  const beatAt = (second: number): number | null =>
    within(Math.max(0, second - BEAT_WITHIN_S), second).at(-1) ?? null;
  const rest = within(Math.max(before ?? 0, startS - REST_BEFORE_S, 0), startS);
  const lowest = rest.length === 0 ? null : Math.min(...rest);
  const own = within(startS, endS);
  const highest = own.length === 0 ? null : Math.max(...own);
  const atEnd = beatAt(endS);
  const rests = (after ?? bpm?.length ?? 0) - endS >= FALL_S;
  const later = rests ? beatAt(endS + FALL_S) : null;
  return {
    meanBpm: meanBeats(startS, endS),
    settledBpm: meanBeats(Math.min(endS, startS + SETTLES_S), endS),
    lowestBefore: lowest,
    bpmAtEnd: atEnd,
    highestBpm: highest,
    riseBpm: lowest === null || highest === null ? null : highest - lowest,
    fallBpm: atEnd === null || later === null ? null : atEnd - later,
  };
}

function lostShareOf(
  ridden: readonly number[],
  unit: RepRow['unit'],
  { watts, bpm, stopped }: ReadableRide,
): number {
  const counted = ridden.filter((second) => stopped[second] !== 1);
  if (counted.length === 0) return 1;
  const values = unit === 'bpm' ? bpm : watts;
  if (!values) return unit === 'none' ? 0 : 1;
  const lost = counted.filter((second) =>
    unit === 'bpm' ? !isBeat(values[second]) : values[second] == null,
  );
  return lost.length / counted.length;
}
