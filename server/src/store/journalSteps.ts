import type { Journal } from '@uphill/api';
import type { Transaction } from 'kysely';
import { currentActing } from '../actor.ts';
import type { Db } from '../database.ts';
import { notFound, Refusal } from '../refusal.ts';
import type { JournalRow, Tables } from '../tables.ts';
import { readJson } from './json.ts';
import { Blocked, entriesSchema, type Entry, Misfit, swap, swapNew } from './journalEntries.ts';
import { refuseOvertaken, settleRides } from './journalGuards.ts';

type Way = 'undo' | 'redo';
type Step = JournalRow & { id: number };

const DONE: Record<Way, string> = { undo: 'undone', redo: 'redone' };

/** The step that undo or redo would take next, of whoever asks; those that stepped aside are passed over. */
async function nextStep(db: Db | Transaction<Tables>, way: Way): Promise<Step | null> {
  const id = await nextId(db, way);
  if (id === undefined) return null;
  const step = await db
    .selectFrom('journal')
    .selectAll()
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return step as Step;
}

/** Its number, found in the index alone. */
async function nextId(db: Db | Transaction<Tables>, way: Way): Promise<number | undefined> {
  const steps = db
    .selectFrom('journal')
    .select('id')
    .where('actor', '=', currentActing().actor)
    .where('aside', 'is', null);
  const next =
    way === 'undo'
      ? steps.where('undone', '=', 0).orderBy('id', 'desc')
      : steps.where('undone', '>', 0).orderBy('undone', 'desc').orderBy('id', 'asc');
  return (await next.limit(1).executeTakeFirst())?.id;
}

/** One step by its number, of whoever asks; null where it can no longer be taken. */
async function stepBy(db: Db | Transaction<Tables>, id: number): Promise<Step | null> {
  const step = await db
    .selectFrom('journal')
    .selectAll()
    .where('id', '=', id)
    .where('undone', '=', 0)
    .where('actor', '=', currentActing().actor)
    .where('aside', 'is', null)
    .executeTakeFirst();
  return (step as Step | undefined) ?? null;
}

/** What undo and redo would do next. What a step holds may be large, and is not read for its name. */
export async function journalState(db: Db | Transaction<Tables>): Promise<Journal> {
  const labelOf = async (id: number | undefined): Promise<string | null> => {
    const step =
      id === undefined
        ? undefined
        : await db.selectFrom('journal').select('label').where('id', '=', id).executeTakeFirst();
    return step?.label ?? null;
  };
  const [undo, redo] = [await nextId(db, 'undo'), await nextId(db, 'redo')];
  return { undo: await labelOf(undo), redo: await labelOf(redo) };
}

/**
 * Takes an action back, or carries the last undone one out again.
 *
 * @param wanted the step to undo; the last one where left out
 * @throws Refusal that says why it cannot be taken; a step of before an update is set aside then
 */
export async function stepJournal(
  db: Db,
  way: Way,
  wanted?: number,
): Promise<Journal & { did: string }> {
  return db
    .transaction()
    .execute(async (trx) => {
      const step = wanted === undefined ? await nextStep(trx, way) : await stepBy(trx, wanted);
      if (!step)
        throw new Refusal(
          'nothing-to-undo',
          wanted === undefined ? `There is nothing to ${way}.` : `That was ${DONE[way]} already.`,
        );
      try {
        await take(trx, step, way);
      } catch (error) {
        throw refusalOf(error, step, way) ?? error;
      }
      return { ...(await journalState(trx)), did: step.label };
    })
    .catch(async (error: unknown) => {
      // It would be in the way of all that lies below, and nobody could put it right.
      if (error instanceof TooOld)
        await db
          .updateTable('journal')
          .set({ aside: error.reason })
          .where('id', '=', error.step)
          .execute();
      throw error;
    });
}

async function take(trx: Transaction<Tables>, step: Step, way: Way): Promise<void> {
  const read = readJson(step.entries, entriesSchema);
  if (!read.ok) throw new Misfit();
  await refuseOvertaken(trx, step.id);
  const swapped = await swapAll(trx, read.value, way);
  await settleRides(trx, step.id, swapped);
  const { last } = await trx
    .selectFrom('journal')
    .select(({ fn }) => fn.max('undone').as('last'))
    .executeTakeFirstOrThrow();
  // The rows as they stood go with the step, so that the way back loses nothing written since.
  await trx
    .updateTable('journal')
    .set({ undone: way === 'undo' ? last + 1 : 0, entries: JSON.stringify(swapped) })
    .where('id', '=', step.id)
    .execute();
}

/** Rows that came together are taken out, or put back, together: a step may hold a thousand of them. */
async function swapAll(
  trx: Transaction<Tables>,
  entries: readonly Entry[],
  way: Way,
): Promise<Entry[]> {
  const swapped: Entry[] = [];
  const ordered = way === 'undo' ? [...entries].reverse() : entries;
  for (const run of runsOf(ordered))
    swapped.push(
      ...(run[0]?.before === null ? await swapNew(trx, run, way) : await swapEach(trx, run, way)),
    );
  return way === 'undo' ? swapped.reverse() : swapped;
}

async function swapEach(
  trx: Transaction<Tables>,
  entries: readonly Entry[],
  way: Way,
): Promise<Entry[]> {
  const swapped: Entry[] = [];
  for (const entry of entries) swapped.push(await swap(trx, entry, way));
  return swapped;
}

/** Entries one after another that are of one table, and all of new rows or none. */
function runsOf(entries: readonly Entry[]): Entry[][] {
  const runs: Entry[][] = [];
  for (const entry of entries) {
    const [last] = runs.at(-1) ?? [];
    const alike = last?.table === entry.table && (last.before === null) === (entry.before === null);
    if (alike) runs.at(-1)?.push(entry);
    else runs.push([entry]);
  }
  return runs;
}

/** A step of before an update that no longer fits the tables; it is set aside. */
class TooOld extends Refusal {
  readonly step: number;
  readonly reason: string;
  constructor(step: Step, way: Way) {
    const reason = 'it is from before an update and no longer fits';
    super(
      'undo-aside',
      `"${step.label}" cannot be ${DONE[way]}: ${reason}. It was set aside; what came before it can still be ${DONE[way]}.`,
    );
    this.step = step.id;
    this.reason = reason;
  }
}

/** Why a step is in the way; null where something else went wrong. */
function refusalOf(error: unknown, step: Step, way: Way): Refusal | null {
  if (error instanceof Misfit) return new TooOld(step, way);
  const code = (error as { code?: unknown }).code;
  const clash =
    typeof code === 'string' && code.startsWith('SQLITE_CONSTRAINT')
      ? 'something that came since stands in its place'
      : null;
  const reason = error instanceof Blocked ? error.message : clash;
  return reason === null
    ? null
    : new Refusal('undo-blocked', `"${step.label}" cannot be ${DONE[way]}: ${reason}.`, {
        step: step.id,
      });
}

/** Lets a step that cannot be taken step aside, so that it blocks nothing below it. */
export async function stepAside(db: Db, id: number): Promise<Journal> {
  return db.transaction().execute(async (trx) => {
    const ways: readonly Way[] = ['undo', 'redo'];
    const next = [
      await stepBy(trx, id),
      ...(await Promise.all(ways.map((way) => nextStep(trx, way)))),
    ];
    if (!next.some((each) => each?.id === id)) throw notFound('step');
    await trx
      .updateTable('journal')
      .set({ aside: 'skipped by the coach' })
      .where('id', '=', id)
      .execute();
    return journalState(trx);
  });
}
