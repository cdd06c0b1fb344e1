import type { FtpEntry } from '@uphill/api';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** What is taken out, by the version that was looked at. */
export type Named = Pick<FtpEntry, 'id' | 'version'>;

export type Versioned<T> = Partial<T> & { id: string; version: number };

/** A request that a page sends as it closes: it arrives, and nobody waits for its answer. */
export interface Closing {
  readonly closing?: boolean;
}

type Tag =
  | 'riders'
  | 'tests'
  | 'testDays'
  | 'schemes'
  | 'rides'
  | 'sessions'
  | 'days'
  | 'hills'
  | 'markedEfforts'
  | 'journal';

/** What a change makes stale. One that was refused changed nothing, and must not reload what is being typed. */
export function after(tags: Tag[]) {
  return (_result: unknown, error: unknown): Tag[] => (error ? [] : tags);
}

/** Everything the server holds. Whatever one action changes is asked for again. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    prepareHeaders: (headers) => {
      // What is done on a rider's own page is done by the rider.
      if (/^\/riders\/[^/]+\/today$/.test(window.location.pathname))
        headers.set('x-uphill-actor', 'rider');
    },
  }),
  tagTypes: [
    'riders',
    'tests',
    'testDays',
    'schemes',
    'rides',
    'sessions',
    'days',
    'hills',
    'markedEfforts',
    'journal',
  ] satisfies Tag[],
  endpoints: () => ({}),
});
