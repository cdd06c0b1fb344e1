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

/** A rider's blocks as far as a season goes. */
export interface Laid {
  /** Those that have a week within some days; one that no longer fits its shape is left out. */
  readonly blocks: StoredBlock[];
  /** The blocks one after another that a Monday lies in; null where it lies in none. */
  readonly span: { from: string; weeks: number } | null;
}

/** Reads the blocks within some days, and how long the season is that a Monday lies in. */
export async function readLaid(
  db: Reader,
  riderId: string,
  { from, to }: { readonly from: string; readonly to: string },
  monday: string,
): Promise<Laid> {
  const rows = await db
    .selectFrom('blocks')
    .selectAll()
    .where('rider_id', '=', riderId)
    .orderBy('from_monday')
    .execute();
  const within = rows.filter(
    (row) => row.from_monday <= to && plus(row.from_monday, 7 * row.weeks) > from,
  );
  return { blocks: within.flatMap(blockFrom), span: spanOf(rows, monday) };
}

function spanOf(
  rows: readonly Pick<BlockRow, 'from_monday' | 'weeks'>[],
  monday: string,
): Laid['span'] {
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
