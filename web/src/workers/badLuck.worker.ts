import {
  type BadLuck,
  type Outcome,
  reckon,
  runBadLuck,
  type SeasonInput,
} from '@uphill/core/season';
import { expose } from 'comlink';

const worker = {
  /** Runs a season under bad luck, and tells the page now and then how many runs are done. */
  run(
    season: SeasonInput,
    luck: BadLuck,
    tell: (done: number) => void,
  ): Outcome | { readonly refusal: string } {
    return runBadLuck(reckon(season), luck, (done) => {
      tell(done);
      return true;
    });
  },
};
export type BadLuckWorker = typeof worker;

expose(worker);
