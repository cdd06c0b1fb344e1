import { type Kysely, sql } from 'kysely';
import { carryChecks } from './0007-checks.ts';
import { carryJournal } from './0007-journal.ts';
import type { Migration, Tell } from './migration.ts';

const SOURCES = "('crank', 'pedal', 'hub', 'trainer', 'none')";
const FLAG = 'INTEGER NOT NULL DEFAULT 0 CHECK';

const TABLES = [
  `CREATE TABLE new_riders (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, birth_year INTEGER, sex TEXT CHECK (sex IN ('female', 'male')),
    power_source TEXT NOT NULL CHECK (power_source IN ${SOURCES}), masters INTEGER NOT NULL CHECK (masters IN (0, 1)),
    notes TEXT NOT NULL, scheme_id TEXT, retest_weeks INTEGER NOT NULL DEFAULT 6 CHECK (retest_weeks > 0),
    hide_mass INTEGER CHECK (hide_mass IN (0, 1)),
    session_shown TEXT NOT NULL DEFAULT 'dayBefore' CHECK (session_shown IN ('dayBefore', 'morning')),
    archived ${FLAG} (archived IN (0, 1)), demo ${FLAG} (demo IN (0, 1)),
    time_zone TEXT, trains_since INTEGER CHECK (trains_since BETWEEN 1900 AND 2200),
    hard_days INTEGER CHECK (hard_days BETWEEN 0 AND 7), gut_g_per_h INTEGER CHECK (gut_g_per_h BETWEEN 0 AND 200),
    address TEXT NOT NULL DEFAULT '', bikes TEXT NOT NULL DEFAULT '[]',
    version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE availability (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), weekday INTEGER NOT NULL CHECK (weekday BETWEEN 1 AND 7),
    hours REAL NOT NULL CHECK (hours BETWEEN 0 AND 24), fixed_rest INTEGER NOT NULL CHECK (fixed_rest IN (0, 1)),
    version INTEGER NOT NULL CHECK (version > 0), UNIQUE (rider_id, weekday)
  ) STRICT`,
  `CREATE TABLE fixtures (
    id TEXT PRIMARY KEY, rider_id TEXT REFERENCES riders(id), name TEXT NOT NULL,
    weekday INTEGER NOT NULL CHECK (weekday BETWEEN 1 AND 7), kind TEXT NOT NULL CHECK (kind IN ('group', 'race', 'run', 'swim', 'strength', 'other')),
    minutes INTEGER NOT NULL CHECK (minutes BETWEEN 1 AND 1440), rpe INTEGER CHECK (rpe BETWEEN 1 AND 10),
    from_date TEXT NOT NULL, to_date TEXT CHECK (to_date >= from_date),
    version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE goals (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), name TEXT NOT NULL, date TEXT NOT NULL,
    rank TEXT NOT NULL CHECK (rank IN ('main', 'onTheWay', 'training')),
    watts INTEGER CHECK (watts > 0), seconds INTEGER CHECK (seconds > 0), km REAL CHECK (km > 0), climb_m INTEGER CHECK (climb_m > 0),
    hill_id TEXT REFERENCES hills(id), version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE rides (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL,
    dated_by TEXT NOT NULL CHECK (dated_by IN ('file', 'coach', 'assumed')), started_at TEXT,
    origin TEXT NOT NULL CHECK (origin IN ('file', 'standIns', 'hand')),
    kind TEXT NOT NULL CHECK (kind IN ('session', 'endurance', 'group', 'race', 'test', 'free', 'run', 'swim', 'strength', 'other')),
    power_source TEXT NOT NULL CHECK (power_source IN ${SOURCES}), minutes REAL CHECK (minutes > 0 AND minutes <= 1440),
    rpe INTEGER CHECK (rpe BETWEEN 1 AND 10), note TEXT NOT NULL, withdrawn TEXT, deleted_at TEXT,
    version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE ride_numbers (
    ride_id TEXT PRIMARY KEY REFERENCES rides(id), algorithm INTEGER NOT NULL, moving_s INTEGER NOT NULL CHECK (moving_s >= 0),
    mean_w REAL, surge_w REAL, energy_kj REAL, mean_bpm REAL, highest_bpm INTEGER
  ) STRICT, WITHOUT ROWID`,
  'CREATE TABLE ride_packs (ride_id TEXT PRIMARY KEY REFERENCES rides(id), watts BLOB, bpm BLOB, bests BLOB) STRICT',
  `CREATE TABLE new_recordings (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), ride_id TEXT NOT NULL REFERENCES rides(id),
    file_name TEXT NOT NULL, sha256 TEXT NOT NULL, received_at TEXT NOT NULL, started_at TEXT,
    seconds INTEGER NOT NULL CHECK (seconds >= 0), bytes INTEGER NOT NULL, notes TEXT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('csv', 'gpx', 'fit')), laps TEXT NOT NULL,
    power_source TEXT NOT NULL CHECK (power_source IN ${SOURCES}), columns TEXT, UNIQUE (rider_id, sha256)
  ) STRICT`,
  'CREATE TABLE recording_files (recording_id TEXT PRIMARY KEY REFERENCES recordings(id), file BLOB NOT NULL) STRICT',
  'CREATE TABLE recording_streams (recording_id TEXT PRIMARY KEY REFERENCES recordings(id), streams BLOB NOT NULL) STRICT',
  `CREATE TABLE days (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL, position INTEGER NOT NULL CHECK (position >= 0),
    kind TEXT NOT NULL CHECK (kind IN ('session', 'test', 'event', 'other')), session_id TEXT REFERENCES sessions(id),
    plan TEXT NOT NULL, follows INTEGER NOT NULL CHECK (follows IN (0, 1)),
    state TEXT NOT NULL CHECK (state IN ('planned', 'done', 'shortened', 'missed')), reason TEXT,
    rpe INTEGER CHECK (rpe BETWEEN 1 AND 10), minutes REAL CHECK (minutes > 0 AND minutes <= 1440), note TEXT NOT NULL,
    asked_ftp_w INTEGER, celsius REAL CHECK (celsius BETWEEN -40 AND 60),
    version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE handovers (
    id TEXT PRIMARY KEY, day_id TEXT NOT NULL REFERENCES days(id), at TEXT NOT NULL, day_version INTEGER NOT NULL, plan TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE ride_matches (
    id TEXT PRIMARY KEY, day_id TEXT NOT NULL REFERENCES days(id), ride_id TEXT NOT NULL REFERENCES rides(id),
    tried INTEGER NOT NULL CHECK (tried IN (0, 1)), reps TEXT, version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL,
    UNIQUE (day_id, ride_id)
  ) STRICT`,
  `CREATE TABLE new_marked_efforts (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), ride_id TEXT NOT NULL REFERENCES rides(id),
    start_s INTEGER NOT NULL CHECK (start_s >= 0), seconds INTEGER NOT NULL CHECK (seconds > 0), mean_w REAL NOT NULL,
    protocol TEXT, note TEXT NOT NULL, withdrawn TEXT, version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  "ALTER TABLE journal ADD COLUMN actor TEXT NOT NULL DEFAULT 'coach' CHECK (actor IN ('coach', 'rider'))",
  'ALTER TABLE journal ADD COLUMN rider_id TEXT',
  'ALTER TABLE settings ADD COLUMN time_zone TEXT',
] as const;

/** A recording becomes a ride of its own, by the same id, so that everything that named the one finds the other. */
const ROWS = [
  `INSERT INTO new_riders (id, name, birth_year, sex, power_source, masters, notes, scheme_id, retest_weeks, hide_mass, session_shown, archived, version, created_at)
    SELECT id, name, birth_year, sex, power_source, masters,
      notes || CASE WHEN json_valid(goal) = 0 THEN char(10) || 'Goal, as it was stored: ' || goal ELSE '' END,
      scheme_id, retest_weeks, hide_mass, session_shown, archived, version, created_at FROM riders`,
  `INSERT INTO goals
    SELECT id, id, coalesce(json_extract(goal, '$.name'), 'Goal'), json_extract(goal, '$.date'), 'main', json_extract(goal, '$.watts'),
      json_extract(goal, '$.seconds'), NULL, NULL, NULL, 1, created_at FROM riders WHERE json_valid(goal) AND json_extract(goal, '$.date') IS NOT NULL`,
  // The date of a ride: of its file; else of a test of it, since a person gave that; else the day it came in, which says nothing.
  `INSERT INTO rides
    SELECT r.id, r.rider_id, CASE WHEN substr(r.started_at, 1, 10) = r.date THEN r.date ELSE coalesce(t.date, r.date) END,
      CASE WHEN substr(r.started_at, 1, 10) = r.date THEN 'file' WHEN t.date IS NOT NULL THEN 'coach' ELSE 'assumed' END,
      r.started_at,
      CASE WHEN r.file_name LIKE 'ride-room-%.fit' OR r.file_name LIKE 'stand-in-%.fit' OR EXISTS
        (SELECT 1 FROM placed_sessions p WHERE json_valid(p.ridden) AND json_extract(p.ridden, '$.recordingId') = r.id) THEN 'standIns' ELSE 'file' END,
      CASE WHEN t.date IS NOT NULL THEN 'test' ELSE 'free' END,
      r.power_source, NULL, NULL, '', NULL, NULL, 1, r.received_at
    FROM recordings r LEFT JOIN (SELECT recording_id, min(date) AS date FROM tests WHERE withdrawn IS NULL GROUP BY recording_id) t ON t.recording_id = r.id`,
  `INSERT INTO new_recordings
    SELECT id, rider_id, id, file_name, sha256, received_at, started_at, seconds, length(file), notes, kind, laps, power_source, columns FROM recordings`,
  'INSERT INTO ride_packs SELECT id, NULL, NULL, bests FROM recordings',
  `INSERT INTO new_marked_efforts
    SELECT id, rider_id, recording_id, start_s, seconds, mean_w, NULL, note, withdrawn, version, created_at FROM marked_efforts`,
  `INSERT INTO days
    SELECT p.id, p.rider_id, p.date,
      (SELECT count(*) FROM placed_sessions o WHERE o.rider_id = p.rider_id AND o.date = p.date AND o.rowid < p.rowid),
      'session', p.session_id, coalesce(p.ridden_plan, s.plan), 1, p.state, NULL,
      CASE WHEN p.rpe BETWEEN 1 AND 10 THEN p.rpe END, NULL, p.note, p.ridden_ftp_w, p.celsius, p.version, p.created_at
    FROM placed_sessions p JOIN sessions s ON s.id = p.session_id`,
  `INSERT INTO ride_matches
    SELECT p.id, p.id, r.id, 1, json_object('from', 'room', 'steps', json_extract(p.ridden, '$.steps')), 1, p.created_at
    FROM placed_sessions p JOIN rides r ON r.id = json_extract(p.ridden, '$.recordingId') WHERE json_valid(p.ridden)`,
  // A date with one session and one ride that is no test: they belong together.
  `INSERT INTO ride_matches
    SELECT d.id, d.id, r.id, 0, NULL, 1, d.created_at FROM days d
    JOIN rides r ON r.rider_id = d.rider_id AND r.date = d.date AND r.origin = 'file' AND r.kind = 'free' AND r.dated_by <> 'assumed'
    WHERE d.id NOT IN (SELECT day_id FROM ride_matches) AND d.state <> 'missed'
      AND (SELECT count(*) FROM days o WHERE o.rider_id = d.rider_id AND o.date = d.date) = 1
      AND (SELECT count(*) FROM rides o WHERE o.rider_id = d.rider_id AND o.date = d.date AND o.origin = 'file' AND o.kind = 'free') = 1`,
  "UPDATE rides SET kind = 'session' WHERE kind = 'free' AND id IN (SELECT ride_id FROM ride_matches)",
] as const;

const AFTER = [
  'DROP TABLE placed_sessions',
  'DROP TABLE marked_efforts',
  'DROP TABLE recordings',
  'DROP TABLE riders',
  'ALTER TABLE new_marked_efforts RENAME TO marked_efforts',
  'ALTER TABLE new_recordings RENAME TO recordings',
  'ALTER TABLE new_riders RENAME TO riders',
  'CREATE INDEX fixtures_of ON fixtures (rider_id)',
  'CREATE INDEX goals_of ON goals (rider_id, date)',
  'CREATE INDEX rides_of ON rides (rider_id, date)',
  'CREATE INDEX recordings_in ON recordings (ride_id)',
  'CREATE INDEX days_of ON days (rider_id, date)',
  'CREATE INDEX days_on ON days (date)',
  'CREATE INDEX days_from ON days (session_id, date)',
  'CREATE INDEX handovers_of ON handovers (day_id)',
  // A day has one ride and a ride one day; what was only tried on the stand-ins takes no place.
  'CREATE UNIQUE INDEX matched_day ON ride_matches (day_id) WHERE tried = 0',
  'CREATE UNIQUE INDEX matched_ride ON ride_matches (ride_id) WHERE tried = 0',
  'CREATE INDEX matches_of ON ride_matches (ride_id)',
  'CREATE INDEX marked_efforts_of ON marked_efforts (rider_id)',
  'CREATE INDEX marked_efforts_on ON marked_efforts (ride_id)',
] as const;

/** Rides and days as things of their own; blobs apart; goals, availability and fixtures; the journal knows who acted. */
export const ridesAndDays: Migration = {
  async up(db, tell) {
    const run = async (statements: readonly string[]): Promise<void> => {
      for (const statement of statements) await sql.raw(statement).execute(db);
    };
    await run(TABLES);
    await run(ROWS);
    const at = new Date().toISOString();
    await sql`INSERT INTO handovers SELECT id, id, ${at}, version, plan FROM days`.execute(db);
    await sql`UPDATE settings SET time_zone = ${Intl.DateTimeFormat().resolvedOptions().timeZone}`.execute(
      db,
    );
    await carryChecks(db);
    await carryJournal(db, at);
    await moveBlobs(db, tell);
    await run(AFTER);
  },
};

const AT_ONCE = 200;

/** Some rows at a time, each gone from where it was before the next are taken: their room is used again at once. */
async function moveBlobs(db: Kysely<never>, tell: Tell): Promise<void> {
  const { rows } = await sql<{ many: number }>`SELECT count(*) AS many FROM recordings`.execute(db);
  const many = rows[0]?.many ?? 0;
  for (let done = 0; done < many; done += AT_ONCE) {
    const some = sql`SELECT id FROM recordings ORDER BY rowid LIMIT ${AT_ONCE}`;
    await sql`INSERT INTO recording_files SELECT id, file FROM recordings WHERE id IN (${some})`.execute(
      db,
    );
    await sql`INSERT INTO recording_streams SELECT id, streams FROM recordings WHERE id IN (${some})`.execute(
      db,
    );
    await sql`DELETE FROM recordings WHERE id IN (${some})`.execute(db);
    tell(Math.min(1, (done + AT_ONCE) / many));
  }
}
