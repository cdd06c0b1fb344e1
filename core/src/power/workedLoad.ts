import { printDuration, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { effortPointsPerHour, energyKj, loadFromEffort, loadFromPower } from './load.ts';

/**
 * Intensity ratio with its working.
 *
 * @param surgeW surge-weighted power, W
 * @param ftpW FTP in use on the day, W, above 0
 * @returns the ratio, without a unit
 * Source: handbook section 1.
 */
export function workedRatio(surgeW: number, ftpW: number): Worked {
  const ratio = surgeW / ftpW;
  return worked(ratio, '', 'Intensity ratio', [
    ['Surge-weighted power ÷ FTP', `${roundTo(surgeW, 1)} ÷ ${ftpW}`],
    ['Ratio', roundTo(ratio, 3).toFixed(3)],
  ]);
}

/**
 * Load from power with its working.
 *
 * @param seconds moving time, s
 * @param surgeW surge-weighted power, W
 * @param ftpW FTP in use on the day, W, above 0
 * @returns points
 * Source: handbook section 5.
 */
export function workedLoad(seconds: number, surgeW: number, ftpW: number): Worked {
  const load = loadFromPower(seconds, surgeW, ftpW);
  return worked(
    load,
    '',
    'Load from power: hours × ratio² × 100',
    [
      ['Hours', roundTo(seconds / 3600, 3).toFixed(3)],
      ['Surge-weighted power', `${roundTo(surgeW, 1)} W`],
      [`Ratio: ${roundTo(surgeW, 1)} ÷ ${ftpW}`, roundTo(surgeW / ftpW, 3).toFixed(3)],
      ['Load', roundTo(load, 1).toFixed(1)],
    ],
    [['FTP in use on the day', `${ftpW} W`]],
  );
}

/**
 * Load from the effort of a whole ride with its working.
 *
 * @param minutes 0 or more
 * @param rpe effort of the whole ride, 1–10
 * @returns points, marked "from effort"
 * Source: handbook section 5.
 */
export function workedEffortLoad(minutes: number, rpe: number): Worked {
  const load = loadFromEffort(minutes, rpe);
  return worked(load, '', 'Load from effort: hours × points an hour', [
    ['Length', printDuration(Math.round(minutes * 60))],
    [`RPE ${rpe}, the whole ride`, `${roundTo(effortPointsPerHour(rpe), 1)} points an hour`],
    ['Load, from effort', roundTo(load, 1).toFixed(1)],
  ]);
}

/**
 * Energy at the pedals with its working.
 *
 * @param meanW W
 * @param seconds moving time, s
 * @returns kJ
 * Source: handbook section 5.
 */
export function workedEnergy(meanW: number, seconds: number): Worked {
  const kilojoules = energyKj(meanW, seconds);
  return worked(kilojoules, 'kJ', 'Energy at the pedals', [
    ['Mean', `${roundTo(meanW, 1)} W`],
    [`× ${seconds} s ÷ 1000`, `${roundHalfUp(kilojoules)} kJ`],
    ['At about 24 % efficiency, one kJ costs about one kcal', `${roundHalfUp(kilojoules)} kcal`],
  ]);
}
