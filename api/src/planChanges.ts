import type { Change } from '@uphill/core/season';
import type { PlanChange, Season } from './season.ts';

/**
 * What the core would change in a season, as the server takes it: each with the version of its day; new rides get their
 * ids from the server.
 */
export function planChangesOf(
  { days }: Pick<Season, 'days'>,
  changes: readonly Change[],
): PlanChange[] {
  const versions = new Map(
    days.flatMap(({ works }) => works.map((work) => [work.id, work.version])),
  );
  return changes.map((change): PlanChange => {
    switch (change.kind) {
      case 'add':
        return { kind: 'add', date: change.date, minutes: change.minutes, before: change.before };
      case 'copy':
        return { kind: 'copy', id: change.id, date: change.date };
      default:
        return { ...change, version: versions.get(change.id) ?? 0 };
    }
  });
}
