import { workedEffortLoad, workedEnergy, workedLoad, workedRatio } from '../power/index.ts';
import type { Worked } from '../working/index.ts';
import type { RideNumbers } from './rideNumbers.ts';

/** What hangs on the rider's FTP of the day or on the effort given, each figure with its working. */
export interface RideFigures {
  readonly intensityRatio: Worked | null;
  readonly energyKj: Worked | null;
  /** From watts and the FTP of the day, else from minutes and RPE; null where neither is known. */
  readonly load: Worked | null;
  readonly loadFrom: 'power' | 'effort' | null;
}

/**
 * Load, ratio and energy of a ride.
 *
 * @param numbers the ride's stored numbers; null for a ride without a recording
 * @param day FTP in use on the ride's date, W; minutes and RPE of the whole ride, where they are known
 * @returns the figures; each null where what it needs is missing
 * Source: handbook section 5 (Which value counts when, Load).
 */
export function rideFigures(
  numbers: RideNumbers | null,
  {
    ftpW,
    minutes,
    rpe,
  }: { readonly ftpW: number | null; readonly minutes: number | null; readonly rpe: number | null },
): RideFigures {
  const surgeW = numbers?.surgeW ?? null;
  const byPower = numbers !== null && surgeW !== null && ftpW !== null;
  const length = numbers ? numbers.movingS / 60 : minutes;
  const figures = {
    intensityRatio: byPower ? workedRatio(surgeW, ftpW) : null,
    energyKj: numbers?.meanW == null ? null : workedEnergy(numbers.meanW, numbers.movingS),
  };
  if (byPower)
    return { ...figures, load: workedLoad(numbers.movingS, surgeW, ftpW), loadFrom: 'power' };
  if (length !== null && rpe !== null)
    return { ...figures, load: workedEffortLoad(length, rpe), loadFrom: 'effort' };
  return { ...figures, load: null, loadFrom: null };
}
