import {
  type Anchors,
  type Band,
  bandsFor,
  isByHeart,
  layOver,
  type Scheme,
  SEVEN_STEPS,
} from '../zones/index.ts';
import { anchorsOf, type RiderOnDay } from './efforts.ts';
import type { ZonesKnown } from './zoneTargets.ts';

/** The zones that a session's road and its time in zones are shown by. */
export interface RoadZones {
  readonly scheme: Scheme;
  readonly bands: readonly Band[];
}

/**
 * The zones in watts that a rider's session is shown by: those of a scheme, where it is in watts and the rider has
 * what it hangs on; else Seven steps.
 *
 * @param rider the rider's figures on the day
 * @param scheme the scheme wanted; the rider's own where left out
 * @returns the scheme and its bands in this rider's watts; null without an FTP
 * Source: handbook section 6.
 */
export function roadZones(
  rider: RiderOnDay,
  scheme: Scheme = rider.zones?.own ?? SEVEN_STEPS,
): RoadZones | null {
  for (const each of [scheme, SEVEN_STEPS]) {
    const over = isByHeart(each) ? null : layOver(each, anchorsOf(rider));
    if (over && !('missing' in over)) return { scheme: each, bands: bandsFor(each, over.anchors) };
  }
  return null;
}

/**
 * What words that name zones mean for a rider: for the reader of sentences and cells.
 *
 * @param rider the rider's figures on the day
 * @returns FTP, the other anchors, and the schemes known
 * Source: handbook section 7 (Targets).
 */
export function zonesOf(rider: RiderOnDay): {
  ftpW: number | null;
  anchors: Anchors;
  zones: ZonesKnown | undefined;
} {
  return { ftpW: rider.ftpW, anchors: anchorsOf(rider), zones: rider.zones };
}
