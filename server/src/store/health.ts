import { randomUUID } from 'node:crypto';
import { type HealthFields, type Rider, riderSchema } from '@uphill/api';
import { isHealthQuestion } from '@uphill/core/rider';
import type { Db } from '../database.ts';
import { badField, refuseDay } from '../refusal.ts';
import { act } from './journal.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';

/** Stores a dated health screen; earlier ones stay as they were. */
export async function addHealthScreen(
  db: Db,
  riderId: string,
  fields: HealthFields,
): Promise<Rider> {
  const name = await riderName(db, riderId);
  const unknown = Object.keys(fields.answers).find((id) => !isHealthQuestion(id));
  if (unknown !== undefined)
    throw badField('answers', `There is no question "${unknown.slice(0, 40)}".`);
  refuseDay('date', fields.date, 'past');
  if (fields.clearedOn !== null) refuseDay('clearedOn', fields.clearedOn, 'past');
  if ((fields.clearedBy === null) !== (fields.clearedOn === null))
    throw badField('clearedBy', 'A clearance needs both: by whom, and when.');
  return act(db, `saved the health screen of ${name}`, riderSchema, async ({ insert, trx }) => {
    await insert('health_screens', {
      id: randomUUID(),
      rider_id: riderId,
      date: fields.date,
      answers: JSON.stringify(fields.answers),
      note: fields.note,
      cleared_by: fields.clearedBy,
      cleared_on: fields.clearedOn,
      answered_by: fields.answeredBy,
      created_at: new Date().toISOString(),
    });
    return readRider(trx, riderId);
  });
}
