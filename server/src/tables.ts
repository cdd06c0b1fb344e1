import type { RideVerdict } from '@uphill/core/season';
import type { OwnScheme } from '@uphill/core/zones';
import type { ProtocolId } from '@uphill/core/testing';

/** The tables as Kysely sees them. Only the store and the migrations know them. */

type PowerSource = 'crank' | 'pedal' | 'hub' | 'trainer' | 'none';
type Flag = 0 | 1;

export interface RiderRow {
  id: string;
  name: string;
  birth_year: number | null;
  sex: 'female' | 'male' | null;
  power_source: PowerSource;
  masters: Flag;
  notes: string;
  scheme_id: string | null;
  retest_weeks: number;
  hide_mass: Flag | null;
  session_shown: 'dayBefore' | 'morning';
  archived: Flag;
  /** Made up: this rider's past rides came from the stand-ins and count as ridden. */
  demo: Flag;
  /** Null: the coach's. */
  time_zone: string | null;
  /** Year in which training began, so that the training age grows by itself. */
  trains_since: number | null;
  /** Usual number of hard days a week. */
  hard_days: number | null;
  /** What moves ceiling work; null: as for everybody. */
  ceiling_school: 'watts' | 'minutes' | null;
  gut_g_per_h: number | null;
  /** Where messages go. */
  address: string;
  /** JSON, by schema. */
  bikes: string;
  /** JSON, by schema; what is not in it is as usual. */
  season: string;
  /** Base load that the coach typed, and the evening it is of. */
  typed_base: number | null;
  typed_base_on: string | null;
  /** How much the rider sees of what their rides came to. */
  verdicts_shown: 'nothing' | 'verdicts' | 'watts';
  version: number;
  created_at: string;
}

/** What the coach said of a week. */
export interface WeekRow {
  id: string;
  rider_id: string;
  monday: string;
  kind: 'load' | 'easy' | 'test' | 'free' | 'taper';
  period: 'base' | 'build';
  system:
    'recovery' | 'endurance' | 'tempo' | 'threshold' | 'ceiling' | 'anaerobic' | 'sprint' | null;
  rise: number | null;
  goal: number | null;
  /** Lines as JSON; null: the first draft, which follows the plan. */
  briefing: string | null;
  version: number;
  /** The version at which laying out wrote it; null: nobody laid it out. */
  laid: number | null;
}

/** A season as it was laid out. */
export interface SeasonRow {
  id: string;
  rider_id: string;
  goal_name: string | null;
  goal_date: string | null;
  /** As JSON, as it was then. */
  template: string;
  from_monday: string;
  weeks: number;
  version: number;
  created_at: string;
}

/** A block of a laid-out season. */
export interface BlockRow {
  id: string;
  rider_id: string;
  season_id: string;
  from_monday: string;
  weeks: number;
  /** As JSON. */
  block: string;
  note: string;
  version: number;
}

/** A template of the coach's own. */
export interface TemplateRow {
  id: string;
  /** As JSON. */
  template: string;
  version: number;
  created_at: string;
}

/** Other hours than usual. */
export interface AwayRow {
  id: string;
  rider_id: string;
  from_date: string;
  to_date: string;
  /** A day. */
  hours: number;
  why: string;
  version: number;
  created_at: string;
}

export interface AvailabilityRow {
  id: string;
  rider_id: string;
  /** 1 is Monday. */
  weekday: number;
  hours: number;
  fixed_rest: Flag;
  version: number;
}

/** What comes back every week: of one rider, or of the squad where no rider is named. */
export interface FixtureRow {
  id: string;
  rider_id: string | null;
  name: string;
  weekday: number;
  kind: 'group' | 'race' | 'run' | 'swim' | 'strength' | 'other';
  minutes: number;
  rpe: number | null;
  from_date: string;
  to_date: string | null;
  version: number;
  created_at: string;
}

export interface GoalRow {
  id: string;
  rider_id: string;
  name: string;
  date: string;
  rank: 'main' | 'onTheWay' | 'training';
  watts: number | null;
  seconds: number | null;
  km: number | null;
  climb_m: number | null;
  hill_id: string | null;
  /** What came of it, and a note for next year. */
  came: string;
  note: string;
  version: number;
  created_at: string;
}

export interface BodyMassRow {
  id: string;
  rider_id: string;
  date: string;
  kg: number;
  version: number;
}

export interface HeartRateRow {
  id: string;
  rider_id: string;
  date: string;
  kind: 'resting' | 'threshold' | 'maximal';
  bpm: number;
  version: number;
}

/** A ride: what was ridden on a day, with recordings or without. */
export interface RideRow {
  id: string;
  rider_id: string;
  date: string;
  /** Where the date is from; an assumed one is asked for, and counts in no model until somebody types it. */
  dated_by: 'file' | 'coach' | 'assumed';
  started_at: string | null;
  origin: 'file' | 'standIns' | 'hand';
  kind:
    | 'session'
    | 'endurance'
    | 'group'
    | 'race'
    | 'test'
    | 'free'
    | 'run'
    | 'swim'
    | 'strength'
    | 'other';
  power_source: PowerSource;
  /** Of a ride without a recording. */
  minutes: number | null;
  rpe: number | null;
  note: string;
  withdrawn: string | null;
  /** When somebody first opened it; null: unread. */
  read_at: string | null;
  /** What was written down of it, as JSON by schema. */
  log: string;
  /** Out of sight; the row and its files go when the step that undoes it has left the journal. */
  deleted_at: string | null;
  /** The ride that it is a part of by now: it is out of sight, but its file stays. */
  made_into: string | null;
  version: number;
  created_at: string;
}

