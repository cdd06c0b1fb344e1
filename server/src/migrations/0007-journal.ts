import { type Kysely, sql } from 'kysely';
import { withMoved } from './0007-checks.ts';

type Row = Record<string, string | number | null>;
interface Entry {
  readonly table: string;
  readonly id: string;
  readonly before: Row | null;
  readonly after: Row | null;
}

/** Written into steps that cannot be carried over; they are told, and passed over. */
const TOO_OLD = 'it is from before an update';

/**
 * Carries what undo remembers over to the new tables, so that what was done before the update can still be taken back:
 * a placed session is a day with its handover and its ride, a goal a row of its own.
 *
 * @param at when the days of before count as handed over
 */
export async function carryJournal(db: Kysely<never>, at: string): Promise<void> {
  const { rows: plans } = await sql<{
    id: string;
    plan: string;
  }>`SELECT id, plan FROM sessions`.execute(db);
  const planOf = new Map(plans.map(({ id, plan }) => [id, plan]));
  const { rows } = await sql<{
    id: number;
    entries: string;
  }>`SELECT id, entries FROM journal`.execute(db);
  for (const { id, entries } of rows) {
    const carried = carry(entries, planOf, at);
    if (carried === null)
      await sql`UPDATE journal SET aside = ${TOO_OLD} WHERE id = ${id} AND aside IS NULL`.execute(
        db,
      );
    else
      await sql`UPDATE journal SET entries = ${JSON.stringify(carried)}, rider_id = ${riderIn(carried)} WHERE id = ${id}`.execute(
        db,
      );
  }
}

function carry(text: string, planOf: ReadonlyMap<string, string>, at: string): Entry[] | null {
  try {
    const entries = JSON.parse(text) as Entry[];
    return entries.flatMap((entry) => {
      if (entry.table === 'placed_sessions') return dayEntries(entry, planOf, at);
      if (entry.table === 'riders') return riderEntries(entry);
      if (entry.table === 'marked_efforts')
        return [{ ...entry, before: onRide(entry.before), after: onRide(entry.after) }];
      if (entry.table === 'tests')
        return [{ ...entry, before: onMoved(entry.before), after: onMoved(entry.after) }];
      return [entry];
    });
  } catch {
    return null;
  }
}

/** The rider that all of a step is about; null where it is about several, or none. */
function riderIn(entries: readonly Entry[]): string | null {
  const ids = new Set(
    entries
      .map(({ table, id, before, after }) =>
        table === 'riders' ? id : (after ?? before)?.['rider_id'],
      )
      .filter((id) => id != null),
  );
  const [only] = ids;
  return ids.size === 1 && typeof only === 'string' ? only : null;
}

function onMoved(row: Row | null): Row | null {
  return row && typeof row['checks'] === 'string'
    ? { ...row, checks: withMoved(row['checks']) }
    : row;
}

function dayEntries(
  { id, before, after }: Entry,
  planOf: ReadonlyMap<string, string>,
  at: string,
): Entry[] {
  const day = (row: Row | null): Row | null => row && dayRow(row, planOf);
  const [was, is] = [day(before), day(after)];
  const days: Entry = { table: 'days', id, before: was, after: is };
  const handover = (row: Row): Row => ({
    id,
    day_id: id,
    at,
    day_version: row['version'] ?? 1,
    plan: row['plan'] ?? '',
  });
  const match: Entry = {
    table: 'ride_matches',
    id,
    before: matchRow(before),
    after: matchRow(after),
  };
  let matches: Entry[];
  if (match.before === null && match.after === null) matches = [];
  else if (JSON.stringify(match.before) === JSON.stringify(match.after)) matches = [];
  else matches = [match];
  // What hangs on a day comes after it and goes before it.
  if (was === null && is !== null)
    return [days, { table: 'handovers', id, before: null, after: handover(is) }, ...matches];
  if (was !== null && is === null)
    return [...matches, { table: 'handovers', id, before: handover(was), after: null }, days];
  return [days, ...matches];
}

function dayRow(row: Row, planOf: ReadonlyMap<string, string>): Row {
  const plan = row['ridden_plan'] ?? planOf.get(String(row['session_id']));
  if (typeof plan !== 'string') throw new Error('A day without a plan.');
  const { id, rider_id, session_id, date, state, rpe, note, version, created_at } = row;
  return {
    ...{
      id: id ?? '',
      rider_id: rider_id ?? '',
      date: date ?? '',
      position: 0,
      kind: 'session',
      session_id: session_id ?? null,
      plan,
      follows: 1,
    },
    ...{
      state: state ?? 'planned',
      reason: null,
      rpe: rpe ?? null,
      minutes: null,
      note: note ?? '',
      asked_ftp_w: row['ridden_ftp_w'] ?? null,
    },
    ...{ celsius: row['celsius'] ?? null, version: version ?? 1, created_at: created_at ?? '' },
  };
}

function matchRow(row: Row | null): Row | null {
  if (typeof row?.['ridden'] !== 'string') return null;
  const { recordingId, steps } = JSON.parse(row['ridden']) as {
    recordingId: string;
    steps: unknown;
  };
  const reps = JSON.stringify({ from: 'room', steps });
  return {
    id: row['id'] ?? '',
    day_id: row['id'] ?? '',
    ride_id: recordingId,
    tried: 1,
    reps,
    version: 1,
    created_at: row['created_at'] ?? '',
  };
}

function riderEntries({ id, before, after }: Entry): Entry[] {
  const apart = (row: Row | null): { rider: Row | null; goal: string | null } => {
    if (row === null) return { rider: null, goal: null };
    const { goal, ...rider } = row;
    return { rider, goal: typeof goal === 'string' ? goal : null };
  };
  const [was, is] = [apart(before), apart(after)];
  const rider: Entry = { table: 'riders', id, before: was.rider, after: is.rider };
  if (was.goal === is.goal) return [rider];
  const created = String((after ?? before)?.['created_at'] ?? '');
  const goal: Entry = {
    table: 'goals',
    id,
    before: goalRow(id, was.goal, created),
    after: goalRow(id, is.goal, created),
  };
  return is.rider === null ? [goal, rider] : [rider, goal];
}

function goalRow(riderId: string, text: string | null, created_at: string): Row | null {
  if (text === null) return null;
  const { name, date, watts, seconds } = JSON.parse(text) as Row;
  return {
    ...{
      id: riderId,
      rider_id: riderId,
      name: name ?? '',
      date: date ?? '',
      rank: 'main',
      watts: watts ?? null,
      seconds: seconds ?? null,
    },
    ...{ km: null, climb_m: null, hill_id: null, version: 1, created_at },
  };
}

function onRide(row: Row | null): Row | null {
  if (row === null) return null;
  const { recording_id, ...others } = row;
  return { ...others, ride_id: recording_id ?? null, protocol: null };
}
