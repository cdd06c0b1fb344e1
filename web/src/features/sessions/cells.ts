import {
  changeDetails,
  changeSet,
  changeStep,
  parseReps,
  type Plan,
  printDetails,
  type Role,
  ROLES,
  type Row,
  type SetBlock,
  type Step,
  USUAL_ZONES,
  type WordsKnown,
  zoneReader,
} from '@uphill/core/sessions';
import {
  type Effort,
  parseCadence,
  parseLength,
  parseTarget,
  printLength,
  printSpan,
  printTarget,
  type Refused,
  type Understood,
} from '@uphill/core/units';
import type { EditName } from './draftSlice.ts';

/** The columns of the session table, in order. */
export const COLUMNS = [
  'group',
  'reps',
  'step',
  'time',
  'target',
  'watts',
  'cadence',
  'details',
  'cue',
] as const;
export type Column = (typeof COLUMNS)[number];

export const COLUMN_NAMES: Record<Column, string> = {
  group: 'Times the group',
  reps: 'Count',
  step: 'Step',
  time: 'Time',
  target: 'Target',
  watts: 'Watts',
  cadence: 'Cadence',
  details: 'Details',
  cue: 'Cue',
};

export const ROLE_NAMES: Record<Role, string> = {
  warmUp: 'Warm-up',
  work: 'Work',
  easy: 'Easy',
  coolDown: 'Cool-down',
};

/** Longest text of a cell. */
export const MOST_SIGNS: Partial<Record<Column, number>> & { readonly else: number } = {
  details: 1000,
  else: 200,
};

/** The set whose reps a row's count cell shows: the group around sets, or the innermost set. */
export function setOf(row: Row, column: 'group' | 'reps'): SetBlock | null {
  const holdsSets = (set: SetBlock): boolean => set.parts.some((part) => part.kind === 'set');
  return (
    (column === 'group' ? row.sets.find(holdsSets) : row.sets.findLast((set) => !holdsSets(set))) ??
    null
  );
}

const NOTHING_KNOWN: WordsKnown = { hills: [], ftpW: null };

/** What stands in a cell, as it can be typed again; zones of the scheme in `own` need no name. */
export function textOf(row: Row, column: Column, own?: string): string {
  const { step } = row;
  switch (column) {
    case 'group':
    case 'reps':
      return repsText(setOf(row, column)?.reps);
    case 'step':
      return row.restOf ? (row.restOf.rest?.when ?? 'between') : step.role;
    case 'time':
      return printLength(step.length);
    case 'target':
      return printTarget(step.target, own);
    case 'cadence':
      return cadenceText(step.cadence);
    case 'details':
      return printDetails(step, own);
    case 'cue':
      return step.cue;
    case 'watts':
      return '';
  }
}

function repsText(reps: SetBlock['reps'] | undefined): string {
  if (reps === undefined) return '';
  return typeof reps === 'number' ? String(reps) : reps.text;
}

function cadenceText(cadence: Step['cadence']): string {
  if (cadence === null) return '';
  return 'kind' in cadence ? cadence.text : printSpan(cadence.low, cadence.high);
}

/** What a step is called in its row: "Warm-up, rising", "Easy between". */
export function stepName({ step, restOf }: Row): string {
  if (restOf) return restOf.rest?.when === 'afterEach' ? 'Easy after each' : 'Easy between';
  const { target } = step;
  if (target.kind === 'steady') return ROLE_NAMES[step.role];
  const [from, to] = [lowOf(target.from), lowOf(target.to)];
  return from === null || to === null
    ? ROLE_NAMES[step.role]
    : `${ROLE_NAMES[step.role]}, ${to > from ? 'rising' : 'falling'}`;
}

function lowOf(effort: Effort): number | null {
  if ('low' in effort) return effort.low;
  if (effort.kind === 'zone') return effort.zone;
  return null;
}

/**
 * Puts what was typed into a cell into the plan. What cannot be understood is kept as its words, never thrown away.
 *
 * @returns the new plan and what the edit is called, or null where nothing changed
 */
export function commitCell(
  plan: Plan,
  row: Row,
  column: Column,
  typed: string,
  known: WordsKnown = NOTHING_KNOWN,
): { plan: Plan; name: EditName } | null {
  const own = known.zones?.own.id;
  const before = textOf(row, column, own);
  const text = typed.trim();
  if (text === before.trim()) return null;
  const name = (what: string): EditName => ({
    done: `${what} ${before || 'none'} to ${text || 'none'}`,
    undone: `${what} ${text || 'none'} back to ${before || 'none'}`,
  });
  const { step } = row;
  switch (column) {
    case 'group':
    case 'reps': {
      const set = setOf(row, column);
      return (
        set && {
          plan: changeSet(plan, set.id, { reps: kept(parseReps(text), text) }),
          name: { done: `${before} reps to ${text}`, undone: `${text} reps back to ${before}` },
        }
      );
    }
    case 'step':
      return commitRole(plan, row, text);
    case 'time': {
      const read = parseLength(text, known.hills);
      return {
        plan: changeStep(plan, step.id, { length: read.ok ? read.value : unread(text) }),
        name: name('time'),
      };
    }
    case 'target': {
      const read = parseTarget(text, zoneReader(known.zones ?? USUAL_ZONES));
      return {
        plan: changeStep(plan, step.id, {
          target: read.ok ? read.value : { kind: 'steady', effort: unread(text) },
        }),
        name: name('target'),
      };
    }
    case 'cadence':
      return {
        plan: changeStep(plan, step.id, { cadence: kept(parseCadence(text), text) }),
        name: name('cadence'),
      };
    case 'details':
      return {
        plan: changeDetails(plan, step.id, text, known),
        name: name('details'),
      };
    case 'cue':
      return {
        plan: changeStep(plan, step.id, { cue: text }),
        name: { done: 'cue', undone: 'the cue as it was' },
      };
    case 'watts':
      return null;
  }
}

function commitRole(plan: Plan, row: Row, value: string): { plan: Plan; name: EditName } | null {
  if (row.restOf?.rest && (value === 'between' || value === 'afterEach')) {
    const words = { between: 'rest between', afterEach: 'rest after each' };
    return {
      plan: changeSet(plan, row.restOf.id, { rest: { ...row.restOf.rest, when: value } }),
      name: { done: words[value], undone: words[row.restOf.rest.when] },
    };
  }
  const role = ROLES.find((each) => each === value);
  return role
    ? {
        plan: changeStep(plan, row.step.id, { role }),
        name: { done: ROLE_NAMES[role], undone: `${ROLE_NAMES[row.step.role]} again` },
      }
    : null;
}

function unread(text: string): { kind: 'unread'; text: string } {
  return { kind: 'unread', text };
}

function kept<T>(
  read: Understood<T> | Refused,
  text: string,
): T | { kind: 'unread'; text: string } {
  return read.ok ? read.value : unread(text);
}
