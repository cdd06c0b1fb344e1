/** Grows the demo club to many riders and years, in SQL: what a coach's database is after a decade. */
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';

/** A year of whole weeks, so that every day keeps its weekday. */
const YEAR_DAYS = 364;
/** Bytes that are kept of a copied recording's file where thin ones do; its streams are those of the shortest. */
const THIN_BYTES = 600;
const THIN_STREAMS =
  '(SELECT streams FROM recording_streams ORDER BY length(streams), recording_id LIMIT 1)';

const SESSIONS = 300;

/** Columns that hold a date or a moment, which move with the copy. */
const DATES = new Set([
  ...['date', 'started_at', 'received_at', 'created_at', 'updated_at', 'counts_from', 'at'],
  ...['cleared_on', 'from_date', 'to_date'],
]);

/** What is copied, parents first: the rows that hang on a rider, and which of them a year brings again. */
const TABLES = [
  { name: 'body_mass', by: 'date' },
  { name: 'heart_rates', by: 'date' },
  { name: 'health_screens', by: 'date' },
  { name: 'availability' },
  { name: 'fixtures' },
  { name: 'goals', by: 'date' },
  { name: 'rides', by: 'date' },
  { name: 'ride_numbers', of: ['ride_id', 'rides'] },
  { name: 'ride_packs', of: ['ride_id', 'rides'] },
  { name: 'recordings', of: ['ride_id', 'rides'] },
  { name: 'recording_files', of: ['recording_id', 'recordings'] },
  { name: 'recording_streams', of: ['recording_id', 'recordings'] },
  { name: 'tests', by: 'date' },
  { name: 'ftp_history', by: 'counts_from' },
  { name: 'marked_efforts', of: ['ride_id', 'rides'] },
  { name: 'days', by: 'date' },
  { name: 'handovers', of: ['day_id', 'days'] },
  { name: 'ride_matches', of: ['day_id', 'days'] },
];

/** Columns that name a row of another table that is copied with it. */
const NAMES = {
  rider_id: 'riders',
  ride_id: 'rides',
  recording_id: 'recordings',
  test_id: 'tests',
  day_id: 'days',
};

/**
 * Makes a grown database from the demo's; one that is there already is kept.
 *
 * @param demo path of the demo's database, up to date
 * @param target path of the one to make
 */
export function grow(demo, target, { riders, years, full }) {
  if (existsSync(target)) return;
  mkdirSync(path.dirname(target), { recursive: true });
  const making = `${target}.making`;
  for (const end of ['', '-wal', '-shm']) rmSync(making + end, { force: true });
  const source = new Database(demo);
  source.pragma('wal_checkpoint(TRUNCATE)');
  source.close();
  copyFileSync(demo, making);
  const db = new Database(making);
  db.pragma('journal_mode = OFF');
  db.pragma('synchronous = OFF');
  db.pragma('foreign_keys = OFF');
  db.pragma('cache_size = -400000');
  db.function('mapped', { deterministic: true }, (id, tag) => id && mapped(id, tag));
  const story = db.prepare('SELECT id, name FROM riders ORDER BY created_at').all();
  db.exec('BEGIN');
  fillWeeks(db, full);
  for (let year = 1; year < years; year += 1) {
    copy(db, { tag: `y${year}`, days: -YEAR_DAYS * year, since: -YEAR_DAYS, full });
    console.log(`  ${year + 1} years`);
  }
  for (let rider = story.length; rider < riders; rider += 1) {
    const { id, name } = story[rider % story.length];
    copyRider(db, id, `${name} ${1 + Math.floor(rider / story.length)}`, `r${rider}`, full);
    if ((rider + 1) % 10 === 0) console.log(`  ${rider + 1} riders`);
  }
  fillBook(db);
  db.exec('COMMIT');
  const broken = db.pragma('foreign_key_check');
  if (broken.length > 0) throw new Error(`${broken.length} rows hang on nothing`);
  db.exec('ANALYZE');
  db.close();
  copyFileSync(making, target);
  rmSync(making);
}

/** Rides and days of a rider on the day after, where there was none: a rider who rides five times a week. */
function fillWeeks(db, full) {
  db.exec(`CREATE TEMP TABLE free AS
    SELECT r.id FROM rides r WHERE NOT EXISTS
      (SELECT 1 FROM rides o WHERE o.rider_id = r.rider_id AND o.date = date(r.date, '+1 day'))
    AND r.date < date('now', '-2 days') AND r.kind <> 'test'`);
  copy(db, {
    tag: 'w',
    days: 1,
    full,
    chosen: {
      rides: 'SELECT id FROM free',
      days: `SELECT day_id FROM ride_matches WHERE ride_id IN (SELECT id FROM free)`,
    },
    only: new Set([
      ...['rides', 'ride_numbers', 'ride_packs', 'recordings', 'recording_files'],
      ...['recording_streams', 'days', 'handovers', 'ride_matches'],
    ]),
  });
  db.exec('DROP TABLE free');
}

