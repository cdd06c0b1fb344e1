import type { Day, Ride, RideReading } from '@uphill/api';
import type { Ask } from './ask.ts';
import { dayFromToday } from './dates.ts';
import type { DemoRider } from './riders.ts';

/** Rides of so many days back are told of, and the suggestions after them answered. */
const TOLD_DAYS = 200;
/** A suggestion younger than this waits for the coach. */
const OPEN_DAYS = 12;
const ANSWERED = 14;

const LONG_MIN = 120;

/** What riders wrote down of their rides: what they ate on the long ones, pain, weight before and after. */
export async function tellRides(id: string, demo: DemoRider, ask: Ask): Promise<void> {
  const rides = await ask<Ride[]>(
    'GET',
    `/riders/${id}/rides?from=${dayFromToday(-TOLD_DAYS)}&to=${dayFromToday(0)}`,
  );
  // All that is told of a ride goes at once: which rides these are hangs on today, and one may be told of twice.
  const told = new Map<Ride, object>();
  const tell = (ride: Ride | undefined, log: object): void => {
    if (ride) told.set(ride, { ...told.get(ride), ...log });
  };
  const long = rides.filter(({ numbers }) => (numbers?.movingS ?? 0) > LONG_MIN * 60);
  for (const [place, ride] of long.slice(0, 12).entries())
    tell(ride, { eatenG: place % 3 === 0 ? 60 : 170, drunkL: 1.5, legs: 1 + (place % 5) });
  const [sore, heavy] = rides.filter(({ day }) => day !== null).slice(20, 22);
  if (demo.fields.name === 'Oskar Pinto') tell(sore, { pain: 6 });
  if (demo.fields.name === 'Tomas Brandt') tell(heavy, { massBeforeKg: 84, massAfterKg: 84.6 });
  for (const [{ id: ride, version }, log] of told)
    await ask('PATCH', `/rides/${ride}`, { version, log });
  if (demo.fields.name === 'Leila Haddad') await tellTired(id, ask);
  if (demo.fields.name === 'Ines Okafor') await tellMornings(id, demo, ask);
}

const MORNINGS = 35;

/** Ines keeps her mornings; in the last week her heart beat higher at rest than it does, and she slept little. */
async function tellMornings(id: string, { kg }: DemoRider, ask: Ask): Promise<void> {
  for (let daysAgo = MORNINGS; daysAgo >= 0; daysAgo -= 1) {
    const [late, turn] = [daysAgo < 7, (daysAgo * 7) % 5];
    await ask('PUT', `/riders/${id}/mornings/${dayFromToday(-daysAgo)}`, {
      ...{
        massKg: (kg.at(-1)?.[1] ?? 61) + (turn - 2) / 10,
        restingBpm: 46 + turn / 2 + (late ? 5 : 0),
      },
      ...{ sleepH: late ? 5.5 : 7 + turn / 4, legs: late ? 2 : 4, pain: 0, version: 0 },
    });
  }
}

/** Twice running Leila was tired, months ago. */
async function tellTired(id: string, ask: Ask): Promise<void> {
  const days = await ask<Day[]>(
    'GET',
    `/riders/${id}/days?from=${dayFromToday(-100)}&to=${dayFromToday(-60)}`,
  );
  const done = days.filter(({ state, rides }) => state === 'done' && rides.length > 0);
  for (const { id: day, rpe, minutes, note, reason } of done.slice(0, 2)) {
    const was = { state: 'done', rpe, minutes, note, reason };
    await ask('PUT', `/days/${day}/mark`, { ...was, reason: 'tired', was });
  }
}

/** The coach answered most of what was suggested: accepted it, now and then refused it with a reason. */
export async function answerSuggestions(id: string, ask: Ask): Promise<void> {
  const rides = await ask<Ride[]>(
    'GET',
    `/riders/${id}/rides?from=${dayFromToday(-TOLD_DAYS)}&to=${dayFromToday(-OPEN_DAYS)}`,
  );
  let answered = 0;
  for (const ride of rides.filter(({ day }) => day !== null && !day.tried)) {
    if (answered >= ANSWERED) return;
    const { suggested } = await ask<RideReading>('GET', `/rides/${ride.id}/reading`);
    if (!suggested || suggested.decision !== null) continue;
    answered += 1;
    const refused = answered % 6 === 0;
    await ask('POST', `/rides/${ride.id}/decision`, {
      decision: refused ? 'refused' : 'accepted',
      reason: refused ? 'The week was full.' : '',
      ...{ dayId: suggested.day?.id ?? null, dayVersion: suggested.day?.version ?? null },
    });
  }
}
