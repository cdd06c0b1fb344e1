import {
  type Goal,
  laidOutParts,
  type Layout,
  type Model,
  type Rider,
  type Season,
} from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import {
  type DealtBlock,
  dealWeeks,
  type LaidOut,
  layOut,
  mondayOf,
  plus,
  reckon,
  type Template,
  TEMPLATES,
} from '@uphill/core/season';
import { riderFigures } from '@uphill/core/sessions';
import { formatISO } from 'date-fns';
import { type Ask, fillWeek, readSeason } from './ask.ts';
import { randomUUID } from 'node:crypto';

/** The seasons of the club: by which template, how many weeks of it lie behind, and from where on it is laid out. */
interface DemoSeason {
  /** Template of the weeks behind and of those just ahead; null where nothing lies behind. */
  readonly behind: {
    readonly template: string;
    readonly weeks: number;
    readonly of: number;
    /** Load weeks in a row; two for masters, else three, where left out. */
    readonly loadWeeks?: number;
  } | null;
  /** Template of the weeks that are laid out. */
  readonly ahead: string;
  /** The first block of it that is laid out; all where left out. */
  readonly first?: string;
  /** Weeks from this one to the first that is laid out: those before are the coach's own. */
  readonly from: number;
  /** A week of the coach's own that is easy, filled like the others. */
  readonly easy?: number;
}

const DEMO_SEASONS: Readonly<Record<string, DemoSeason>> = {
  // The ninth of twenty-four weeks.
  'Ines Okafor': {
    behind: { template: 'long-build', weeks: 8, of: 24 },
    ...{ ahead: 'long-build', first: 'ceiling-longer', from: 6, easy: 5 },
  },
  'Tomas Brandt': {
    behind: { template: 'four-fours', weeks: 7, of: 16 },
    ...{ ahead: 'four-fours', from: 5 },
  },
  'Leila Haddad': { behind: null, ahead: 'climb-run-in', from: 5 },
  'Rurik Olsen': {
    behind: { template: 'strength-to-ceiling', weeks: 6, of: 9, loadWeeks: 4 },
    ...{ ahead: 'short-build', from: 5 },
  },
  'Maud Tremblay': { behind: null, ahead: 'climb-run-in', from: 5 },
  'Oskar Pinto': { behind: null, ahead: 'coming-back', from: 1 },
};

/** Whether a rider's coming weeks are laid out at once, so that nothing of the coach's own stands in them. */
export function isLaidOutAtOnce(name: string): boolean {
  return DEMO_SEASONS[name]?.from === 1;
}

/** Blocks of weeks that lie behind, which no route lays out any more. */
export interface BlocksBehind {
  readonly riderId: string;
  readonly from: string;
  readonly template: Template;
  readonly goal: Pick<Goal, 'name' | 'date'> | null;
  readonly blocks: readonly DealtBlock[];
}

/**
 * Lays out the rest of a demo rider's season behind the weeks of the coach's own.
 *
 * @returns the blocks of the weeks behind, to be put in once the house is closed
 */
export async function laySeason(name: string, id: string, ask: Ask): Promise<BlocksBehind | null> {
  const demo = DEMO_SEASONS[name];
  if (!demo) return null;
  const rider = await ask<Rider>('GET', `/riders/${id}`);
  const monday = mondayOf(formatISO(new Date(), { representation: 'date' }));
  if (demo.easy !== undefined) {
    const easy = plus(monday, 7 * demo.easy);
    await ask('PUT', `/riders/${id}/weeks/${easy}`, { version: 0, kind: 'easy' });
    await fillWeek(id, ask, easy);
  }
  const season = await readSeason(id, ask);
  const goal = goalOn(rider.goals, season.today);
  const from = plus(monday, 7 * demo.from);
  const whole = templateOf(demo.ahead);
  const template = { ...whole, blocks: whole.blocks.slice(placeOf(whole, demo.first)) };
  const out = await laidOut(rider, season, { template, goal, from }, ask);
  const layout: Layout = {
    ...{ state: season.state, template: whole, from, removed: [] },
    goal: goal && { name: goal.name, date: goal.date },
    ...laidOutParts(out),
  };
  await ask('POST', `/riders/${id}/layouts`, layout);
  if (!demo.behind) return null;
  const { weeks, of, loadWeeks } = demo.behind;
  const before = templateOf(demo.behind.template);
  const { blocks } = dealWeeks(before, {
    weeks: of,
    loadWeeks: loadWeeks ?? (rider.masters ? 2 : 3),
  });
  return {
    ...{ riderId: id, from: plus(monday, -7 * weeks), template: before },
    goal: goal && { name: goal.name, date: goal.date },
    blocks: firstWeeks(blocks, weeks + demo.from),
  };
}

function templateOf(id: string): Template {
  const found = TEMPLATES.find((template) => template.id === id);
  if (!found) throw new RangeError(`There is no template ${id}.`);
  return found;
}

function placeOf({ blocks }: Template, first: string | undefined): number {
  return first === undefined ? 0 : blocks.findIndex(({ id }) => id === first);
}

/** As many weeks of some blocks as there are before those that are laid out. */
function firstWeeks(blocks: readonly DealtBlock[], weeks: number): DealtBlock[] {
  let left = weeks;
  return blocks.flatMap(({ block, kinds }) => {
    const own = kinds.slice(0, Math.max(0, left));
    left -= kinds.length;
    return own.length === 0 ? [] : [{ block, kinds: own }];
  });
}

interface Asked {
  readonly template: Template;
  readonly goal: Goal | null;
  readonly from: string;
}

async function laidOut(rider: Rider, season: Season, asked: Asked, ask: Ask): Promise<LaidOut> {
  const [model] = await ask<Model[]>('GET', `/models?riders=${rider.id}&on=${season.today}`);
  const figures = riderFigures(rider, season.today, model ?? null);
  return layOut({
    ...asked,
    season: reckon(season),
    others: rider.goals.filter(({ id }) => id !== asked.goal?.id),
    climbing: { rider: figures, firstYear: season.rider.firstYear },
    ...{ last: new Map(), removed: new Set<string>(), touched: new Set<string>() },
    newId: randomUUID,
  });
}
