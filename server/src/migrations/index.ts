import type { Migration } from './migration.ts';
import { first } from './0001-first.ts';
import { testsInFull } from './0002-tests-in-full.ts';
import { workshop } from './0003-workshop.ts';
import { shown } from './0004-shown.ts';
import { markedEfforts } from './0005-marked-efforts.ts';
import { asUsersMetIt } from './0006-as-users-met-it.ts';
import { ridesAndDays } from './0007-rides-and-days.ts';
import { manyRiders } from './0008-many-riders.ts';
import { levers } from './0009-levers.ts';
import { season } from './0010-season.ts';
import { laidOut } from './0011-laid-out.ts';
import { afterAGoal } from './0012-after-a-goal.ts';
import { ridesRead } from './0013-rides-read.ts';
import { roads } from './0014-roads.ts';
import { mornings } from './0015-mornings.ts';
import { heard } from './0016-heard.ts';

/** Every migration by its name, in the order in which they are applied. */
export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '0001-first': first,
  '0002-tests-in-full': testsInFull,
  '0003-workshop': workshop,
  '0004-shown': shown,
  '0005-marked-efforts': markedEfforts,
  '0006-as-users-met-it': asUsersMetIt,
  '0007-rides-and-days': ridesAndDays,
  '0008-many-riders': manyRiders,
  '0009-levers': levers,
  '0010-season': season,
  '0011-laid-out': laidOut,
  '0012-after-a-goal': afterAGoal,
  '0013-rides-read': ridesRead,
  '0014-roads': roads,
  '0015-mornings': mornings,
  '0016-heard': heard,
};