/** Copies rows some days on or back, each under a new id made of the old one and the tag. */
function copy(db, { tag, days, since, full, chosen = {}, only, rider }) {
  for (const { name, by, of } of TABLES) {
    db.exec(`DROP TABLE IF EXISTS temp.of_${name}`);
    if (only && !only.has(name)) {
      db.exec(`CREATE TEMP TABLE of_${name} AS SELECT id FROM ${name} WHERE 0`);
      continue;
    }
    const where = [
      ...(chosen[name] ? [`id IN (${chosen[name]})`] : []),
      ...(of ? [`${of[0]} IN (SELECT id FROM temp.of_${of[1]})`] : []),
      ...(rider && !of ? ['rider_id = :rider'] : []),
      ...(by && since !== undefined
        ? [`${by} > date('now', '${since} days')`, `${by} <= date('now')`]
        : []),
      // What is said once and holds for good is not said again every year.
      ...(!by && !of && since !== undefined ? ['0'] : []),
    ].join(' AND ');
    const key = columnsOf(db, name).includes('id') ? 'id' : of[0];
    const bind = rider && !of ? { rider: rider.from } : {};
    db.prepare(
      `CREATE TEMP TABLE of_${name} AS SELECT ${key} AS id FROM ${name} WHERE ${where}`,
    ).run(bind);
    db.exec(`CREATE UNIQUE INDEX temp.by_${name} ON of_${name} (id)`);
  }
  for (const { name, of } of TABLES) {
    const columns = columnsOf(db, name);
    const key = columns.includes('id') ? 'id' : of[0];
    const values = columns.map((column) => valueOf(column, key, { tag, days, full, rider }));
    db.prepare(
      `INSERT INTO ${name} (${columns.join(', ')}) SELECT ${values.join(', ')} FROM ${name}
       WHERE ${key} IN (SELECT id FROM temp.of_${name})`,
    ).run();
  }
}

function valueOf(column, key, { tag, days, full, rider }) {
  if (column === key) return `mapped(${column}, '${tag}')`;
  if (column === 'rider_id')
    return rider ? `CASE WHEN rider_id IS NULL THEN NULL ELSE '${rider.to}' END` : column;
  if (NAMES[column])
    return `CASE WHEN ${column} IN (SELECT id FROM temp.of_${NAMES[column]}) THEN mapped(${column}, '${tag}') END`;
  if (column === 'sha256') return `sha256 || '${tag}'`;
  if (column === 'file' && !full) return `substr(file, 1, ${THIN_BYTES})`;
  if (column === 'streams' && !full) return THIN_STREAMS;
  if (DATES.has(column) && days !== 0)
    return `CASE WHEN ${column} IS NULL THEN NULL ELSE date(substr(${column}, 1, 10), '${days} days') || substr(${column}, 11) END`;
  return column;
}

/** Sessions to choose from, by copies of those there are. */
function fillBook(db) {
  const own = db.prepare('SELECT * FROM sessions WHERE retired = 0 ORDER BY created_at').all();
  const put = db.prepare(
    `INSERT INTO sessions VALUES (${Object.keys(own[0])
      .map((column) => `:${column}`)
      .join(', ')})`,
  );
  for (let index = own.length; index < SESSIONS; index += 1) {
    const from = own[index % own.length];
    const plan = JSON.parse(from.plan);
    const name = `${plan.name}, form ${1 + Math.floor(index / own.length)}`;
    put.run({ ...from, id: mapped(from.id, `s${index}`), plan: JSON.stringify({ ...plan, name }) });
  }
}

function copyRider(db, from, name, tag, full) {
  const to = mapped(from, tag);
  const columns = columnsOf(db, 'riders').filter((column) => column !== 'id' && column !== 'name');
  db.prepare(
    `INSERT INTO riders (id, name, ${columns.join(', ')}) SELECT ?, ?, ${columns.join(', ')} FROM riders WHERE id = ?`,
  ).run(to, name, from);
  copy(db, { tag, days: 0, full, rider: { from, to } });
}

/** Columns that are stored; those that follow from others are left to the table. */
function columnsOf(db, table) {
  return db
    .pragma(`table_xinfo(${table})`)
    .filter(({ hidden }) => hidden === 0)
    .map(({ name }) => name);
}

function mapped(id, tag) {
  const hash = createHash('sha1').update(`${tag} ${id}`).digest('hex');
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-8${hash.slice(17, 20)}-${hash.slice(20, 32)}`;
}
