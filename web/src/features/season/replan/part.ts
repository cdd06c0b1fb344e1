import type { Rider } from '@uphill/api';
import type { Reckoned } from '@uphill/core/season';
import type { useSeason } from '../useSeason.ts';

/** What every way to go on hangs on. */
export interface PartProps {
  readonly rider: Rider;
  readonly season: Reckoned;
  readonly inHand: ReturnType<typeof useSeason>;
}
