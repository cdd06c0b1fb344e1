import type { Rider } from '@uphill/api';
import { goalOn, healthVerdict } from '@uphill/core/rider';
import { daysFrom } from '@uphill/core/season';
import { type Climbing, riderFigures, seasonOf } from '@uphill/core/sessions';
import {
  FIVE_BY_THRESHOLD_HR,
  heartZones,
  type Scheme,
  schemeFromOwn,
  SCHEMES,
} from '@uphill/core/zones';
import type { Db } from '../database.ts';
import { modelOn } from './models.ts';
import { listSchemes, readSettings } from './schemes.ts';

/** What sessions of a rider hang on whatever the day: the house's choices, and the rider's zones. */
export interface HouseOf {
  readonly choices: Awaited<ReturnType<typeof readSettings>>['choices'];
  readonly scheme: Scheme;
}

export async function houseOf(db: Db, rider: Rider): Promise<HouseOf> {
  const { choices, defaultSchemeId } = await readSettings(db);
  const id = rider.schemeId ?? defaultSchemeId;
  const own = (await listSchemes(db)).find((each) => each.id === id);
  const scheme = own ? schemeFromOwn(own.id, own) : SCHEMES.find((each) => each.id === id);
  return { choices, scheme: scheme ?? FIVE_BY_THRESHOLD_HR };
}

/** A rider's figures on a day with all that sessions and rungs hang on. */
export async function climbingOn(
  db: Db,
  rider: Rider,
  date: string,
  { choices, scheme }: HouseOf,
): Promise<Climbing & { readonly heart: boolean }> {
  const figures = riderFigures(rider, date, await modelOn(db, rider.id, date));
  const { heartRate } = healthVerdict(rider.health, rider, date);
  const heart = { thresholdHr: figures.thresholdBpm, maximalHr: figures.maximalBpm };
  const goal = goalOn(rider.goals, date);
  return {
    rider: {
      ...figures,
      recovery: choices.recovery,
      ways: { share: choices.ownShare, stretch: choices.longerTimes },
      heartZones: rider.powerSource === 'none' && heartRate ? heartZones(heart, scheme) : null,
    },
    school: rider.ceilingSchool ?? choices.ceilingSchool,
    season: seasonOf(goal ? daysFrom(date, goal.date) / 7 : null),
    firstYear: rider.trainsSince !== null && Number(date.slice(0, 4)) - rider.trainsSince < 1,
    heart: heartRate,
  };
}
