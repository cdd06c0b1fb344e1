import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';

/** The name of a rider, for labels; refuses where there is no such rider. */
export async function riderName(db: Db, id: string): Promise<string> {
  const row = await db.selectFrom('riders').select('name').where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('rider');
  return row.name;
}
