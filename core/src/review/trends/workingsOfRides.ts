import { printClock, printDuration, printSigned, roundHalfUp, roundTo } from '../../units/index.ts';
import { type Worked, worked } from '../../working/index.ts';
import { type NewBest, SUSPECT } from './curveTrend.ts';
import type { DriftPoint } from './driftTrend.ts';
import type { MonthFigures } from './months.ts';

/**
 * How far the heart drifted in a ride, with its working.
 *
 * @param point the steady ride
 * @returns % of watts per heartbeat
 * Source: handbook section 5 (Heart drift).
 */
export function workedDrift({ percent, seconds, halves }: DriftPoint): Worked {
  const [firstW, firstBpm, secondW, secondBpm] = halves;
  const half = (watts: number, bpm: number): string =>
    `${roundTo(watts, 1)} W ÷ ${roundTo(bpm, 1)} bpm = ${roundTo(watts / bpm, 3)}`;
  return worked(
    percent,
    '%',
    'Heart drift: watts per heartbeat of the first half over the second, less 1',
    [
      ['Left after the first 10:00', printClock(seconds)],
      ['First half', half(firstW, firstBpm)],
      ['Second half', half(secondW, secondBpm)],
      ['Drift', `${printSigned(percent, 1)} %`],
    ],
    [
      ['Left, at least', '40:00'],
      ['Steady', 'surge-weighted ÷ mean at most 1.05'],
      ['Durable', 'under 5 %; over 8 % too long for now'],
    ],
  );
}

/**
 * A new best beside the old one, with its working.
 *
 * @param best the new best
 * @param printDate a date as the coach writes it
 * @returns W
 * Source: handbook section 9.6 (Curve).
 */
export function workedBest(
  { seconds, watts, date, oldW, oldDate, ...said }: NewBest,
  printDate: (date: string) => string,
): Worked {
  return worked(
    watts,
    'W',
    `Highest mean of any ${printDuration(seconds)} in the span, beside the highest of the year before it`,
    [
      [`Best of ${printDate(date)}`, `${roundTo(watts, 1)} W`],
      [`Old best, ${printDate(oldDate)}`, `${roundTo(oldW, 1)} W`],
      ['More', `${printSigned(watts - oldW, 1)} W, ${printSigned((watts / oldW - 1) * 100, 1)} %`],
      ...(said.otherSource ? ([['Source of power', 'another: not compared']] as const) : []),
      ...(said.checkMeter ? ([['So', 'check the meter first']] as const) : []),
    ],
    [
      ['Looks back', '365 days'],
      ['The meter is looked at first', `from ${roundHalfUp((SUSPECT - 1) * 100)} % on, over 1:00`],
    ],
  );
}

/** What a month's figures are laid beside, and how a mass is written. */
export interface MonthBeside {
  readonly before: MonthFigures | undefined;
  readonly yearBefore: MonthFigures | undefined;
  readonly printMass: (kg: number) => string;
}

/**
 * The figures of a month, each with what it was reckoned of.
 *
 * @param month the month
 * @param beside the month before, the same month a year ago, and the unit of mass
 * @returns the load, or nothing where nobody knows it; every other figure as a line
 * Source: handbook section 9.6 (Month).
 */
export function workedMonth(month: MonthFigures, beside: MonthBeside): Worked<number | null> {
  const { before, yearBefore } = beside;
  return worked(
    month.load,
    '',
    'Sums and means of the month’s rides, medians where one ride could mislead',
    [
      ['Rides', String(month.rides)],
      ...linesOf(month, beside)
        .filter(([, figure]) => figure !== null)
        .map(asLine),
      ...against('month before', month, before),
      ...against('same month a year ago', month, yearBefore),
    ],
    [
      ['Easy, middle', 'below 75 % of FTP, 75 to 100 %'],
      ['On target', 'the verdict of the set'],
    ],
  );
}

type Line = readonly [label: string, figure: string | null];
const asLine = ([label, figure]: Line) => [label, figure ?? ''] as const;

function linesOf(month: MonthFigures, { printMass }: MonthBeside): Line[] {
  const { of } = month;
  const timed = of.domainsS[0] + of.domainsS[1] + of.domainsS[2];
  const share = (part: number | null, seconds: number): string | null =>
    part === null
      ? null
      : `${printClock(seconds)} of ${printClock(timed)} = ${roundHalfUp(part * 100)} %`;
  const some = (value: number | null, print: (value: number) => string): string | null =>
    value === null ? null : print(value);
  const ridden = (count: number): string => `${count} ${count === 1 ? 'ride' : 'rides'}`;
  return [
    [`Load, sum of ${ridden(of.load)}`, some(month.load, (load) => String(roundHalfUp(load)))],
    ['Hours, sum of moving time', roundTo(month.hours, 1).toFixed(1)],
    ['Easy', share(month.easyShare, of.domainsS[0])],
    ['Middle', share(month.middleShare, of.domainsS[1])],
    ['Sets on target', month.sets === 0 ? null : `${month.onTarget} of ${month.sets}`],
    [
      `Heart drift, median of ${ridden(of.drift)}`,
      some(month.driftPercent, (value) => `${roundTo(value, 1)} %`),
    ],
    [
      `Watts per heartbeat, median of ${ridden(of.beat)}`,
      some(month.wattsPerBeat, (value) => roundTo(value, 2).toFixed(2)),
    ],
    [
      `Smoothness, median of ${ridden(of.smooth)}`,
      some(month.smooth, (value) => roundTo(value, 2).toFixed(2)),
    ],
    [
      `Mass, median of ${of.mass} ${of.mass === 1 ? 'entry' : 'entries'}`,
      some(month.massKg, printMass),
    ],
    [`RPE, mean of ${ridden(of.rpe)}`, some(month.rpe, (value) => roundTo(value, 1).toFixed(1))],
  ];
}

function against(
  name: string,
  month: MonthFigures,
  other: MonthFigures | undefined,
): (readonly [string, string])[] {
  if (!other) return [];
  const load = month.load === null ? null : printSigned(month.load - (other.load ?? 0), 0);
  return [
    ...(load === null ? [] : ([[`Load beside the ${name}`, load]] as const)),
    [`Hours beside the ${name}`, printSigned(month.hours - other.hours, 1)],
  ];
}
