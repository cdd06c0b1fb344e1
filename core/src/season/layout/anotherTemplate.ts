import type { System } from '../../sessions/index.ts';
import type { Template } from './template.ts';
import { TEMPLATES } from './templates.ts';

/**
 * Another template, where two blocks running moved nothing: the first that asks none of their systems, else the first
 * that begins with another one; of those meant for the weeks to the goal, where one of them will do.
 *
 * @param systems what the blocks that did not move were for
 * @param weeks to the goal; null where there is none
 * @returns the template
 * Source: handbook section 9.6 (Block).
 */
export function anotherTemplate(systems: readonly System[], weeks: number | null): Template {
  const asks = ({ blocks }: Template): System[] => blocks.flatMap(({ system }) => system ?? []);
  const fitting = TEMPLATES.filter(
    ({ weeks: [least, most] }) => weeks !== null && weeks >= least && weeks <= most,
  );
  const isOther = (other: Template): boolean =>
    asks(other).every((system) => !systems.includes(system));
  const beginsOther = (other: Template): boolean =>
    !systems.some((system) => system === asks(other)[0]);
  const found =
    fitting.find(isOther) ??
    fitting.find(beginsOther) ??
    TEMPLATES.find(isOther) ??
    TEMPLATES.find(beginsOther) ??
    TEMPLATES[0];
  return found as Template;
}
