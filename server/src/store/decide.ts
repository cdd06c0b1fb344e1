import { randomUUID } from 'node:crypto';
import type { DecisionRequest } from '@uphill/api';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { badField } from '../refusal.ts';
import { healthReason, refuseProblems } from './assign.ts';
import { act } from './journal.ts';
import { readRider } from './riders.ts';
import { type ReadRide, suggestedAfter } from './suggestions.ts';

/** Answers a suggestion: accepting it changes the day that it names, in the same step. */
export async function decide(
  db: Db,
  { row, reading }: ReadRide,
  { decision, reason, dayId, dayVersion, plan: own }: DecisionRequest,
): Promise<void> {
  const suggested = await suggestedAfter(db, { row, reading });
  if (!suggested) throw badField('decision', 'Nothing is suggested after this ride any more.');
  if (suggested.decision !== null)
    throw badField('decision', `It was ${suggested.decision} already. Undo takes that back.`);
  if (decision === 'refused' && reason.trim() === '')
    throw badField('reason', 'Write down why it is refused.');
  const rider = await readRider(db, row.rider_id);
  const { suggestion } = suggested;
  const plan = decision === 'changed' ? own : suggested.plan;
  const day = decision === 'refused' ? null : suggested.day;
  if (day && (dayId !== day.id || dayVersion !== day.version))
    throw badField('dayId', 'The day that it names has changed meanwhile. Look again.');
  if (day && plan) {
    refuseProblems(plan, 'This cannot stand on a day yet.');
    const not = await healthReason(db, rider, plan, day.date);
    if (not !== null) throw badField('plan', not);
  }
  const on = format(parseISO(row.date), 'EEE d MMM');
  await act(
    db,
    `${decision} what was suggested after ${rider.name}’s ride of ${on}`,
    null,
    async ({ insert, update }) => {
      await insert('suggestions', {
        ...{ id: randomUUID(), rider_id: rider.id, ride_id: row.id, family: reading.family },
        ...{ rule: suggestion.rule, suggestion: JSON.stringify(suggestion), decision, reason },
        ...{ day_id: day?.id ?? null, decided_at: new Date().toISOString(), version: 1 },
      });
      if (!day || !plan || (decision === 'accepted' && day.alreadySo)) return;
      await update('days', day.id, {
        ...{ plan: JSON.stringify(plan), follows: 0, offers: '[]', taken: null },
        version: day.version + 1,
      });
    },
  );
}
