import type { Climbing, NewId, Plan } from '../../sessions/index.ts';
import type { Reckoned } from '../reckoned.ts';
import type { StrengthAsked } from '../strengthPhases.ts';
import type { Taper } from '../taper.ts';
import type { WeekKind, WeekSaid } from '../week.ts';
import type { LayoutGoal } from './goalOf.ts';
import type { OtherGoal } from './otherGoals.ts';
import type { LastOfFamily } from './slots.ts';
import type { Template, TemplateBlock } from './template.ts';

/** What a season is laid out from. */
export interface LayoutInput {
  /** The season as it is stored, from some weeks behind to past the goal. */
  readonly season: Reckoned;
  readonly template: Template;
  readonly goal: LayoutGoal | null;
  /** The rider's other goals: those on the way, races that are ridden through, other main ones; none where left out. */
  readonly others?: readonly OtherGoal[];
  /** The first Monday. */
  readonly from: string;
  /** The rider's figures now, by which sessions are chosen. */
  readonly climbing: Climbing;
  /** What was ridden of each family last. */
  readonly last: ReadonlyMap<string, LastOfFamily>;
  /** Days that were laid out before and not touched since: they make way. */
  readonly removed: ReadonlySet<string>;
  /** Mondays of weeks that the coach touched: what was said of them stays. */
  readonly touched: ReadonlySet<string>;
  /** Strength in phases from the first week on; null or left out: none is laid out. */
  readonly strength?: StrengthAsked | null;
  /** Length of the taper that the coach chose, days; left out: as proposed. */
  readonly taperDays?: number | undefined;
  readonly newId: NewId;
}

/** A session of the laid-out season. */
export interface LaidDay {
  readonly date: string;
  readonly kind: 'session' | 'test';
  /** Null: plain Endurance of so many minutes. */
  readonly plan: Plan | null;
  readonly minutes: number;
}

/** A block as it lies on the calendar. */
export interface LaidBlock {
  readonly block: TemplateBlock;
  readonly from: string;
  readonly kinds: readonly WeekKind[];
}

/** A season as it would be. */
export interface LaidOut {
  readonly blocks: readonly LaidBlock[];
  readonly weeks: readonly WeekSaid[];
  /** In the order in which they are ridden. */
  readonly days: readonly LaidDay[];
  /** The season with all of it. */
  readonly season: Reckoned;
  readonly taper: Taper | { readonly refusal: string } | null;
  /** What was dropped, cut or left out to fit, in sentences. */
  readonly says: readonly string[];
  /** Rules that are broken in it and that no fix mends, by week. */
  readonly broken: readonly { readonly monday: string; readonly names: readonly string[] }[];
}
