import type { System } from '../../sessions/index.ts';
import type { Template } from './template.ts';
import { TEMPLATES } from './templates.ts';

/**
 * Another template, where two blocks running moved nothing: the first that asks none of their systems, else the first
 * that begins with another one.
 *
 * @param systems what the blocks that did not move were for
 * @returns the template
 * Source: handbook section 9.6 (Block).
 */
export function anotherTemplate(systems: readonly System[]): Template {
  const asks = ({ blocks }: Template): System[] => blocks.flatMap(({ system }) => system ?? []);
  const found =
    TEMPLATES.find((other) => asks(other).every((system) => !systems.includes(system))) ??
    TEMPLATES.find((other) => !systems.some((system) => system === asks(other)[0])) ??
    TEMPLATES[0];
  return found as Template;
}
