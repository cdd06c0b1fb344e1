import type { WeekKind } from '../week.ts';
import { AEROBIC } from './templates.ts';
import type { Template, TemplateBlock } from './template.ts';

/** A block as it was dealt: its weeks one after another. */
export interface DealtBlock {
  readonly block: TemplateBlock;
  readonly kinds: readonly WeekKind[];
}

/** A season's weeks, dealt. */
export interface Dealt {
  readonly blocks: readonly DealtBlock[];
  /** What was cut or dropped to fit, and what is too late, in sentences. */
  readonly says: readonly string[];
}

/** What dealing hangs on. */
export interface Dealing {
  /** Weeks there are, the goal's included. */
  readonly weeks: number;
  /** Load weeks in a row before an easy one: 2–4, of masters 2–3. */
  readonly loadWeeks: number;
  /** Load weeks that lie right before the first; 0 where left out. */
  readonly running?: number;
  /** Whether there is a goal to taper for; there is where left out. */
  readonly tapers?: boolean;
}

/** Under so many weeks there is no building. Source: handbook section 8.8. */
const TOO_LATE = 4;

/** A block with the load weeks it has for now. */
interface Held {
  readonly block: TemplateBlock;
  load: number;
}

/**
 * Deals the weeks to a template's blocks, back from the goal: each block from the last to the first with its easy week,
 * cut before one is dropped, the earliest first; what is over goes to aerobic weeks at the front.
 *
 * @param template the template
 * @param dealing weeks, and load weeks in a row
 * @returns blocks in order, as many weeks as there are where the goal is its anchor, and what did not fit
 * Source: handbook section 8.8.
 */
export function dealWeeks(
  template: Template,
  { weeks, loadWeeks, running = 0, tapers = true }: Dealing,
): Dealt {
  const says: string[] = [];
  const room = Math.max(0, weeks);
  const usual = template.blocks
    .filter(
      ({ from, kind }) => (from === undefined || room >= from) && (tapers || kind !== 'taper'),
    )
    .map((block): Held => ({ block, load: usualOf(block, loadWeeks) }));
  const kept = fitted(usual, room, loadWeeks);
  for (const { block } of usual.slice(0, usual.length - kept.length))
    says.push(`${block.name} is dropped: ${room} weeks are too few.`);
  for (const { block, load } of kept)
    if (load < usualOf(block, loadWeeks))
      says.push(
        `${block.name} is cut to ${load} week${load === 1 ? '' : 's'}${block.easy ? ' and an easy one' : ''}.`,
      );
  let over = room - total(kept);
  if (template.anchor === 'goal' && room < TOO_LATE)
    says.unshift('Too late to build: one day at goal power a week, and the taper.');
  // A run-in alone takes more weeks before anything goes to the front.
  for (const held of kept) {
    if (template.anchor !== 'goal' || over <= 0) break;
    const more = Math.min(over, Math.max(0, held.block.most - held.load));
    if (held.block.most > held.block.weeks) {
      held.load += more;
      over -= more;
    }
  }
  const blocks = kept.map(({ block, load }) => ({ block, kinds: kindsOf(block, load, loadWeeks) }));
  const front = { block: AEROBIC, kinds: aerobicKinds(over, loadWeeks) };
  const all = template.anchor === 'start' || over <= 0 ? blocks : [front, ...blocks];
  return eased(all, { says, loadWeeks, running });
}

/** Where load weeks lie right before it and the first ones would be too many with them, the first week is easy. */
function eased(
  blocks: readonly DealtBlock[],
  { says, loadWeeks, running }: { says: string[]; loadWeeks: number; running: number },
): Dealt {
  const kinds = blocks.flatMap((each) => each.kinds);
  const first = kinds.findIndex((kind) => kind !== 'load');
  const loads = first < 0 ? kinds.length : first;
  const [block, ...others] = blocks;
  if (!block || running === 0 || loads === 0 || running + loads <= loadWeeks)
    return { blocks, says };
  const behind = `${running} load week${running === 1 ? ' lies' : 's lie'} behind it`;
  return {
    blocks: [{ ...block, kinds: ['easy', ...block.kinds.slice(1)] }, ...others],
    says: [...says, `The first week is easy: ${behind}.`],
  };
}

/** Masters have fewer load weeks in a row; a block of a fixed length keeps its own. */
function usualOf({ kind, weeks, least }: TemplateBlock, loadWeeks: number): number {
  return kind !== 'load' || least === weeks ? weeks : Math.min(weeks, Math.max(least, loadWeeks));
}

function weeksOf({ block, load }: Held): number {
  return load + (block.easy ? 1 : 0);
}

function total(blocks: readonly Held[]): number {
  return blocks.reduce((sum, each) => sum + weeksOf(each), 0);
}

/** The last blocks that fit, the earliest of them cut as far as that is needed. */
function fitted(usual: readonly Held[], room: number, loadWeeks: number): Held[] {
  for (let first = 0; first < usual.length; first += 1) {
    const blocks = usual.slice(first).map((each) => ({ ...each }));
    for (const held of blocks) {
      if (total(blocks) <= room) break;
      const least = Math.min(held.block.least, usualOf(held.block, loadWeeks));
      held.load = Math.max(least, held.load - (total(blocks) - room));
    }
    if (total(blocks) <= room) return blocks;
  }
  // Not even the last fits as it is: it has what weeks there are.
  const last = usual.at(-1);
  return last && room > 0 ? [{ block: { ...last.block, easy: false }, load: room }] : [];
}

/** Load weeks and the easy one at their end; more in a row than the rider takes get an easy one between. */
function kindsOf(block: TemplateBlock, load: number, loadWeeks: number): WeekKind[] {
  const end: WeekKind[] = block.easy ? ['easy'] : [];
  if (block.kind !== 'load' || load <= loadWeeks || block.least === block.weeks)
    return [...Array<WeekKind>(load).fill(block.kind), ...end];
  // Counted back from the goal, so that the last weeks before it are load weeks.
  const kinds: WeekKind[] = [];
  for (let left = load; left > 0; left -= 1)
    kinds.unshift((load - left) % (loadWeeks + 1) === loadWeeks ? 'easy' : 'load');
  return [...kinds, ...end];
}

/** Groups of load weeks with an easy one each, as even as they can be, the shorter first. */
function aerobicKinds(weeks: number, loadWeeks: number): WeekKind[] {
  const groups = Math.ceil(weeks / (loadWeeks + 1));
  const [each, more] = [Math.floor(weeks / groups), weeks % groups];
  return Array.from({ length: groups }, (_, group): WeekKind[] => [
    ...Array<WeekKind>(each - 1 + (group >= groups - more ? 1 : 0)).fill('load'),
    'easy',
  ]).flat();
}
