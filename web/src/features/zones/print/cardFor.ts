import type { Rider } from '@uphill/api';
import {
  ANCHOR_NAMES,
  type Anchors,
  layOver,
  type Scheme,
  type ZoneCardFor,
} from '@uphill/core/zones';
import { anchorsOnDay, healthOnDay, shownMass } from '../../../shared/riderOnDay.ts';

/** Whose zones, on which day, from which figures. */
export function cardFor(rider: Rider, day: string): ZoneCardFor {
  return {
    rider: rider.name,
    day,
    anchors: anchorsOnDay(rider, day),
    massKg: shownMass(rider, day),
    heartRate: healthOnDay(rider, day).heartRate,
  };
}

/** What a scheme hangs on, in figures: "FTP 262 W". */
export function anchorText(scheme: Scheme, anchors: Anchors): string {
  const over = layOver(scheme, anchors);
  if ('missing' in over) return over.missing;
  const kinds =
    scheme.anchor === 'lactate' ? (['lt1', 'lt2'] as const) : ([scheme.anchor] as const);
  const figures = kinds
    .map(
      (kind) => `${ANCHOR_NAMES[kind].name} ${over.anchors[kind] ?? ''} ${ANCHOR_NAMES[kind].unit}`,
    )
    .join(', ');
  return over.assumed ? `${figures}, assumed from FTP` : figures;
}
