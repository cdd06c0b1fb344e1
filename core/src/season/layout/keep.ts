import { keySessionOf } from '../keySession.ts';
import { isHard } from '../dayWord.ts';
import type { Reckoned, WeekReckoned } from '../reckoned.ts';
import type { Work } from '../week.ts';
import { GOAL_CLIMBS, type Slot, type Template, type TemplateBlock } from './template.ts';

/** A block as it lies on the calendar. */
export interface BlockOnDays {
  readonly block: TemplateBlock;
  readonly from: string;
  readonly weeks: number;
}

/** What is kept. */
export interface Keeping {
  readonly season: Reckoned;
  readonly blocks: readonly BlockOnDays[];
  /** First and last Monday. */
  readonly from: string;
  readonly last: string;
  readonly name: string;
}

const MOST_BLOCKS = 20;

/**
 * A template made from a season: its blocks as they lie, and for weeks without one what stands in them: load weeks up to
 * an easy one are a block, its key session and second hard day those of its first week.
 *
 * @param keeping season, blocks, span and name
 * @returns the template, which any rider's season can be laid out by; or why there is none
 * Source: handbook section 8.7.
 */
export function templateOf({
  season,
  blocks,
  from,
  last,
  name,
}: Keeping): Template | { readonly refusal: string } {
  const weeks = season.weeks.filter(({ said }) => said.monday >= from && said.monday <= last);
  const kept: TemplateBlock[] = [];
  let open: WeekReckoned[] = [];
  const close = (easy: boolean): void => {
    const block = blockOf(season, open, easy, kept.length);
    if (block) kept.push(block);
    open = [];
  };
  for (let index = 0; index < weeks.length; index += 1) {
    const week = weeks[index] as WeekReckoned;
    const stored = blocks.find((each) => each.from === week.said.monday);
    if (stored) {
      close(false);
      kept.push(asItLay(stored));
      index += stored.weeks - 1;
      continue;
    }
    if (week.said.kind === 'easy') close(true);
    else if (open.length > 0 && open[0]?.said.kind !== week.said.kind) {
      close(false);
      open = [week];
    } else open.push(week);
  }
  close(false);
  if (kept.length === 0) return { refusal: 'There is no planned week in it to keep.' };
  if (kept.length > MOST_BLOCKS) return { refusal: `More than ${MOST_BLOCKS} blocks.` };
  const long = kept.reduce((sum, each) => sum + each.weeks + (each.easy ? 1 : 0), 0);
  return {
    ...{ id: 'kept', name, says: `Kept from ${season.input.rider.firstName}, ${long} weeks.` },
    anchor: kept.some(({ kind }) => kind === 'taper') ? 'goal' : 'start',
    weeks: [long, long],
    blocks: kept,
  };
}

/** A stored block with the weeks that it had. */
function asItLay({ block, weeks }: BlockOnDays): TemplateBlock {
  const own = Math.max(1, weeks - (block.easy && weeks > 1 ? 1 : 0));
  return {
    ...block,
    ...{ weeks: own, least: Math.min(block.least, own), most: Math.max(block.most, own) },
    easy: block.easy && weeks > 1,
  };
}

/** Weeks of one kind as a block; none where nothing is planned in weeks of load. */
function blockOf(
  season: Reckoned,
  weeks: readonly WeekReckoned[],
  easy: boolean,
  place: number,
): TemplateBlock | null {
  const [first] = weeks;
  if (!first) return null;
  const { kind, period, system } = first.said;
  const slots = kind === 'test' || kind === 'free' ? [] : slotsOf(season, weeks);
  if (kind === 'load' && slots.length === 0) return null;
  const [key = null, second = null] = slots;
  const length = Math.min(12, weeks.length);
  return {
    ...{ id: `kept-${place + 1}`, name: `Block ${place + 1}`, system, period, kind, easy },
    ...{ weeks: length, least: Math.min(length, 2), most: length },
    ...{ key, second, benchmark: kind === 'load' ? key : null },
  };
}

/** The families of the key session and of the other hard day, of the first week that has them. */
function slotsOf(season: Reckoned, weeks: readonly WeekReckoned[]): Slot[] {
  for (const week of weeks) {
    const key = keySessionOf(season, week)?.work;
    const days = season.days.slice(week.at, week.at + 7);
    const hard = days.flatMap(({ day }) => day.works.filter((work) => isHard(work)));
    const slots = [key, ...hard.filter((work) => work !== key)].flatMap(slotOf);
    const [first, ...others] = slots;
    const second = others.find(
      ({ family, power }) => family !== first?.family || power !== first.power,
    );
    if (first) return second ? [first, second] : [first];
  }
  return [];
}

/** A session's family as a slot, on climbs with whether they lie above goal power; none for Endurance. */
function slotOf(work: Work | undefined): Slot[] {
  const { family = null, goalMin = 0 } = work?.planned ?? {};
  if (family === null || family === 'endurance') return [];
  const above = family === GOAL_CLIMBS && goalMin === 0;
  return [{ family, rung: 'family', ...(above ? { power: 'above' } : {}) }];
}

/**
 * The last Monday of a season that anything is planned for, from a Monday on.
 *
 * @param season the season
 * @param from the first Monday
 * @returns the Monday; the first one where nothing is
 */
export function lastPlanned({ weeks, input }: Reckoned, from: string): string {
  const last = weeks.findLast(
    ({ said, at }) =>
      said.monday >= from &&
      input.days.slice(at, at + 7).some(({ works }) => works.some(({ fixture }) => !fixture)),
  );
  return last?.said.monday ?? from;
}
