import { randomUUID } from 'node:crypto';
import { setImmediate as others } from 'node:timers/promises';
import {
  planChangesOf,
  type Season,
  type SquadDone,
  type SquadFill,
  type SquadHandOver,
  type SquadNote,
  type SquadWeek,
} from '@uphill/api';
import { fillsOf, loadOfWork, minutesOfWork, planWeek, plus, reckon } from '@uphill/core/season';
import { LRUCache } from 'lru-cache';
import type { Db } from '../../database.ts';
import { badField } from '../../refusal.ts';
import { today } from '../../today.ts';
import { act } from '../journal.ts';
import { activeIds } from '../models.ts';
import { changesOf } from '../riderChanges.ts';
import { riderName } from '../riderName.ts';
import { readRider } from '../riders.ts';
import { changePlan, type OfRider } from './changePlan.ts';
import { handOverDays } from './handOver.ts';
import { readSeason } from './season.ts';
import { refuseNoMonday } from './weeks.ts';

/** Weeks behind one that its rules and its goal look at, and the one after it. */
const BEHIND = 10;

type Row = SquadWeek[number];

/** Rows made lately, of each open database; what changes them is noticed by the number of changes. */
const lately = new WeakMap<Db, LRUCache<string, { changes: string; row: Row }>>();
const MOST_KEPT = 1000;

/** A week of everybody that is worked with, as the core sees it; fewer rows where it was told to stop. */
export async function squadWeek(db: Db, monday: string, signal?: AbortSignal): Promise<SquadWeek> {
  const ids = await activeIds(db);
  const changes = await changesOf(db, ids, 'season');
  const readings = await changesOf(db, ids, 'readings');
  const kept = lately.get(db) ?? new LRUCache({ max: MOST_KEPT });
  lately.set(db, kept);
  const rows: Row[] = [];
  for (const id of ids) {
    if (signal?.aborted) break;
    const key = `${id} ${monday} ${today()}`;
    const known = kept.get(key);
    const now = `${changes.get(id) ?? 0} ${readings.get(id) ?? 0}`;
    if (known?.changes === now) {
      rows.push(known.row);
      continue;
    }
    const row = await rowOf(db, id, monday);
    rows.push(row);
    kept.set(key, { changes: now, row });
    // Whoever asks for something else is answered between two riders.
    await others();
  }
  return rows.sort((one, other) => one.name.localeCompare(other.name));
}

/** The weeks around one as far as it is judged by them. */
function seasonAround(db: Db, riderId: string, monday: string): Promise<Season> {
  return readSeason(db, riderId, { from: plus(monday, -7 * BEHIND), to: plus(monday, 13) });
}

async function rowOf(db: Db, riderId: string, monday: string): Promise<Row> {
  const season = await seasonAround(db, riderId, monday);
  const { name, powerSource } = await readRider(db, riderId);
  const reckoned = reckon(season);
  const plan = planWeek(reckoned, monday);
  const at = plan?.week.at ?? 0;
  return {
    ...{ riderId, name, hasPower: powerSource !== 'none' },
    ...{ load: plan?.week.load ?? 0, goal: plan?.week.goal?.value ?? null, aim: plan?.aim ?? null },
    ...{ comesTo: plan?.comesTo ?? '', onGoal: plan?.onGoal ?? true },
    broken: (plan?.spacing ?? []).filter(({ holds }) => holds === null).map((each) => each.name),
    key: plan?.key?.name ?? null,
    days: season.days.slice(at, at + 7).map(({ date, rest, away, works }, index) => ({
      ...{ date, rest, away, load: reckoned.days[at + index]?.load.load ?? 0 },
      works: works.map((work) => ({
        ...{ id: work.id, name: work.name, kind: work.kind, state: work.state },
        says: work.ridden?.says ?? null,
        ...{ ridden: work.ridden !== null, fixture: work.fixture, handed: work.handed },
        ...{ minutes: minutesOfWork(work), version: work.version },
        load: loadOfWork(work, date < today()).load,
      })),
    })),
  };
}

/** Fills a week of several riders, each as their own hours and rules allow, as one step. */
export async function fillSquad(db: Db, { monday, riderIds, way }: SquadFill): Promise<SquadDone> {
  refuseNoMonday(monday);
  const done: SquadDone = [];
  const all: OfRider[] = [];
  for (const riderId of new Set(riderIds)) {
    const season = await seasonAround(db, riderId, monday);
    const name = await riderName(db, riderId);
    const fill = fillsOf(reckon(season), monday)?.[way];
    done.push({ riderId, name, says: fill?.says ?? 'A free week has no goal.' });
    const changes = planChangesOf(season, fill?.changes ?? []);
    if (changes.length > 0) all.push({ riderId, changes, state: season.state });
    await others();
  }
  if (all.length > 0) await changePlan(db, 'filled', all);
  return done;
}

/** Lets several riders see their week. */
export async function handOverSquad(
  db: Db,
  { monday, riderIds }: SquadHandOver,
): Promise<SquadDone> {
  refuseNoMonday(monday);
  const ids = [...new Set(riderIds)];
  const from = monday < today() ? today() : monday;
  const to = plus(monday, 6);
  if (to < from) throw badField('monday', 'This week is over.');
  const answers = await handOverDays(db, ids, { from, to });
  return answers.map(({ name, handed, left }, index) => ({
    ...{ riderId: ids[index] ?? '', name },
    says: [
      handed === 0 ? 'nothing new' : `${handed} day${handed === 1 ? '' : 's'}`,
      ...left.map((each) => `left out: ${each.name}, ${each.reason}`),
    ].join('; '),
  }));
}

/** Writes a line below the briefing of several riders' weeks, as one step. */
export async function noteSquad(db: Db, { monday, riderIds, note }: SquadNote): Promise<SquadDone> {
  refuseNoMonday(monday);
  const ids = [...new Set(riderIds)];
  const drafts = new Map<string, readonly string[]>();
  const done: SquadDone = [];
  for (const riderId of ids) {
    const season = await seasonAround(db, riderId, monday);
    const said = season.weeks.find((week) => week.monday === monday)?.briefing;
    drafts.set(riderId, said ?? planWeek(reckon(season), monday)?.briefing ?? []);
    done.push({ riderId, name: await riderName(db, riderId), says: 'noted' });
  }
  const whom = ids.length === 1 ? (done[0]?.name ?? '') : `${ids.length} riders`;
  await act(db, `wrote a note to ${whom}`, null, async ({ insert, update, trx }) => {
    for (const riderId of ids) {
      const briefing = JSON.stringify([...(drafts.get(riderId) ?? []), note]);
      const stored = await trx
        .selectFrom('weeks')
        .select(['id', 'version'])
        .where('rider_id', '=', riderId)
        .where('monday', '=', monday)
        .executeTakeFirst();
      if (stored) await update('weeks', stored.id, { briefing, version: stored.version + 1 });
      else
        await insert('weeks', {
          ...{ id: randomUUID(), rider_id: riderId, monday, kind: 'load', period: 'build' },
          ...{ system: null, rise: null, goal: null, briefing, version: 1, laid: null },
        });
    }
  });
  return done;
}
