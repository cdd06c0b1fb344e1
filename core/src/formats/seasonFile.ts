import Papa from 'papaparse';
import { writeCsv } from '../units/index.ts';
import { z } from 'zod';
import {
  type LaidDay,
  mondayOf,
  PERIODS,
  plus,
  type Reckoned,
  templateBlockSchema,
  templateSchema,
  WEEK_KINDS,
  weekdayOf,
} from '../season/index.ts';
import {
  nameFromSets,
  type NewId,
  parseSentence,
  type Plan,
  planSchema,
  printSentence,
  SYSTEMS,
} from '../sessions/index.ts';
import {
  isDay,
  type Refused,
  refused,
  roundTo,
  type Understood,
  understood,
} from '../units/index.ts';
import { plainCell } from './csvCell.ts';

/** Name and version that our season files carry. */
const FORMAT = 'uphill-count/season';
const VERSION = 1;
const MOST_WEEKS = 53;
const MOST_DAYS = 530;

const day = z.string().refine(isDay, 'is no day such as 2026-11-24');
const monday = day.refine((date) => weekdayOf(date) === 0, 'is not a Monday');
const seasonFileSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  /** Whose season it was. */
  rider: z.string().max(120),
  goal: z.strictObject({ name: z.string().max(80), date: day }).nullable(),
  /** Monday of the first week. */
  from: monday,
  template: templateSchema.nullable(),
  blocks: z
    .array(
      z.strictObject({
        block: templateBlockSchema,
        from: monday,
        kinds: z.array(z.enum(WEEK_KINDS)).min(1).max(MOST_WEEKS),
      }),
    )
    .max(30),
  weeks: z
    .array(
      z.strictObject({
        monday,
        kind: z.enum(WEEK_KINDS),
        period: z.enum(PERIODS),
        system: z.enum(SYSTEMS).nullable(),
        rise: z.number().min(-20).max(20).nullable(),
        goal: z.number().min(0).max(5000).nullable(),
      }),
    )
    .max(MOST_WEEKS),
  days: z
    .array(
      z.strictObject({
        date: day,
        kind: z.enum(['session', 'test']),
        plan: planSchema.nullable(),
        minutes: z.number().min(0).max(1440),
      }),
    )
    .max(MOST_DAYS),
});
/** A season as a file holds it. */
export type SeasonFile = Omit<z.infer<typeof seasonFileSchema>, 'format' | 'version'>;

/**
 * Writes a season as JSON: its blocks, weeks and days with their sessions; nothing of the plan is lost.
 *
 * @param season the season
 * @returns the file as text; its fields are in docs/formats.md
 */
