import { printClock, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { CpFit, Pair } from './criticalPower.ts';

/** A best over one duration: seconds and watts. */
export type Best = readonly [seconds: number, watts: number];

/** Where the FTP law starts: it says nothing about shorter efforts. Source: handbook section 5, Model curve. */
const LAW_FROM_S = 300;

/**
 * The FTP law: what a rider can hold, reckoned from FTP alone.
 *
 * @param ftpW W
 * @param seconds 300 or more
 * @returns W; FTP at one hour, less beyond, more under it
 * @throws RangeError under 5:00, where it says nothing
 * Source: handbook section 5, Model curve.
 */
export function ftpLaw(ftpW: number, seconds: number): number {
  if (seconds < LAW_FROM_S) throw new RangeError('The FTP law starts at 5:00.');
  return ftpW * (seconds / 3600) ** (seconds <= 3600 ? -0.05 : -0.08);
}

/** What a model of a rider's curve is made of; which of them there is decides how far it reaches. */
export interface CurveModel {
  readonly ftpW: number | null;
  readonly fit?: Pick<CpFit, 'cpW' | 'wPrimeJ'> | null;
  readonly pair?: Pick<Pair, 'cpW' | 'wPrimeJ'> | null;
  /** Highest watts ever held for a second; carries a fit below 2:00. */
  readonly pmaxW?: number | null;
}

/** What the model says of one duration. */
export interface Modelled {
  readonly watts: number;
  readonly by: 'fit' | 'pair' | 'law';
}

const FIT_FROM_S = 120;
const FIT_TO_S = 1200;
const PAIR_FROM_S = 60;
const PAIR_TO_S = 300;
const HOUR_S = 3600;

/**
 * The model curve at one duration. With a fit: CP + W′ ÷ (t + W′ ÷ (Pmax − CP)) to 20:00, then linear in ln t to
 * FTP at the hour; with the pair: CP + W′ ÷ t from 1:00 to 5:00, then linear in ln t to what FTP implies at 20:00;
 * with neither, the FTP law from 5:00. It never rises with t: what holds for longer holds for shorter too.
 *
 * @param model the rider's fit, pair and FTP
 * @param seconds 1 or more
 * @returns W and which part of the model says so, or null where it says nothing
 * Source: handbook section 5 (Model curve).
 */
export function modelAt(model: CurveModel, seconds: number): Modelled | null {
  const here = rawModel(model, seconds);
  if (here === null) return null;
  // The seams are the only places where a later part can lie above an earlier one.
  const later = [PAIR_TO_S, FIT_TO_S, HOUR_S]
    .filter((seam) => seam > seconds)
    .flatMap((seam) => rawModel(model, seam) ?? []);
  return later.reduce(
    (top, part) => (part.watts > top.watts ? { watts: part.watts, by: top.by } : top),
    here,
  );
}

function rawModel({ ftpW, fit, pair, pmaxW }: CurveModel, seconds: number): Modelled | null {
  if (fit) {
    if (seconds <= FIT_TO_S) return withFit(fit, pmaxW ?? null, seconds);
    if (ftpW === null) return null;
    if (seconds >= HOUR_S) return { watts: ftpLaw(ftpW, seconds), by: 'law' };
    const twenty = withFit(fit, pmaxW ?? null, FIT_TO_S)?.watts ?? ftpW;
    return {
      watts: Math.max(ftpW, betweenLogs(seconds, FIT_TO_S, twenty, HOUR_S, ftpW)),
      by: 'fit',
    };
  }
  if (pair && seconds >= PAIR_FROM_S && seconds <= PAIR_TO_S)
    return { watts: pair.cpW + pair.wPrimeJ / seconds, by: 'pair' };
  if (ftpW === null || seconds < LAW_FROM_S) return null;
  if (pair && seconds < FIT_TO_S) {
    return {
      watts: betweenLogs(
        seconds,
        PAIR_TO_S,
        pair.cpW + pair.wPrimeJ / PAIR_TO_S,
        FIT_TO_S,
        ftpLaw(ftpW, FIT_TO_S),
      ),
      by: 'pair',
    };
  }
  return { watts: ftpLaw(ftpW, seconds), by: 'law' };
}

/** The three-parameter form; without a sound Pmax it says nothing below 2:00. */
function withFit(
  { cpW, wPrimeJ }: Pick<CpFit, 'cpW' | 'wPrimeJ'>,
  pmaxW: number | null,
  seconds: number,
): Modelled | null {
  // A "sprint" under the minute that CP and W′ imply was none.
  const sound = pmaxW !== null && pmaxW > cpW + wPrimeJ / 60;
  if (!sound && seconds < FIT_FROM_S) return null;
  return { watts: cpW + wPrimeJ / (seconds + (sound ? wPrimeJ / (pmaxW - cpW) : 0)), by: 'fit' };
}

function betweenLogs(
  seconds: number,
  fromS: number,
  fromW: number,
  toS: number,
  toW: number,
): number {
  return fromW + (Math.log(seconds / fromS) / Math.log(toS / fromS)) * (toW - fromW);
}

/**
 * The best that rides show for a duration: a best also holds for every shorter one.
 *
 * @param seconds 1 or more
 * @param bests observed best efforts, in any order
 * @returns the best effort of at least this length, or null
 * Source: handbook section 5, Rider's curve.
 */
export function observedAt(seconds: number, bests: readonly Best[]): Best | null {
  return bests.reduce<Best | null>(
    (top, best) => (best[0] >= seconds && (top === null || best[1] > top[1]) ? best : top),
    null,
  );
}

/**
 * The rider's curve at one duration: the higher of what rides show and what the model says.
 *
 * @param seconds 1 or more
 * @param model the rider's fit, pair and FTP, as far as there are any
 * @param bests observed best efforts of the window
 * @returns W with its working, or null where neither says anything
 * Source: handbook section 5, Rider's curve.
 */
export function curveAt(seconds: number, model: CurveModel, bests: readonly Best[]): Worked | null {
  const ridden = observedAt(seconds, bests);
  const modelled = modelAt(model, seconds);
  if (ridden === null && modelled === null) return null;
  const lines: [string, string][] = [];
  if (ridden)
    lines.push([`Best ridden over ${printClock(ridden[0])}`, `${roundTo(ridden[1], 1)} W`]);
  if (modelled)
    lines.push([modelName(modelled.by, model, seconds), `${roundTo(modelled.watts, 1)} W`]);
  return worked(
    Math.max(ridden?.[1] ?? 0, modelled?.watts ?? 0),
    'W',
    'Rider’s curve: the higher of the two',
    lines,
  );
}

function modelName(by: Modelled['by'], { ftpW, fit, pair }: CurveModel, seconds: number): string {
  if (by === 'fit' && fit)
    return `CP ${roundHalfUp(fit.cpW)} W and W′ ${roundTo(fit.wPrimeJ / 1000, 1)} kJ at ${printClock(seconds)}`;
  if (by === 'pair' && pair) return `From 1:00 and 5:00, at ${printClock(seconds)}`;
  return `FTP ${ftpW ?? ''} W held for ${printClock(seconds)}, assumed`;
}
