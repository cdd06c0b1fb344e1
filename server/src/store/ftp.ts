import { randomUUID } from 'node:crypto';
import { type NewFtp, type Rider, riderSchema } from '@uphill/api';
import type { Db } from '../database.ts';
import { notFound, refuseDay } from '../refusal.ts';
import type { FtpRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { fromFtpRow } from './completeRiders.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';

export async function acceptFtp(db: Db, riderId: string, entry: NewFtp): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('countsFrom', entry.countsFrom, 'any');
  const test =
    entry.testId === null
      ? null
      : await db
          .selectFrom('tests')
          .selectAll()
          .where('id', '=', entry.testId)
          .where('rider_id', '=', riderId)
          .executeTakeFirst();
  if (test === undefined) throw notFound('test');
  return act(
    db,
    `accepted FTP ${entry.usedW} W for ${name}`,
    riderSchema,
    async ({ insert, trx }) => {
      await insert('ftp_history', ftpRow(riderId, entry, test?.measured_w ?? null));
      return readRider(trx, riderId);
    },
  );
}

export async function withdrawFtp(
  db: Db,
  riderId: string,
  { ftpId, version }: { ftpId: string; version: number },
): Promise<Rider> {
  const name = await riderName(db, riderId);
  const entry = await db
    .selectFrom('ftp_history')
    .selectAll()
    .where('id', '=', ftpId)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!entry) throw notFound('FTP');
  return orConflict(
    { version },
    () => Promise.resolve(fromFtpRow(entry)),
    () =>
      act(db, `withdrew FTP ${entry.used_w} W of ${name}`, riderSchema, async ({ remove, trx }) => {
        await remove('ftp_history', ftpId, version);
        return readRider(trx, riderId);
      }),
  );
}

/** A line of the FTP history, ready to be written. */
export function ftpRow(riderId: string, entry: NewFtp, measuredW: number | null): FtpRow {
  return {
    id: randomUUID(),
    rider_id: riderId,
    test_id: entry.testId,
    measured_w: measuredW,
    used_w: entry.usedW,
    counts_from: entry.countsFrom,
    reason: entry.reason,
    version: 1,
    created_at: new Date().toISOString(),
  };
}