export function writeSeasonJson(season: SeasonFile): string {
  const { rider, goal, from, template, blocks, weeks, days } = season;
  // Weeks come as they are stored, with more about them than goes out: what is written can be read again.
  const file = {
    ...{ format: FORMAT, version: VERSION, rider, from, template },
    goal: goal && { name: goal.name, date: goal.date },
    blocks: blocks.map((each) => ({ block: each.block, from: each.from, kinds: each.kinds })),
    weeks: weeks.map(({ monday: of, kind, period, system, rise, goal: points }) => ({
      ...{ monday: of, kind, period, system, rise, goal: points },
    })),
    days: days.map(({ date, kind, plan, minutes }) => ({ date, kind, plan, minutes })),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/**
 * Reads a season from JSON, ours or what claims to be.
 *
 * @param text the file
 * @returns the season, or a sentence that names the field and what is wrong with it
 */
export function readSeasonJson(text: string): Understood<SeasonFile> | Refused {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return refused('The file is not JSON, or it is cut short. Nothing was imported.');
  }
  const { format, version } = (content ?? {}) as Record<string, unknown>;
  if (format !== FORMAT)
    return refused(`The field "format" should read "${FORMAT}". Is this a file of a season?`);
  if (version !== VERSION)
    return refused(
      `The field "version" reads ${JSON.stringify(version) ?? 'nothing'}; version ${VERSION} is understood. Write the file again with a newer one.`,
    );
  const read = seasonFileSchema.safeParse(content);
  if (!read.success) {
    const [issue] = read.error.issues;
    const path = (issue?.path ?? []).map((part) =>
      typeof part === 'number' ? `[${part + 1}]` : String(part),
    );
    return refused(
      `Field ${path.join(' › ') || 'as a whole'}: ${issue?.message ?? 'it does not fit'}. Nothing was imported.`,
    );
  }
  const { format: _, version: __, ...season } = read.data;
  return understood(season);
}

const FIELDS = [
  ...['date', 'week_kind', 'block', 'name', 'minutes', 'load', 'hard', 'sentence'],
  ...['state', 'ridden_minutes', 'ridden_load', 'base', 'recent'],
] as const;

/** What the rows of a season come from. */
export interface SeasonRows {
  readonly season: Reckoned;
  /** First and last day. */
  readonly from: string;
  readonly to: string;
  readonly blockOn: (monday: string) => string | null;
  /** The session of a work, where it has one. */
  readonly planOf: (workId: string) => Plan | null;
}

/**
 * Writes a season as rows, one a piece of work and one for a day without any, with base and recent of the evening.
 *
 * @param rows season, span, and where blocks and sessions are found
 * @returns the file as text
 */
export function writeSeasonCsv({ season, from, to, blockOn, planOf }: SeasonRows): string {
  const kinds = new Map(season.weeks.map(({ said }) => [said.monday, said.kind]));
  const data = season.days
    .filter((each) => each.day.date >= from && each.day.date <= to)
    .flatMap((each) => {
      const first = mondayOf(each.day.date);
      const head = [each.day.date, kinds.get(first) ?? 'load', blockOn(first) ?? ''];
      const evening = [roundTo(each.base, 1), roundTo(each.recent, 1)];
      if (each.day.works.length === 0) return [[...head, '', 0, 0, '', '', '', '', '', ...evening]];
      return each.day.works.map(({ id, name, planned, ridden, state }) => {
        const plan = planOf(id);
        return [
          ...head,
          ...[name, Math.round(planned?.minutes ?? 0), Math.round(planned?.load ?? 0)],
          ...[planned?.hard ? 'hard' : '', plan ? printSentence(plan) : '', state],
          ...[ridden ? Math.round(ridden.minutes) : '', ridden ? Math.round(ridden.load) : ''],
          ...evening,
        ];
      });
    });
  return writeCsv({ fields: [...FIELDS], data });
}

/**
 * Reads a season from rows: the column date is needed, and sentence or minutes; week_kind is taken where it is there.
 *
 * @param text the file
 * @param newId where ids come from
 * @returns the season, without a rider and blocks; or a sentence that names row and field
 */
export function readSeasonCsv(text: string, newId: NewId): Understood<SeasonFile> | Refused {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
    preview: MOST_DAYS + 1,
  });
  const fields = meta.fields ?? [];
  if (!fields.includes('date'))
    return refused('The column "date" is missing. Nothing was imported.');
  if (!fields.includes('sentence') && !fields.includes('minutes'))
    return refused('A column "sentence" or "minutes" is missing. Nothing was imported.');
  if (data.length > MOST_DAYS) return refused(`The file holds more than ${MOST_DAYS} rows.`);
  const kinds = new Map<string, (typeof WEEK_KINDS)[number]>();
  const days: LaidDay[] = [];
  for (const [index, row] of data.entries()) {
    const where = `Row ${index + 1}`;
    const date = plain(row['date']);
    if (!isDay(date))
      return refused(`${where}, date: "${date.slice(0, 20)}" is no day such as 2026-11-24.`);
    const kind = WEEK_KINDS.find((each) => each === plain(row['week_kind']));
    if (kind) kinds.set(mondayOf(date), kind);
    const read = dayOf(row, date, newId);
    if (!read.ok) return refused(`${where}, ${read.reason}`);
    if (read.value) days.push(read.value);
  }
  const mondays = [...new Set([...kinds.keys(), ...days.map(({ date }) => mondayOf(date))])].sort();
  const [from] = mondays;
  if (from === undefined) return refused('The file holds no days.');
  if (plus(from, 7 * MOST_WEEKS) <= (mondays.at(-1) ?? from))
    return refused(`The file spans more than ${MOST_WEEKS} weeks.`);
  const said = { period: 'build', system: null, rise: null, goal: null } as const;
  return understood({
    ...{ rider: '', goal: null, from, template: null, blocks: [], days: [...days] },
    weeks: mondays.map((each) => ({ monday: each, kind: kinds.get(each) ?? 'load', ...said })),
  });
}

function dayOf(
  row: Record<string, string>,
  date: string,
  newId: NewId,
): Understood<LaidDay | null> | Refused {
  const sentence = plain(row['sentence']);
  const typed = plain(row['minutes']);
  const minutes = typed === '' ? 0 : Number(typed);
  if (!Number.isFinite(minutes) || minutes < 0 || minutes > 1440)
    return refused(`minutes: "${typed.slice(0, 20)}" is not a number from 0 to 1,440.`);
  if (sentence === '')
    return understood(minutes < 1 ? null : { date, kind: 'session', plan: null, minutes });
  const { items, unread, totalS } = parseSentence(sentence, { hills: [], ftpW: null, newId });
  if (unread.length > 0) return refused(`sentence: ${unread[0]?.says ?? 'it was not understood'}`);
  const name = plain(row['name']).slice(0, 80);
  const plan: Plan = {
    ...{ name, nameFollows: name === '', purpose: '', system: 'threshold', systemFollows: true },
    ...{ place: 'any', note: '', items },
    ...(totalS === null ? {} : { totalS }),
  };
  return understood({
    ...{ date, kind: 'session', minutes },
    plan: name === '' ? { ...plan, name: nameFromSets(plan) } : plan,
  });
}

function plain(cell = ''): string {
  return plainCell(cell.trim());
}
