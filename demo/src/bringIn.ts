import type { Received, Rider, RideKind } from '@uphill/api';
import { riderFigures } from '@uphill/core/sessions';
import type { Ask } from './ask.ts';
import { dayFromToday } from './dates.ts';
import type { DemoRider } from './riders.ts';
import { ridesOf } from './rides.ts';
import { DEMO_HILLS } from './sessions.ts';

/** How the builder talks to the server: through its own routes. */
export interface Server {
  readonly ask: Ask;
  readonly upload: (riderId: string, name: string, content: Uint8Array) => Promise<Received>;
}

/** Recordings on their way at the same time: the server reads two while the next is ridden. */
const AT_ONCE = 4;

/** Kinds of rides that were nobody's plan. */
const KINDS: Readonly<Record<string, RideKind>> = {
  group: 'group',
  endurance: 'endurance',
  long: 'endurance',
  sprints: 'endurance',
  hill: 'free',
  indoor: 'free',
};

/** The power source of a rider from now on: what comes in is measured by it. */
export async function setSource(
  id: string,
  powerSource: string,
  ask: Server['ask'],
): Promise<void> {
  const { version, powerSource: now } = await ask<Rider>('GET', `/riders/${id}`);
  if (now !== powerSource) await ask('PATCH', `/riders/${id}`, { version, powerSource });
}

/** Rides are ridden one after another while the server reads those before. */
export async function bringRidesIn(
  id: string,
  demo: DemoRider,
  { ask, upload }: Server,
  { rideDays, byCard }: { readonly rideDays: number; readonly byCard: boolean },
): Promise<number> {
  const rider = byCard ? await ask<Rider>('GET', `/riders/${id}`) : null;
  const onTheirWay = new Set<Promise<unknown>>();
  const before = demo.sourcesBefore?.[0];
  let [changed, named] = [false, false];
  if (before) await setSource(id, before.source, ask);
  let rides = 0;
  for (const { daysAgo, kind, name, make, ...ride } of ridesOf(demo, rideDays)) {
    if (ride.byCard !== byCard) continue;
    const day = dayFromToday(-daysAgo);
    const card = rider && riderFigures(rider, day, null);
    // What comes in is from the meter that was on the bike that day.
    if (before && daysAgo < before.untilDaysAgo && !changed) {
      await Promise.all(onTheirWay);
      await setSource(id, demo.fields.powerSource, ask);
      changed = true;
    }
    const { bytes, quarry } = make(day, card);
    const road = named ? null : quarry;
    named ||= road !== null;
    const sent: Promise<unknown> = upload(id, name.replace(String(daysAgo), day), bytes)
      .then(async ({ ride: came }) => {
        if (road)
          await ask('POST', `/riders/${id}/roads`, {
            ...{ name: DEMO_HILLS[1].name, rideId: came.id, ...road },
          });
        if (came.day === null && KINDS[kind])
          await ask('PATCH', `/rides/${came.id}`, { version: came.version, kind: KINDS[kind] });
      })
      .finally(() => onTheirWay.delete(sent));
    onTheirWay.add(sent);
    rides += 1;
    // The threads of the server get their turn.
    await new Promise((resolve) => setImmediate(resolve));
    if (onTheirWay.size >= AT_ONCE) await Promise.race(onTheirWay);
  }
  await Promise.all(onTheirWay);
  if (before) await setSource(id, demo.fields.powerSource, ask);
  return rides;
}
