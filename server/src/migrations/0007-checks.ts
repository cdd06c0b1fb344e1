import { type Kysely, sql } from 'kysely';

/**
 * A check of whether a change is real says so from now on by a word of its own. Before, only its sentence did, which
 * is read here for the last time.
 */
export async function carryChecks(db: Kysely<never>): Promise<void> {
  const { rows } = await sql<{ id: string; checks: string }>`SELECT id, checks FROM tests`.execute(
    db,
  );
  for (const { id, checks } of rows) {
    const carried = withMoved(checks);
    if (carried !== checks)
      await sql`UPDATE tests SET checks = ${carried} WHERE id = ${id}`.execute(db);
  }
}

/**
 * The checks of a test as they are stored, with the word where the sentence tells it.
 *
 * @param text what is stored; what is no list stays as it is
 */
export function withMoved(text: string): string {
  let checks: unknown;
  try {
    checks = JSON.parse(text);
  } catch {
    return text;
  }
  if (!Array.isArray(checks)) return text;
  return JSON.stringify(
    checks.map((check: { id?: unknown; figure?: unknown; says?: unknown } | null) =>
      check?.id === 'change'
        ? { ...check, moved: movedBy(String(check.figure), String(check.says)) }
        : check,
    ),
  );
}

function movedBy(figure: string, says: string): 'up' | 'down' | 'perhaps' | 'unknown' {
  if (says === 'The change is likely.') return 'perhaps';
  if (says !== 'The change is real.') return 'unknown';
  return figure.startsWith('−') ? 'down' : 'up';
}
