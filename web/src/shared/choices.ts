import { type Choices, USUAL_CHOICES } from '@uphill/api';
import type { AboveFtpSettings } from '@uphill/core/sessions';
import {
  numberTyped,
  type Typed,
  kgOfPounds,
  kmOfMiles,
  massIn,
  milesOf,
  roundTo,
} from '@uphill/core/units';

/**
 * How the coach writes and measures. It changes once in a while, on the settings page alone, and is read wherever a
 * date or a figure is printed; so it is a value of this module, set before the first view is drawn.
 */
let chosen: Choices = USUAL_CHOICES;

export function choose(choices: Choices): void {
  chosen = choices;
}

export function choices(): Choices {
  return chosen;
}

/** The shares by which a rider's own numbers are reckoned. */
export function ownShares(): AboveFtpSettings {
  return { share: chosen.ownShare, stretch: chosen.longerTimes };
}

export function massUnit(): Choices['mass'] {
  return chosen.mass;
}

export function distanceUnit(): Choices['distance'] {
  return chosen.distance;
}

/** A body mass as the coach writes it, without its unit: "61.4", "135.4". */
export function massFigure(kg: number): string {
  return String(roundTo(massIn(kg, chosen.mass), chosen.mass === 'kg' ? 2 : 1));
}

export function printMass(kg: number): string {
  return `${massFigure(kg)} ${chosen.mass}`;
}

/** A body mass as it was typed, in kg; what is no number stays what it is, for the schema to name. */
export function massTyped(text: string): Typed | undefined {
  const typed = numberTyped(text) ?? undefined;
  return typeof typed === 'number' && chosen.mass === 'lb' ? kgOfPounds(typed) : typed;
}

/** A distance as the coach writes it, with as many decimals as are wanted: "14.2 km". */
export function printDistance(km: number, decimals = 1): string {
  const figure = chosen.distance === 'km' ? km : milesOf(km);
  return `${String(roundTo(figure, decimals))} ${chosen.distance}`;
}

/** A distance that stands in a field, and one that was typed there. */
export function distanceFigure(km: number): number {
  return chosen.distance === 'km' ? km : roundTo(milesOf(km), 1);
}

export function kmTyped(figure: number): number {
  return chosen.distance === 'km' ? figure : kmOfMiles(figure);
}
