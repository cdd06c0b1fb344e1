import Papa from 'papaparse';
import { writeCsv } from '../units/index.ts';
import {
  type Asked,
  expand,
  nameFromSets,
  type NewId,
  type Plan,
  type RiderOnDay,
  type Role,
  ROLES,
  rowsOf,
  type Step,
  SYSTEMS,
  USUAL_ZONES,
  zoneReader,
} from '../sessions/index.ts';
import {
  parseCadence,
  parseTarget,
  printSpan,
  printTarget,
  type Refused,
  type Understood,
  refused,
  type Target,
  understood,
} from '../units/index.ts';
import { plainCell } from './csvCell.ts';

const FIELDS = [
  'start_s',
  'seconds',
  'role',
  'rep',
  'target',
  'watts_low',
  'watts_high',
  'cadence',
  'cue',
  'session',
  'system',
] as const;
/** A file of more rows than this is no session. */
const MOST_ROWS = 2000;
/** A name is not longer than a session may have. */
const LONGEST_NAME = 120;
/** A plan holds this many steps written out. */
const MOST_ITEMS = 200;

/** A file with what it could not carry, in sentences. */
export interface Written<T> {
  readonly file: T;
  readonly lost: readonly string[];
}

/**
 * Writes a session as timed steps, one row each as it will be ridden, with the rider's watts.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns the file as text, and what it could not carry
 */
export function writeSessionCsv(plan: Plan, rider: RiderOnDay): Written<string> {
  const steps = new Map(rowsOf(plan).map(({ step }) => [step.id, step]));
  const segments = expand(plan, rider);
  const rows = segments.map(({ stepId, startS, seconds, role, rep, from, to }) => {
    const step = steps.get(stepId);
    const cadence =
      step?.cadence && 'low' in step.cadence ? printSpan(step.cadence.low, step.cadence.high) : '';
    return [
      startS,
      seconds,
      role,
      rep ?? '',
      step ? printTarget(step.target) : '',
      ...spanOf(from, to),
      cadence,
      step?.cue ?? '',
      plan.name,
      plan.system,
    ];
  });
  const lost: string[] = [];
  if (segments.some(({ until }) => until?.kind === 'lap'))
    lost.push('Steps until lap have the length they are expected to take.');
  if (segments.some(({ until }) => until?.kind === 'hill'))
    lost.push('Steps to the top of a hill have the time they are expected to take.');
  if (rowsOf(plan).some(({ sets }) => sets.length > 0))
    lost.push('Sets are written out rep by rep.');
  if (
    [...steps.values()].some(({ finish, everyNth, exceptions }) => finish ?? everyNth ?? exceptions)
  )
    lost.push('What differs in single reps is in their watts only.');
  if ([...steps.values()].some(({ posture, capBpm }) => posture ?? capBpm))
    lost.push('Posture and heart-rate caps are left out.');
  return {
    file: writeCsv({ fields: [...FIELDS], data: rows }),
    lost,
  };
}

/**
 * Reads a session from timed steps: the columns seconds and target are needed, role, cadence and cue are taken where
 * they are there.
 *
 * @param text the file
 * @param newId where ids come from
 * @returns the session, step by step, or a sentence that names row and field
 */
export function readSessionCsv(text: string, newId: NewId): Understood<Plan> | Refused {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
    preview: MOST_ROWS + 1,
  });
  const fields = meta.fields ?? [];
  for (const needed of ['seconds', 'target'])
    if (!fields.includes(needed))
      return refused(`The column "${needed}" is missing. Nothing was imported.`);
  if (data.length === 0) return refused('The file holds no steps.');
  if (data.length > MOST_ITEMS)
    return refused(
      `The file holds more than ${MOST_ITEMS} steps, which is too many to write out one by one. Import it as JSON.`,
    );
  const items: Step[] = [];
  for (const [index, row] of data.entries()) {
    const seconds = Number((row['seconds'] ?? '').trim());
    const where = `Row ${index + 1}`;
    if (!Number.isInteger(seconds) || seconds < 1 || seconds > 86_400)
      return refused(
        `${where}, seconds: "${(row['seconds'] ?? '').slice(0, 20)}" is not whole seconds from 1 to 86,400.`,
      );
    const target = parseTarget(plainCell(row['target']), zoneReader(USUAL_ZONES));
    if (!target.ok) return refused(`${where}, target: ${target.reason}`);
    const cadence = parseCadence(row['cadence'] ?? '');
    if (!cadence.ok) return refused(`${where}, cadence: ${cadence.reason}`);
    items.push(
      stepOf(
        newId(),
        seconds,
        roleOf(row['role']),
        target.value,
        cadence.value,
        plainCell(row['cue']),
      ),
    );
  }
  const name = plainCell(data[0]?.['session']).trim().slice(0, LONGEST_NAME);
  const system = SYSTEMS.find((each) => each === data[0]?.['system']?.trim());
  const plan: Plan = {
    name,
    nameFollows: name === '',
    purpose: '',
    system: system ?? 'threshold',
    systemFollows: system === undefined,
    place: 'any',
    note: '',
    items,
  };
  return understood(name === '' ? { ...plan, name: nameFromSets(plan) } : plan);
}

/** The lowest and the highest watts asked in a step, whichever end of it they are at. */
function spanOf(...ends: readonly (Asked | null)[]): [low: number | '', high: number | ''] {
  const watts = ends
    .flatMap((asked) => [asked?.lowW, asked?.highW])
    .filter((value): value is number => value != null);
  return watts.length === 0 ? ['', ''] : [Math.min(...watts), Math.max(...watts)];
}

function stepOf(
  id: string,
  seconds: number,
  role: Role,
  target: Target,
  cadence: Step['cadence'],
  cue: string,
): Step {
  return {
    kind: 'step',
    id,
    role,
    length: { kind: 'time', seconds },
    target,
    cadence,
    cue: cue.slice(0, 200),
  };
}

function roleOf(text: string | undefined): Role {
  return ROLES.find((role) => role === text?.trim()) ?? 'work';
}
