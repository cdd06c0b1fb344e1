import { type RideReading, shapeOf, type Suggested } from '@uphill/api';
import {
  judgeSuggestion,
  ruleRecords,
  type Suggestion,
  suggestionSchema,
  type VerdictId,
} from '@uphill/core/review';
import type { Db } from '../database.ts';
import type { RideRow, SuggestionRow } from '../tables.ts';
import { readJsonOr } from './json.ts';
import { type Reader, rides } from './rides.ts';

const schema = shapeOf(suggestionSchema);

/** A suggestion as it was stored; null where it no longer fits. */
export function storedSuggestion({
  suggestion,
}: Pick<SuggestionRow, 'suggestion'>): Suggestion | null {
  return readJsonOr<Suggestion | null>(suggestion, schema, null);
}

/** How an accepted suggestion turned out: by the first ride of its family after it. */
export async function outcomeOf(
  db: Reader,
  answered: SuggestionRow,
  row: Pick<RideRow, 'rider_id' | 'date'>,
): Promise<Suggested['outcome']> {
  const { family } = answered;
  const made = storedSuggestion(answered);
  if (!made || family === null) return null;
  const next = await rides(db)
    .innerJoin('ride_readings', 'ride_readings.ride_id', 'rides.id')
    .select('ride_readings.headline')
    .where('rides.rider_id', '=', row.rider_id)
    .where('rides.withdrawn', 'is', null)
    .where('rides.date', '>', row.date)
    .where('ride_readings.family', '=', family)
    .orderBy('rides.date')
    .executeTakeFirst();
  return next ? judgeSuggestion(made.does, next.headline as VerdictId | null) : null;
}

/** Each rule's record with a rider. */
export async function recordsOf(db: Db, riderId: string): Promise<RideReading['records']> {
  const rows = await db
    .selectFrom('suggestions')
    .innerJoin('rides', 'rides.id', 'suggestions.ride_id')
    .selectAll('suggestions')
    .select('rides.date')
    .where('suggestions.rider_id', '=', riderId)
    .execute();
  const made = await Promise.all(
    rows.map(async (each) => ({
      rule: each.rule,
      decision: each.decision,
      outcome:
        each.decision === 'refused'
          ? null
          : await outcomeOf(db, each, { rider_id: riderId, date: each.date }),
    })),
  );
  return ruleRecords(made);
}
