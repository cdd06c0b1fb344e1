import { setTimeout as rest } from 'node:timers/promises';
import { mondayOf, plus } from '@uphill/core/season';
import type { Db } from './database.ts';
import { bestsWithin } from './store/curveMonths.ts';
import { fillFigures } from './store/dayFigures.ts';
import { activeIds, modelsOn } from './store/models.ts';
import { squadWeek } from './store/season/squad.ts';
import { daysBefore, FAR_OFF, today } from './today.ts';

/** So long everybody else has between two riders, ms. */
const REST_MS = 5;
const YEAR_DAYS = 366;

/**
 * Works out, beside everything else, what a coach will ask for first and what was dropped or never made: curves by the
 * month, figures of a year of days, today's models, the squad's week and the coming one. Whoever asks for one of them sooner has it made at once.
 */
export async function keepReady(db: Db, signal: AbortSignal): Promise<void> {
  for (const id of await activeIds(db)) {
    if (signal.aborted) return;
    await modelsOn(db, [id], today());
    await rest(REST_MS);
    await fillFigures(db, [id], { from: daysBefore(today(), YEAR_DAYS), to: FAR_OFF });
    await rest(REST_MS);
    await bestsWithin(db, id, { from: '1990-01-01', to: today() });
    await rest(REST_MS);
  }
  const monday = mondayOf(today());
  await squadWeek(db, monday, signal);
  await squadWeek(db, plus(monday, 7), signal);
}
