import { randomUUID } from 'node:crypto';
import { rideLogSchema, repEditsSchema, riddenSchema, shapeOf, type Rider } from '@uphill/api';
import { eating } from '@uphill/core/fuel';
import {
  type KeptReading,
  keptReadingSchema,
  NO_EDITS,
  READING_ALGORITHM,
  sayVerdict,
} from '@uphill/core/review';
import { verdictOfRide } from '@uphill/core/season';
import { type Plan, type RiderOnDay, sessionNumbers } from '@uphill/core/sessions';
import type { Db } from '../database.ts';
import type { HandoverRow, RideMatchRow, RideRow } from '../tables.ts';
import { daysBefore } from '../today.ts';
import type { ImportPool } from '../workers/pool.ts';
import type { ToRead } from '../workers/readRides.ts';
import { climbingOn, houseOf } from './climbingOn.ts';
import { grouped } from './grouped.ts';
import { readJsonOr, readPlan } from './json.ts';
import { modelOn } from './models.ts';
import { partsOf } from './recordings.ts';
import { readRider } from './riders.ts';
import { countingRides, type Reader, rides } from './rides.ts';
import { roadsOf } from './roads.ts';

/** Rides that go to a thread together. */
const AT_ONCE = 6;
/** What a gut takes that nobody has trained, g an hour. Source: handbook section 10.2. */
const UNTRAINED_GUT = 60;
/** Up to this ratio a ride is easy as a whole. */
const EASY_RATIO = 0.75;

const kept = shapeOf(keptReadingSchema);

/** A stored reading; null where it is none any more, and the ride has to be read again. */
export function readingFrom(text: string): KeptReading | null {
  return readJsonOr<KeptReading | null>(text, kept, null);
}

/** Rides that have not been read, or in an older way, the latest first. */
export async function unreadRides(
  db: Reader,
  of: { readonly riderId?: string; readonly from?: string; readonly to?: string } = {},
): Promise<{ id: string; riderId: string }[]> {
  const rows = await rides(db)
    .leftJoin('ride_readings', (join) =>
      join
        .onRef('ride_readings.ride_id', '=', 'rides.id')
        .on('ride_readings.algorithm', '=', READING_ALGORITHM),
    )
    .select(['rides.id', 'rides.rider_id'])
    .where('ride_readings.ride_id', 'is', null)
    .where((check) =>
      check.or([
        check.exists(
          check
            .selectFrom('ride_numbers')
            .select('ride_numbers.ride_id')
            .whereRef('ride_numbers.ride_id', '=', 'rides.id'),
        ),
        check.exists(
          check
            .selectFrom('ride_matches')
            .select('ride_matches.id')
            .whereRef('ride_matches.ride_id', '=', 'rides.id'),
        ),
      ]),
    )
    .$if(of.riderId !== undefined, (query) => query.where('rides.rider_id', '=', of.riderId ?? ''))
    .$if(of.from !== undefined, (query) => query.where('rides.date', '>=', of.from ?? ''))
    .$if(of.to !== undefined, (query) => query.where('rides.date', '<=', of.to ?? ''))
    .orderBy('rides.date', 'desc')
    .execute();
  return rows.map(({ id, rider_id: riderId }) => ({ id, riderId }));
}

/**
 * Reads some rides of one rider, in threads, and keeps what came of them. What changed meanwhile is read again when it
 * is next asked for: a trigger drops a reading when anything it comes from changes, also one that is only being made.
 */
