/** The tables as Kysely sees them. Only the store and the migrations know them. */

export interface RiderRow {
  id: string;
  name: string;
  birth_year: number | null;
  sex: string | null;
  power_source: string;
  masters: number;
  goal: string | null;
  notes: string;
  scheme_id: string | null;
  retest_weeks: number;
  hide_mass: number | null;
  session_shown: string;
  version: number;
  created_at: string;
}

export interface BodyMassRow {
  id: string;
  rider_id: string;
  date: string;
  kg: number;
}

export interface HeartRateRow {
  id: string;
  rider_id: string;
  date: string;
  kind: string;
  bpm: number;
}

export interface RecordingRow {
  id: string;
  rider_id: string;
  file_name: string;
  sha256: string;
  received_at: string;
  started_at: string | null;
  date: string;
  seconds: number;
  notes: string;
  kind: string;
  laps: string;
  power_source: string;
  file: Uint8Array;
  streams: Uint8Array;
  /** Best efforts, packed; see packedBests.ts. */
  bests: Uint8Array | null;
}

export interface TestRow {
  id: string;
  rider_id: string;
  protocol: string;
  date: string;
  power_source: string;
  ramp: string | null;
  reading_w: number | null;
  mean_bpm: number | null;
  measured_w: number | null;
  expected_w: number | null;
  recording_id: string | null;
  start_s: number | null;
  end_s: number | null;
  parts: string | null;
  details: string | null;
  setup: string | null;
  lt1_w: number | null;
  lt2_w: number | null;
  withdrawn: string | null;
  checks: string;
  note: string;
  version: number;
  created_at: string;
}

export interface FtpRow {
  id: string;
  rider_id: string;
  test_id: string | null;
  measured_w: number | null;
  used_w: number;
  counts_from: string;
  reason: string;
  version: number;
  created_at: string;
}

export interface SessionRow {
  id: string;
  plan: string;
  retired: number;
  version: number;
  updated_at: string;
  created_at: string;
}

export interface PlacedRow {
  id: string;
  rider_id: string;
  session_id: string;
  date: string;
  state: string;
  rpe: number | null;
  note: string;
  ridden_plan: string | null;
  ridden_ftp_w: number | null;
  ridden: string | null;
  version: number;
  created_at: string;
}

export interface HealthRow {
  id: string;
  rider_id: string;
  date: string;
  answers: string;
  note: string;
  cleared_by: string | null;
  cleared_on: string | null;
  created_at: string;
}

export interface TestDayRow {
  id: string;
  rider_id: string;
  protocol: string;
  draft: string;
  version: number;
  updated_at: string;
  created_at: string;
}

export interface SchemeRow {
  id: string;
  name: string;
  anchor: string;
  overlaps: number;
  bands: string;
  version: number;
  created_at: string;
}

export interface SettingsRow {
  id: string;
  default_scheme_id: string;
  version: number;
}

export interface HillRow {
  id: string;
  name: string;
  metres: number;
  gradient_percent: number;
  surface: string;
  note: string;
  version: number;
  created_at: string;
}

/** An effort that the coach marked maximal, where it lies on its recording. */
export interface MarkedEffortRow {
  id: string;
  rider_id: string;
  recording_id: string;
  start_s: number;
  seconds: number;
  mean_w: number;
  note: string;
  withdrawn: string | null;
  version: number;
  created_at: string;
}

export interface JournalRow {
  id: number | undefined;
  at: string;
  label: string;
  entries: string;
  undone: number;
  /** Why the step stepped aside: it can neither be undone nor done again. Null for every other. */
  aside: string | null;
}

export interface Tables {
  riders: RiderRow;
  body_mass: BodyMassRow;
  heart_rates: HeartRateRow;
  recordings: RecordingRow;
  tests: TestRow;
  ftp_history: FtpRow;
  sessions: SessionRow;
  placed_sessions: PlacedRow;
  health_screens: HealthRow;
  test_days: TestDayRow;
  schemes: SchemeRow;
  settings: SettingsRow;
  hills: HillRow;
  marked_efforts: MarkedEffortRow;
  journal: JournalRow;
}
