import { preparePower } from '../../power/index.ts';
import { type Refused, refused, type Understood, understood } from '../../units/index.ts';
import { readable } from '../rows/readable.ts';
import { DRIFT, type Drift, driftOf } from '../verdicts/whole.ts';

/**
 * Heart drift of a whole ride, or why it says nothing.
 *
 * @param streams 1 Hz watts and beats; null where nothing was recorded
 * @returns what it says with its figures, "not steady" among them; refused where less than 40:00 is left after the first
 * 10:00, or the strap said too little
 * Source: handbook section 5 (Heart drift).
 */
export function heartDrift({
  watts,
  bpm,
}: {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
}): Understood<Drift> | Refused {
  if (preparePower(watts, []).moving.length - DRIFT.dropS < DRIFT.leastS)
    return refused('under 40:00 after the first 10:00');
  const drift = driftOf(readable({ watts, bpm, rpm: null, stops: [] }, null), 0, watts.length);
  return drift ? understood(drift) : refused('under 90 % valid heart rate');
}