export async function readSome(
  db: Db,
  pool: Pick<ImportPool, 'readRides'>,
  riderId: string,
  ids: readonly string[],
  goOn: (done: number) => boolean = () => true,
): Promise<ReadonlyMap<string, KeptReading>> {
  const claims = await claimed(db, riderId, ids);
  const rider = await readRider(db, riderId);
  const all = new Map<string, KeptReading>();
  for (let at = 0; at < ids.length; at += AT_ONCE) {
    const lot = await toReadOf(db, rider, ids.slice(at, at + AT_ONCE));
    const read = await pool.readRides(lot.map(({ ride }) => ride));
    for (const { rideId, reading } of read) all.set(rideId, reading);
    await db.transaction().execute(async (trx) => {
      for (const [place, { rideId, reading, trend }] of read.entries())
        await trx
          .updateTable('ride_readings')
          .set({
            ...{ date: lot[place]?.date ?? '', algorithm: READING_ALGORITHM },
            ...{ family: reading.family, headline: reading.headline?.id ?? null },
            verdict: verdictOfRide({ ...reading, rpe: lot[place]?.ride.said.rpe ?? null }),
            says: reading.headline ? sayVerdict(reading.headline).name : reading.says,
            ...{ reading: JSON.stringify(reading), trend: JSON.stringify(trend) },
          })
          .where('ride_id', '=', rideId)
          // Changed while it was read: what it was read by is no more, and its claim went with it.
          .where('reading', '=', claims.get(rideId) ?? '')
          .execute();
    });
    if (!goOn(Math.min(ids.length, at + AT_ONCE))) break;
  }
  return all;
}

/** Of a reading that is being made: by no way of reading, so that the ride counts as unread. */
const BEING_READ = 0;

/**
 * Puts a claim where each reading will be, before anything is asked for that it hangs on. Whatever drops a reading, the
 * rider's FTP as much as a road or a link, drops the claim, and what was read by older figures is not kept. Who reads a
 * ride that somebody reads already shares the claim: the first to come keeps the reading.
 *
 * @returns the claim of each ride that is there
 */
async function claimed(
  db: Db,
  riderId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const own = randomUUID();
  const claims = new Map<string, string>();
  await db.transaction().execute(async (trx) => {
    for (const id of ids) {
      const ride = await rides(trx)
        .leftJoin('ride_readings', 'ride_readings.ride_id', 'rides.id')
        .select(['rides.date', 'ride_readings.algorithm', 'ride_readings.reading'])
        .where('rides.id', '=', id)
        .executeTakeFirst();
      if (!ride) continue;
      const shared = ride.algorithm === BEING_READ ? ride.reading : null;
      claims.set(id, shared ?? own);
      if (shared !== null) continue;
      await trx
        .replaceInto('ride_readings')
        .values({
          ...{ ride_id: id, rider_id: riderId, date: ride.date, algorithm: BEING_READ },
          ...{ family: null, headline: null, verdict: null, says: null },
          ...{ reading: own, trend: '{}' },
        })
        .execute();
    }
  });
  return claims;
}

interface Lot {
  readonly ride: ToRead;
  readonly date: string;
}

async function toReadOf(db: Db, rider: Rider, ids: readonly string[]): Promise<Lot[]> {
  const rows = await rides(db).selectAll('rides').where('rides.id', 'in', ids).execute();
  const [recordings, matches, house] = await Promise.all([
    partsOf(db, ids),
    db.selectFrom('ride_matches').selectAll().where('ride_id', 'in', ids).execute(),
    houseOf(db, rider),
  ]);
  const roads = await roadsOf(db, rider.id);
  const parts = grouped(recordings, ({ rideId }) => rideId);
  const lots: Lot[] = [];
  for (const row of rows) {
    const match = matches.find(({ ride_id: id }) => id === row.id);
    const before = await modelOn(db, rider.id, daysBefore(row.date, 1));
    const { heart, ...climbing } = await climbingOn(db, rider, row.date, house);
    const asked = match ? await askedOf(db, row, match) : null;
    const { ftpW } = climbing.rider;
    lots.push({
      date: row.date,
      ride: {
        rideId: row.id,
        parts: parts.get(row.id) ?? [],
        asked: asked && { plan: asked.plan, climbing },
        said: saidOf(row, match, { rider, asked, numbers: climbing.rider, heart }),
        before: {
          ...{ bests: before.bests, fit: before.fit, pair: before.pair, pmaxW: before.pmaxW },
          ftpW,
        },
        ftpW,
        limits: house.choices,
        massKg: climbing.rider.massKg,
        earlierKj: await riddenBefore(db, row),
        ...{ minutes: row.minutes, roads },
      },
    });
  }
  return lots;
}