/** Figures of a ride, none of which hangs on an FTP; worked out when it comes in. */
export interface RideNumbersRow {
  ride_id: string;
  algorithm: number;
  moving_s: number;
  mean_w: number | null;
  surge_w: number | null;
  energy_kj: number | null;
  mean_bpm: number | null;
  highest_bpm: number | null;
  /** Share of its seconds whose watts were lost. */
  missing_share: number;
}

/** What of a ride is larger than a figure; see packs.ts. */
export interface RidePackRow {
  ride_id: string;
  watts: Uint8Array | null;
  bpm: Uint8Array | null;
  bests: Uint8Array | null;
  means: Uint8Array | null;
  stretches: Uint8Array | null;
  shape: Uint8Array | null;
}

export interface RecordingRow {
  id: string;
  rider_id: string;
  ride_id: string;
  file_name: string;
  sha256: string;
  received_at: string;
  started_at: string | null;
  seconds: number;
  /** Length of the file as received. */
  bytes: number;
  notes: string;
  kind: 'csv' | 'gpx' | 'fit';
  laps: string;
  power_source: PowerSource;
  /** What a coach said of the file, and of what it is made, as JSON; null where nothing: see `said.ts`. */
  columns: string | null;
  /** How its streams and its file lie; see `packs.ts`. */
  packing: number;
}

export interface RecordingFileRow {
  recording_id: string;
  file: Uint8Array;
  /** Packed where that gains anything; what is handed back is what was received. */
  packed: Flag;
}

export interface RecordingStreamsRow {
  recording_id: string;
  streams: Uint8Array;
}

export interface TestRow {
  id: string;
  rider_id: string;
  protocol: ProtocolId;
  date: string;
  power_source: PowerSource;
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
  retired: Flag;
  version: number;
  updated_at: string;
  created_at: string;
}

/** What stands on a rider's day, with a plan of its own. */
export interface DayRow {
  id: string;
  rider_id: string;
  date: string;
  /** Place within the date, from 0. */
  position: number;
  kind: 'session' | 'test' | 'event' | 'other';
  /** The session it came from. */
  session_id: string | null;
  plan: string;
  /** Whether a change of the session is offered to it: until it was changed for this day alone. */
  follows: Flag;
  state: 'planned' | 'done' | 'shortened' | 'missed';
  reason: string | null;
  rpe: number | null;
  /** How long it was, where somebody said. */
  minutes: number | null;
  note: string;
  /** FTP it was asked with, kept when it was marked. */
  asked_ftp_w: number | null;
  /** The heat expected, °C. */
  celsius: number | null;
  /** Chosen by the coach as the key session of its week. */
  key_session: Flag;
  /** The third hard day, which the rider may take or leave. */
  optional: Flag;
  /** A hard session that was made Endurance. */
  eased: Flag;
  /** Plans of which the rider takes one, the day's own first, as JSON; which was taken. */
  offers: string;
  taken: number | null;
  version: number;
  created_at: string;
  /** The version at which laying out wrote it; null: nobody laid it out. */
  laid: number | null;
}

/** That the rider was given a day to see, and what it asked then. */
export interface HandoverRow {
  id: string;
  day_id: string;
  at: string;
  day_version: number;
  plan: string;
  /** The day that was handed over; null: as the day stands. */
  date: string | null;
  /** What there was to choose from, as JSON, and whether it was optional. */
  offers: string;
  optional: Flag;
}

/** A day and the ride that came of it. */
export interface RideMatchRow {
  id: string;
  day_id: string;
  ride_id: string;
  /** Ridden on the stand-ins by somebody who is none: it marks nothing done. */
  tried: Flag;
  /** The steps of the ride with where they are from, as JSON; null where they are laid on it when it is read. */
  reps: string | null;
  /** What the coach said of its reps, as JSON by schema. */
  edits: string;
  version: number;
  created_at: string;
}

/** A suggestion that was answered. */
export interface SuggestionRow {
  id: string;
  rider_id: string;
  ride_id: string;
  family: string | null;
  /** Number of the rule that made it. */
  rule: number;
  /** As JSON by schema, as it was then. */
  suggestion: string;
  decision: 'accepted' | 'changed' | 'refused';
  reason: string;
  /** The day that was changed with it. */
  day_id: string | null;
  decided_at: string;
  version: number;
}

/** A ride as it was read; worked out again whenever a trigger dropped it. */
export interface RideReadingRow {
  ride_id: string;
  rider_id: string;
  date: string;
  algorithm: number;
  family: string | null;
  /** Id of its headline. */
  headline: string | null;
  /** What it came to for the next rung, and its headline in words. */
  verdict: RideVerdict | null;
  says: string | null;
  /** As JSON by schema. */
  reading: string;
  /** What of it the trends look at, as JSON by schema. */
  trend: string;
}

