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

function blockFrom({ id, block, from_monday: from, weeks }: BlockRow): StoredBlock[] {
  const read = readJson(block, templateBlockSchema);
  return read.ok ? [{ id, block: read.value, from, weeks }] : [];
}
