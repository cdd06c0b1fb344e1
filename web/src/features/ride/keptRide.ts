import { SESSION_DID } from '@uphill/core/simulation';
import { z } from 'zod';

const PREFIX = 'uphill.ride.';
const kept = z.object({
  seed: z.number().int(),
  seconds: z.number().int().min(0).max(86_400),
  events: z
    .array(
      z.object({
        second: z.number().int().min(0).max(86_400),
        did: z.enum(SESSION_DID),
      }),
    )
    .max(2000),
});
/** A ride under way: with the seed and what was pressed it can be ridden again to this second. */
export type KeptRide = Readonly<Omit<z.infer<typeof kept>, 'events'>> & {
  readonly events: readonly z.infer<typeof kept>['events'][number][];
};

/** Keeps a ride on this device. */
export function keepRide(dayId: string, ride: KeptRide): void {
  localStorage.setItem(PREFIX + dayId, JSON.stringify(ride));
}

/** The ride of a day that this device holds, or null. */
export function readRide(dayId: string): KeptRide | null {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(PREFIX + dayId) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

export function forgetRide(dayId: string): void {
  localStorage.removeItem(PREFIX + dayId);
}
