import { type Refused, refused, type Understood, understood } from '../../units/index.ts';
import type { HeartPiece } from './pieces.ts';
import { usualAir } from './air.ts';
import { deviationOf, type Line, lineThrough, medianOf } from './statistics.ts';

/** A piece with the ride it is of. */
export interface RidePiece extends HeartPiece {
  readonly ride: string;
  readonly daysAgo: number;
  readonly source: string;
  readonly position: string;
  /** Temperature of the ride, °C; null where nobody knows. */
  readonly celsius?: number | null;
}

/** A rider's usual heart rate at watts, with its noise. */
export interface UsualLine extends Line {
  readonly pieces: number;
  readonly rides: number;
  /** Standard deviation of the rides' offs, %, and what is reckoned with: at least 1.5. */
  readonly sdPercent: number;
  readonly noisePercent: number;
  /** Median temperature of its rides; null where none is known. */
  readonly celsius: number | null;
  /** Median cadence of its pieces, and beats for each 10 rpm more; null where it is not corrected. */
  readonly cadence: { readonly rpm: number; readonly per10: number } | null;
}

/** What a line is looked for by. */
export interface LineOf {
  readonly ftpW: number;
  readonly source: string;
  readonly position: string;
  /** The rider's own cadence slope, beats per 10 rpm; null where it is not known. */
  readonly per10?: number | null;
}

const DAYS = 42;
const LEAST_PIECES = 12;
/** A line takes pieces of so many rides. Source: handbook section 9.4. */
export const LEAST_RIDES = 4;
const SHARE = { low: 0.5, high: 1.05 } as const;
const LEAST_NOISE = 1.5;

/**
 * The usual line of a rider: HR = a + b × W, least squares over the pieces of the last 42 days. The ride that is laid
 * against it is not in it.
 *
 * @param pieces of the rides before, each with its age in days
 * @param of FTP in W, power source and position of the ride that is looked at, and the rider's cadence slope
 * @returns the line; refused with fewer than 12 pieces or 4 rides, or all at one wattage
 * Source: handbook section 9.4.
 */
export function usualLine(
  pieces: readonly RidePiece[],
  of: LineOf,
): Understood<UsualLine> | Refused {
  const used = pieces.filter(
    (piece) =>
      piece.daysAgo <= DAYS &&
      piece.source === of.source &&
      piece.position === of.position &&
      isOnLine(piece, of.ftpW),
  );
  if (used.length < LEAST_PIECES) return refused('fewer than 12 pieces');
  const rides = byRide(used);
  if (rides.size < LEAST_RIDES) return refused('pieces from fewer than 4 rides');
  const cadence = of.per10 == null ? null : usualCadence(used, of.per10);
  const line = lineThrough(
    used,
    ({ watts }) => watts,
    (piece) => beatsOf(piece, cadence),
  );
  if (!line) return refused('all pieces at the same watts');
  const offs = [...rides.values()].map((own) => offBy({ ...line, cadence }, own));
  const sdPercent = deviationOf(offs);
  return understood({
    ...line,
    ...{ pieces: used.length, rides: rides.size, cadence, sdPercent },
    noisePercent: Math.max(LEAST_NOISE, sdPercent),
    celsius: usualAir([...rides.values()].map(([first]) => first?.celsius ?? null)),
  });
}

/** Whether a piece lies at 50–105 % of FTP, W. Source: handbook section 9.4. */
export function isOnLine({ watts }: Pick<HeartPiece, 'watts'>, ftpW: number): boolean {
  return watts >= SHARE.low * ftpW && watts <= SHARE.high * ftpW;
}

function usualCadence(pieces: readonly RidePiece[], per10: number): UsualLine['cadence'] {
  const turned = pieces.flatMap(({ rpm }) => rpm ?? []);
  return turned.length === 0 ? null : { rpm: medianOf(turned), per10 };
}

function byRide(pieces: readonly RidePiece[]): Map<string, RidePiece[]> {
  const rides = new Map<string, RidePiece[]>();
  for (const piece of pieces) {
    const own = rides.get(piece.ride);
    if (own) own.push(piece);
    else rides.set(piece.ride, [piece]);
  }
  return rides;
}

/** Beats of a piece as they would have been at the usual cadence. */
function beatsOf({ bpm, rpm }: HeartPiece, cadence: UsualLine['cadence']): number {
  return cadence === null || rpm === null ? bpm : bpm - ((rpm - cadence.rpm) / 10) * cadence.per10;
}

/**
 * How far a ride's heart rate lies off the usual line.
 *
 * @param line the line, fitted without this ride
 * @param pieces the ride's pieces, at least one
 * @returns mean heart rate less the line at their mean watts, in % of the line
 * Source: handbook section 9.4 (Off by).
 */
export function offBy(
  { a, b, cadence }: Line & Pick<UsualLine, 'cadence'>,
  pieces: readonly HeartPiece[],
): number {
  let [watts, beats] = [0, 0];
  for (const piece of pieces) {
    watts += piece.watts;
    beats += beatsOf(piece, cadence);
  }
  const usual = a + (b * watts) / pieces.length;
  return (100 * (beats / pieces.length - usual)) / usual;
}
