import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // What there was to choose from goes over with the day: what the coach offers later is a draft like any other.
  "ALTER TABLE handovers ADD COLUMN offers TEXT NOT NULL DEFAULT '[]'",
  'ALTER TABLE handovers ADD COLUMN optional INTEGER NOT NULL DEFAULT 0 CHECK (optional IN (0, 1))',
  `UPDATE handovers SET (offers, optional) = (SELECT d.offers, d.optional FROM days d WHERE d.id = handovers.day_id)
    WHERE plan = (SELECT d.plan FROM days d WHERE d.id = handovers.day_id)`,
  // A number that was given once is never given again: whoever still holds it would take another step back.
  `CREATE TABLE journal_anew (
    id INTEGER PRIMARY KEY AUTOINCREMENT, at TEXT NOT NULL, label TEXT NOT NULL, entries TEXT NOT NULL,
    undone INTEGER NOT NULL, aside TEXT, actor TEXT NOT NULL DEFAULT 'coach' CHECK (actor IN ('coach', 'rider')),
    rider_id TEXT
  ) STRICT`,
  `INSERT INTO journal_anew (id, at, label, entries, undone, aside, actor, rider_id)
    SELECT id, at, label, entries, undone, aside, actor, rider_id FROM journal`,
  'DROP TABLE journal',
  'ALTER TABLE journal_anew RENAME TO journal',
  'CREATE INDEX journal_next ON journal (actor, undone, id) WHERE aside IS NULL',
  // How often anything of a kind changed, rider by rider; '' where it is nobody's. Open pages follow it.
  `CREATE TABLE heard (
    what TEXT NOT NULL, rider_id TEXT NOT NULL, times INTEGER NOT NULL, PRIMARY KEY (what, rider_id)
  ) STRICT, WITHOUT ROWID`,
] as const;

type Row = 'OLD' | 'NEW';

const own = (row: Row): string => `${row}.rider_id`;
const byDay = (row: Row): string => `(SELECT rider_id FROM days WHERE id = ${row}.day_id)`;
const byRide = (row: Row): string => `(SELECT rider_id FROM rides WHERE id = ${row}.ride_id)`;
const nobody = (): string => "''";

/** Which kind of thing a table holds, and whose a row is. */
const HEARD: readonly (readonly [table: string, what: string, whose: (row: Row) => string])[] = [
  ['riders', 'riders', (row) => `${row}.id`],
  ...(
    ['body_mass', 'heart_rates', 'availability', 'fixtures', 'goals', 'ftp_history'] as const
  ).map((table) => [table, 'riders', own] as const),
  ...(['health_screens', 'mornings'] as const).map((table) => [table, 'riders', own] as const),
  ...(['weeks', 'away', 'seasons', 'blocks'] as const).map(
    (table) => [table, 'days', own] as const,
  ),
  ['templates', 'days', nobody],
  ['days', 'days', own],
  ['handovers', 'days', byDay],
  ['ride_matches', 'days', byDay],
  ['rides', 'rides', own],
  ['ride_readings', 'rides', own],
  ['suggestions', 'rides', own],
  ['roads', 'rides', own],
  ['ride_packs', 'rides', byRide],
  ['tests', 'tests', own],
  ['test_days', 'testDays', own],
  ['marked_efforts', 'markedEfforts', own],
  ['sessions', 'sessions', nobody],
  ['hills', 'hills', nobody],
  ['schemes', 'schemes', nobody],
  ['settings', 'schemes', nobody],
  ['journal', 'journal', nobody],
];

/** Where what a row hangs on is gone already, nothing is left that a page could show. */
function counting(what: string, whose: string): string {
  return `INSERT INTO heard (what, rider_id, times) SELECT '${what}', ${whose}, 1 WHERE ${whose} IS NOT NULL
    ON CONFLICT (what, rider_id) DO UPDATE SET times = times + 1;`;
}

const TRIGGERS = HEARD.flatMap(([table, what, whose]) =>
  (['INSERT', 'UPDATE', 'DELETE'] as const).map(
    (
      event,
    ) => `CREATE TRIGGER heard_of_${table}_${event.toLowerCase()} AFTER ${event} ON ${table} BEGIN
      ${counting(what, whose(event === 'DELETE' ? 'OLD' : 'NEW'))} END`,
  ),
);

/** What is handed over with its choices; steps whose numbers are never used twice; what open pages follow. */
export const heard: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of [...STATEMENTS, ...TRIGGERS]) await sql.raw(statement).execute(db);
  },
};
