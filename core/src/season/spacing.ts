import type { Change } from './changes.ts';
import { type Fix, fixesFor } from './fixes.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { RULES } from './rules/index.ts';
import type { Broken, Rule } from './rules/rule.ts';
import type { RuleId } from './settings.ts';

/** How a rule stands in a week. */
export interface Spaced {
  readonly rule: RuleId;
  readonly name: string;
  readonly reason: string;
  readonly monday: string;
  /** How it holds, with its figure; null where it is broken. */
  readonly holds: string | null;
  readonly broken: readonly Broken[];
}

/**
 * The rules that are asked of a rider: all but those switched off. The one about the health screen always stands.
 *
 * @param season the season
 * @returns the rules, in the order of the handbook
 * Source: handbook section 8.6.
 */
export function rulesOf({ input }: Pick<Reckoned, 'input'>): Rule[] {
  const { off } = input.rider.settings;
  return RULES.filter(({ id }) => id === 'cleared' || !off.includes(id));
}

/**
 * The spacing check of one week: every rule that says something of it, those that are broken first.
 *
 * @param season the season
 * @param week the week
 * @returns a row a rule
 * Source: handbook section 8.6.
 */
export function spacingOf(season: Reckoned, week: WeekReckoned): Spaced[] {
  const rows = rulesOf(season).flatMap((rule): Spaced[] => {
    const broken = rule.broken(season, week);
    const holds = broken.length > 0 ? null : rule.holds(season, week);
    if (broken.length === 0 && holds === null) return [];
    const { id, name, reason } = rule;
    return [{ rule: id, name, reason, monday: week.said.monday, holds, broken }];
  });
  return rows.sort((one, other) => Number(one.holds !== null) - Number(other.holds !== null));
}

/**
 * The names of the rules broken in a week.
 *
 * @param season the season
 * @param week the week
 * @returns names
 */
export function brokenIn(season: Reckoned, week: WeekReckoned): string[] {
  return rulesOf(season).flatMap((rule) =>
    rule.broken(season, week).length > 0 ? [rule.name] : [],
  );
}

/** Behind the name of a rule that is broken in the week after. */
const NEXT_WEEK = ' next week';

/**
 * Rules that are broken, as sentences: "load rises too fast; two hard days lie too close, the week after".
 *
 * @param names as `brokenIn` and the fills give them
 * @returns the sentences, one after another
 */
export function brokenWords(names: readonly string[]): string {
  return names
    .map((name) => {
      const own = name.replace(NEXT_WEEK, '');
      const says = RULES.find((rule) => rule.name === own)?.says ?? own;
      return own === name ? says : `${says}, the week after`;
    })
    .join('; ');
}

/**
 * At most two fixes of a broken rule, the best first. Applying one makes the rule hold and breaks no other that held.
 *
 * @param season the season
 * @param week the week
 * @param rule the broken rule
 * @returns what each does, in words and as changes
 * Source: handbook section 8.6.
 */
export function fixesOf(season: Reckoned, week: WeekReckoned, rule: RuleId): readonly Fix[] {
  return fixesFor(season, week, rulesOf(season)).get(rule) ?? [];
}

export type { Change, Fix };
