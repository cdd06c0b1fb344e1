import { afterGroup } from './afterGroup.ts';
import { beforeReps } from './beforeReps.ts';
import { ceilingFresh } from './ceilingFresh.ts';
import { cleared } from './cleared.ts';
import { easyWeek } from './easyWeek.ts';
import { hardApart } from './hardApart.ts';
import { hardNumber } from './hardNumber.ts';
import { hours } from './hours.ts';
import { keySessionDay } from './keySessionDay.ts';
import { longRide } from './longRide.ts';
import { masters } from './masters.ts';
import { restDays } from './restDays.ts';
import { rise } from './rise.ts';
import type { Rule } from './rule.ts';
import { strength } from './strength.ts';
import { testFresh } from './testFresh.ts';
import { tired } from './tired.ts';
import { unfuelled } from './unfuelled.ts';

/** All rules of spacing, in the order of the handbook. Source: handbook section 8.6. */
export const RULES: readonly Rule[] = [
  hardApart,
  ceilingFresh,
  masters,
  afterGroup,
  restDays,
  hardNumber,
  longRide,
  easyWeek,
  rise,
  testFresh,
  strength,
  unfuelled,
  beforeReps,
  hours,
  keySessionDay,
  tired,
  cleared,
];