/** Work of the rides before one on its day, kJ. */
async function riddenBefore(db: Reader, row: RideRow): Promise<number> {
  if (row.started_at === null) return 0;
  const { kj } = await countingRides(db)
    .innerJoin('ride_numbers', 'ride_numbers.ride_id', 'rides.id')
    .select(({ fn }) => fn.sum<number | null>('ride_numbers.energy_kj').as('kj'))
    .where('rides.rider_id', '=', row.rider_id)
    .where('rides.date', '=', row.date)
    .where('rides.started_at', '<', row.started_at)
    .where('rides.id', '<>', row.id)
    .executeTakeFirstOrThrow();
  return kj ?? 0;
}

/** What was asked: as it was handed over where the day was changed after it was ridden. */
export async function askedOf(
  db: Reader,
  ride: Pick<RideRow, 'created_at'>,
  match: Pick<RideMatchRow, 'day_id'>,
): Promise<{
  readonly plan: Plan;
  readonly from: 'day' | 'handover';
  readonly rpe: number | null;
} | null> {
  const day = await db
    .selectFrom('days')
    .select(['plan', 'rpe'])
    .where('id', '=', match.day_id)
    .executeTakeFirst();
  if (!day) return null;
  const given: Pick<HandoverRow, 'plan'> | undefined = await db
    .selectFrom('handovers')
    .select('plan')
    .where('day_id', '=', match.day_id)
    .where('at', '<=', ride.created_at)
    .orderBy('at', 'desc')
    .executeTakeFirst();
  const changed = given !== undefined && given.plan !== day.plan;
  return {
    plan: readPlan(changed ? given.plan : day.plan).plan,
    from: changed ? 'handover' : 'day',
    rpe: day.rpe,
  };
}

function saidOf(
  row: RideRow,
  match: RideMatchRow | undefined,
  {
    rider,
    asked,
    numbers,
    heart,
  }: {
    readonly rider: Rider;
    readonly asked: { readonly plan: Plan; readonly rpe: number | null } | null;
    readonly numbers: RiderOnDay;
    readonly heart: boolean;
  },
): ToRead['said'] {
  const log = readJsonOr(row.log, shapeOf(rideLogSchema), {});
  const room = match?.reps ? readJsonOr(match.reps, riddenSchema.nullable(), null) : null;
  const inside = row.power_source === 'trainer' || row.origin === 'standIns';
  return {
    room: room?.from === 'room' ? room.steps : null,
    edits: match ? readJsonOr(match.edits, repEditsSchema, NO_EDITS) : NO_EDITS,
    place: inside || asked?.plan.place === 'trainer' ? 'trainer' : 'road',
    rpe: row.rpe ?? asked?.rpe ?? null,
    eatenG: log.eatenG ?? null,
    planG: asked ? gramsOf(asked.plan, numbers, rider) : null,
    doubtful: log.doubtful ?? false,
    heart,
  };
}

/** g/h × hours of what was planned; null where nothing is known of its burn. */
function gramsOf(plan: Plan, numbers: RiderOnDay, rider: Rider): number | null {
  const { energyKj, totalS, intensityRatio } = sessionNumbers(plan, numbers);
  if (!energyKj || totalS.value === 0) return null;
  const hours = totalS.value / 3600;
  const rate = eating({
    kind: (intensityRatio?.value ?? 0) <= EASY_RATIO ? 'easy' : 'hard',
    hours,
    unfuelled: plan.unfuelled ?? false,
    burnKcalPerHour: energyKj.value / hours,
    gutGPerHour: rider.gutGramsPerHour ?? UNTRAINED_GUT,
  });
  return rate.value * hours;
}

/** A ride's reading, read now where it was not yet. */
export async function readingOf(
  db: Db,
  pool: Pick<ImportPool, 'readRides'>,
  ride: Pick<RideRow, 'id' | 'rider_id'>,
): Promise<KeptReading | null> {
  const stored = async () => {
    const row = await db
      .selectFrom('ride_readings')
      .select('reading')
      .where('ride_id', '=', ride.id)
      .where('algorithm', '=', READING_ALGORITHM)
      .executeTakeFirst();
    return row ? readingFrom(row.reading) : null;
  };
  const known = await stored();
  if (known) return known;
  // Where it was changed while it was read, what was read of it is the answer until the next one.
  const read = await readSome(db, pool, ride.rider_id, [ride.id]);
  return (await stored()) ?? read.get(ride.id) ?? null;
}
