import type { Migration } from 'kysely';
import { first } from './0001-first.ts';
import { testsInFull } from './0002-tests-in-full.ts';
import { workshop } from './0003-workshop.ts';
import { shown } from './0004-shown.ts';
import { markedEfforts } from './0005-marked-efforts.ts';

/** Every migration by its name, in the order in which they are applied. */
export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '0001-first': first,
  '0002-tests-in-full': testsInFull,
  '0003-workshop': workshop,
  '0004-shown': shown,
  '0005-marked-efforts': markedEfforts,
};
