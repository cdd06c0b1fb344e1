import type { StoredBlock } from '@uphill/api';
import { plus, templateBlockSchema } from '@uphill/core/season';
import type { BlockRow } from '../../tables.ts';
import { readJson } from '../json.ts';
import type { Reader } from '../rides.ts';

/** Whether something stands as it was laid out: its version is the one that laying out wrote. */
export function laidOf({
  laid,
  version,
}: {
  readonly laid: number | null;
  readonly version: number;
}): 'no' | 'yes' | 'touched' {
  if (laid === null) return 'no';
  return laid === version ? 'yes' : 'touched';
}

/** Blocks that have a week within some days; one that no longer fits its shape is left out. */
export async function readBlocks(
  db: Reader,
  riderId: string,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<StoredBlock[]> {
  const rows = await db
    .selectFrom('blocks')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('from_monday', '<=', to)
    .orderBy('from_monday')
    .execute();
  return rows.filter((row) => plus(row.from_monday, 7 * row.weeks) > from).flatMap(blockFrom);
}

/** The blocks one after another that a Monday lies in, as one span; null where it lies in none. */
export async function readSpan(
  db: Reader,
  riderId: string,
  monday: string,
): Promise<{ from: string; weeks: number } | null> {
  const rows = await db
    .selectFrom('blocks')
    .select(['from_monday', 'weeks'])
    .where('rider_id', '=', riderId)
    .orderBy('from_monday')
    .execute();
  let span: { from: string; weeks: number } | null = null;
  for (const { from_monday: from, weeks } of rows) {
    const end: string | null = span && plus(span.from, 7 * span.weeks);
    if (span && end === from) span = { from: span.from, weeks: span.weeks + weeks };
    else if (!span || end === null || end <= monday) span = { from, weeks };
    else break;
  }
  return span && span.from <= monday && plus(span.from, 7 * span.weeks) > monday ? span : null;
}

function blockFrom({ id, block, from_monday: from, weeks }: BlockRow): StoredBlock[] {
  const read = readJson(block, templateBlockSchema);
  return read.ok ? [{ id, block: read.value, from, weeks }] : [];
}
