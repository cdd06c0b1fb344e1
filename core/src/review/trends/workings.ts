import { printDuration, printSigned, roundHalfUp, roundTo } from '../../units/index.ts';
import { type Worked, worked } from '../../working/index.ts';
import type { Change } from './change.ts';
import type { HeartPoint } from './heartTrend.ts';
import type { Slope } from './slope.ts';
import { studentT } from './studentT.ts';
import type { LegsStep } from './tiredLegs.ts';

/**
 * How far a ride's heart lay off its usual line, with its working.
 *
 * @param point the ride beside its line
 * @returns % of the line
 * Source: handbook section 9.4.
 */
export function workedOff({ offPercent, noisePercent, of }: HeartPoint): Worked {
  const { line, watts, bpm, pieces } = of;
  const usual = line.a + line.b * watts;
  const cadence = line.cadence;
  return worked(
    offPercent,
    '%',
    'Off the usual line: mean heart rate of the ride’s pieces less the line at their mean watts',
    [
      [
        `Usual line: least squares through ${line.pieces} pieces of ${line.rides} rides`,
        `${roundTo(line.a, 1)} + ${roundTo(line.b, 3)} × W`,
      ],
      ...(cadence
        ? ([
            [
              `Each piece as at the usual ${roundHalfUp(cadence.rpm)} rpm`,
              `${roundTo(cadence.per10, 1)} bpm for 10 rpm`,
            ],
          ] as const)
        : []),
      [`This ride, ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}`, `${roundTo(watts, 1)} W`],
      ['Its heart rate', `${roundTo(bpm, 1)} bpm`],
      ...(cadence
        ? ([
            [
              `The same at ${roundHalfUp(cadence.rpm)} rpm`,
              `${roundTo(usual * (1 + offPercent / 100), 1)} bpm`,
            ],
          ] as const)
        : []),
      [`The line at ${roundTo(watts, 1)} W`, `${roundTo(usual, 1)} bpm`],
      ['Off by', `${printSigned(offPercent, 1)} %`],
      [
        'Noise: standard deviation of the rides’ own offs, at least 1.5 %',
        `${roundTo(line.sdPercent, 1)} → ${roundTo(noisePercent, 1)} %`,
      ],
    ],
    [
      ['Pieces', 'last minute of each steady 3:00, at 50–105 % of FTP'],
      ['Looks back', '42 days, same source, same position'],
    ],
  );
}

/**
 * How something goes over the months, with its working.
 *
 * @param slope the line over the dates
 * @param unit of what goes, as it is printed
 * @param digits decimals that are printed
 * @returns the slope a month
 * Source: handbook section 9.6 (Family).
 */
export function workedSlope(slope: Slope, unit: string, digits = 1): Worked {
  const { perMonth, plusMinus, real, from, to, points, days } = slope;
  return worked(
    perMonth,
    `${unit} a month`,
    'Straight line over the dates, by least squares',
    [
      ['Points, over', `${points}, ${days} days`],
      ['The line, first to last', `${roundTo(from, digits)} → ${roundTo(to, digits)} ${unit}`],
      ['A month of 30.44 days', `${printSigned(perMonth, digits)} ${unit}`],
      [
        `${roundTo(studentT(points - 2), 2)} standard errors (t of n − 2)`,
        `± ${roundTo(plusMinus, digits)} ${unit}`,
      ],
      ['Zero lies', real ? 'outside: real' : 'inside: cannot tell yet'],
    ],
    [['A line takes', 'five points']],
  );
}

/**
 * What is left at a step of the work done before, with its working.
 *
 * @param seconds length of the efforts, s
 * @param step what is left there
 * @param bestOfYear at this length, W
 * @returns % of the year's best
 * Source: handbook section 9.5.
 */
export function workedLegs(seconds: number, step: LegsStep, bestOfYear: number): Worked {
  return worked(
    step.percent,
    '%',
    'Best of the last 90 days by the work done before it that day, of efforts that were meant, one a ride',
    [
      [`Best ${printDuration(seconds)} of the year`, `${roundHalfUp(bestOfYear)} W`],
      [
        `Best from ${step.fromKjPerKg} kJ/kg, of ${step.efforts} efforts`,
        `${roundHalfUp(step.watts)} W`,
      ],
      ['Share', `${roundTo(step.percent, 1)} %`],
      ['Noise of these efforts', `± ${roundTo(step.noisePercent, 1)} %`],
    ],
    [
      ['An effort counts from', '95 % of the year’s best; in a race from 80 %, 20:00 from 90 %'],
      ['Fades late', 'under 95 % after 20 kJ/kg, by more than the noise'],
    ],
  );
}

/**
 * A change beside its noise, with its working.
 *
 * @param change the change
 * @param unit of what changed, as it is printed
 * @returns % of what it was
 * Source: handbook sections 4 and 9.6.
 */
export function workedChange(
  { from, to, percent, noisePercent, worth }: Change,
  unit: string,
): Worked {
  return worked(
    percent,
    '%',
    'A change beside its noise: real from it on, likely from half of it',
    [
      ['Before', `${roundHalfUp(from)} ${unit}`],
      ['After', `${roundHalfUp(to)} ${unit}`],
      ['Change', `${printSigned(percent, 1)} %`],
      ['Noise of two results', `± ${roundTo(noisePercent, 1)} %`],
      ['So', worth],
    ],
  );
}
