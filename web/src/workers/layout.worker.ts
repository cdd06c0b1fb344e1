import {
  type LaidOut,
  type LastOfFamily,
  layOut,
  type LayoutInput,
  reckon,
  type SeasonInput,
} from '@uphill/core/season';
import { expose } from 'comlink';

/** What the page sends: everything that laying out hangs on, as data. */
export interface LayoutRequest extends Omit<
  LayoutInput,
  'season' | 'last' | 'removed' | 'touched' | 'newId'
> {
  readonly season: SeasonInput;
  readonly last: readonly (readonly [family: string, last: LastOfFamily])[];
  readonly removed: readonly string[];
  readonly touched: readonly string[];
}

const worker = {
  layOut({ season, last, removed, touched, ...asked }: LayoutRequest): LaidOut {
    return layOut({
      ...asked,
      season: reckon(season),
      last: new Map(last),
      removed: new Set(removed),
      touched: new Set(touched),
      newId: () => crypto.randomUUID(),
    });
  },
};
export type LayoutWorker = typeof worker;

expose(worker);
