import { worked, type Worked } from '../working/index.ts';
import { roundHalfUp, roundTo } from '../units/index.ts';

/** What eating on a ride hangs on. */
export interface EatingOn {
  readonly kind: 'easy' | 'hard';
  readonly hours: number;
  readonly burnKcalPerHour: number;
  /** What the rider's gut takes, g an hour. */
  readonly gutGPerHour: number;
  /** School "always fuel". */
  readonly alwaysFuel?: boolean;
  /** Ridden before eating: nothing, whatever else would be asked. */
  readonly unfuelled?: boolean;
}

const UNTO = { easyH: 2, hardH: 1, longH: 2.5 } as const;
const HARD_G = 60;
const KCAL_PER_GRAM = 4;
const ALWAYS = { fromH: 0.75, easy: 30, hard: 60 } as const;

/**
 * Carbohydrate to eat while riding: the lowest of burn an hour ÷ 4, the gut's rate, and what length and kind ask.
 *
 * @param on kind, hours, burn and gut's rate
 * @returns g an hour with its working; 0 where water does
 * Source: handbook section 10.2. It is not medical or dietetic advice.
 * @example
 * eating({ kind: 'easy', hours: 3, burnKcalPerHour: 640, gutGPerHour: 60 }).value // 60
 */
export function eating(on: EatingOn): Worked {
  const { kind, hours, burnKcalPerHour, gutGPerHour } = on;
  const burn = burnKcalPerHour / KCAL_PER_GRAM;
  const byLength = lengthAsks(on);
  const value = Math.min(burn, gutGPerHour, byLength);
  return worked(value, 'g/h', 'The lowest of burn ÷ 4, the gut’s rate, and what the length asks', [
    ['Burn ÷ 4', `${roundHalfUp(burn)} g/h`],
    ['The rider takes so far', `${roundHalfUp(gutGPerHour)} g/h`],
    [
      `${kind === 'easy' ? 'Easy' : 'Hard'}, ${roundTo(hours, 1)} h`,
      byLength === 0 ? 'water may do' : `${roundHalfUp(byLength)} g/h`,
    ],
    ['The lowest', `${roundHalfUp(value)} g/h`],
  ]);
}

function lengthAsks({
  kind,
  hours,
  gutGPerHour,
  alwaysFuel = false,
  unfuelled = false,
}: EatingOn): number {
  if (unfuelled) return 0;
  const asks = kind === 'easy' ? easyAsks(hours, gutGPerHour) : hardAsks(hours, gutGPerHour);
  return asks === 0 && alwaysFuel && hours >= ALWAYS.fromH ? ALWAYS[kind] : asks;
}

function easyAsks(hours: number, gut: number): number {
  return hours <= UNTO.easyH ? 0 : gut;
}

function hardAsks(hours: number, gut: number): number {
  if (hours <= UNTO.hardH) return 0;
  return hours <= UNTO.longH ? HARD_G : gut;
}