/** A stretch of road that the coach named. */
export interface MorningRow {
  id: string;
  rider_id: string;
  date: string;
  mass_kg: number | null;
  resting_bpm: number | null;
  sleep_h: number | null;
  legs: number | null;
  pain: number | null;
  version: number;
}

export interface RoadRow {
  id: string;
  rider_id: string;
  name: string;
  start_lat: number;
  start_lon: number;
  end_lat: number;
  end_lon: number;
  metres: number;
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
  /** Who gave the answers. */
  answered_by: string;
  created_at: string;
}

export interface TestDayRow {
  id: string;
  rider_id: string;
  protocol: ProtocolId;
  draft: string;
  version: number;
  updated_at: string;
  created_at: string;
}

export interface SchemeRow {
  id: string;
  name: string;
  anchor: OwnScheme['anchor'];
  overlaps: Flag;
  bands: string;
  version: number;
  created_at: string;
}

export interface SettingsRow {
  id: string;
  default_scheme_id: string;
  /** The coach's, as the machine had it at the first start. */
  time_zone: string | null;
  /** JSON, by schema; what is not in it is as usual. */
  choices: string;
  version: number;
}

export interface HillRow {
  id: string;
  name: string;
  metres: number;
  gradient_percent: number;
  surface: 'road' | 'gravel';
  note: string;
  version: number;
  created_at: string;
}

/** An effort that the coach marked maximal, where it lies on its ride. */
export interface MarkedEffortRow {
  id: string;
  rider_id: string;
  ride_id: string;
  start_s: number;
  seconds: number;
  mean_w: number;
  protocol: ProtocolId | null;
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
  actor: 'coach' | 'rider';
  /** The rider it is about; null where it is about several, or none. */
  rider_id: string | null;
  /** 0: done. Else undone: of several the one with the highest number was undone last. */
  undone: number;
  /** Why the step stepped aside: it can neither be undone nor done again. Null for every other. */
  aside: string | null;
}

/** Which rows a step of the journal touched. */
export interface JournalRowsRow {
  step: number;
  /** Table of the row. */
  name: string;
  row_id: string;
}

/** How often anything of a kind changed, of a rider or (where it is '') of nobody. Kept by triggers. */
export interface HeardRow {
  what: string;
  rider_id: string;
  times: number;
}

/** How often what hangs on a rider's rows has changed. Kept by triggers. */
export interface RiderChangesRow {
  rider_id: string;
  /** What models and curves come from. */
  models: number;
  /** What the figures of days come from; models among it. */
  figures: number;
  /** What the season comes from; figures among it. */
  season: number;
  /** What its rides came to. */
  readings: number;
}

/** The best efforts of a month; worked out when asked for, dropped by triggers. */
export interface CurveMonthRow {
  rider_id: string;
  /** `yyyy-mm` */
  month: string;
  /** The rides they come from, as JSON. */
  rides: string;
  /** Seconds, watts and the place of the ride in the list, in threes of eight bytes. */
  bests: Uint8Array;
}

/** What a day asks of its rider; worked out when asked for, dropped by triggers. */
export interface DayFiguresRow {
  rider_id: string;
  day_id: string;
  name: string;
  /** Points. */
  load: number;
  seconds: number;
  /** Whether a step hangs on what rides and tests show the rider can hold. */
  by_model: Flag;
  /** The only day on which it is right, of a day to come that hangs on a model; null: until it is dropped. */
  good_on: string | null;
  /** What the week counts of it, with its outline, as JSON. */
  traits: string;
}

export interface Tables {
  riders: RiderRow;
  body_mass: BodyMassRow;
  heart_rates: HeartRateRow;
  availability: AvailabilityRow;
  fixtures: FixtureRow;
  goals: GoalRow;
  rides: RideRow;
  ride_numbers: RideNumbersRow;
  ride_packs: RidePackRow;
  recordings: RecordingRow;
  recording_files: RecordingFileRow;
  roads: RoadRow;
  mornings: MorningRow;
  recording_streams: RecordingStreamsRow;
  tests: TestRow;
  ftp_history: FtpRow;
  sessions: SessionRow;
  days: DayRow;
  handovers: HandoverRow;
  ride_matches: RideMatchRow;
  suggestions: SuggestionRow;
  ride_readings: RideReadingRow;
  health_screens: HealthRow;
  test_days: TestDayRow;
  schemes: SchemeRow;
  settings: SettingsRow;
  hills: HillRow;
  marked_efforts: MarkedEffortRow;
  weeks: WeekRow;
  away: AwayRow;
  seasons: SeasonRow;
  blocks: BlockRow;
  templates: TemplateRow;
  journal: JournalRow;
  journal_rows: JournalRowsRow;
  heard: HeardRow;
  rider_changes: RiderChangesRow;
  curve_months: CurveMonthRow;
  day_figures: DayFiguresRow;
}
