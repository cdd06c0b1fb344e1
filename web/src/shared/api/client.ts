import type { FtpEntry } from '@uphill/api';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** What is taken out, by the version that was looked at. */
export type Named = Pick<FtpEntry, 'id' | 'version'>;

export type Versioned<T> = Partial<T> & { id: string; version: number };

/** A request that a page sends as it closes: it arrives, and nobody waits for its answer. */
export interface Closing {
  readonly closing?: boolean;
}

export const TAG_TYPES = [
  ...(['riders', 'tests', 'testDays', 'schemes', 'rides', 'sessions', 'days', 'hills'] as const),
  ...(['markedEfforts', 'models', 'recordings', 'journal'] as const),
] as const;
type TagType = (typeof TAG_TYPES)[number];
type Tag = TagType | { readonly type: TagType; readonly id: string };

/** Lists of several riders, or of all sessions. */
const ALL = 'ALL';

/** What an answer is about: things of one rider, or one thing by its id. */
export function about(id: string, ...types: TagType[]): Tag[] {
  return types.map((type) => ({ type, id }));
}

/** What an answer over several is about. */
export function aboutAll(...types: TagType[]): Tag[] {
  return about(ALL, ...types);
}

/** What was not there may be after the next action, or once one is undone. */
export const ifUndone: Tag[] = ['journal'];

/** What is stale once something of one rider, or one thing, was changed: it, and the lists it stands in. */
export function changed(id: string, ...types: TagType[]): Tag[] {
  return [...about(id, ...types), ...aboutAll(...types)];
}

/**
 * What a change makes stale. One that was refused changed nothing, and must not reload what is being typed.
 *
 * @param tags those, or what tells them from what was sent and what came back
 */
export function after<A, R>(tags: readonly Tag[] | ((sent: A, answer: R) => readonly Tag[])) {
  return (answer: R | undefined, error: unknown, sent: A): Tag[] => {
    if (error) return [];
    return [...(typeof tags === 'function' ? tags(sent, answer as R) : tags)];
  };
}

/** A long answer is closed at once, so that the store need not walk over each of its seconds to close it. */
export function closed<T>(answer: T): T {
  return Object.freeze(answer);
}

/** Everything the server holds. Whatever one action changes is asked for again. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    prepareHeaders: (headers) => {
      // What is done on a rider's own page is done by the rider.
      if (/^\/riders\/[^/]+\/today(?:\/|$)/.test(window.location.pathname))
        headers.set('x-uphill-actor', 'rider');
    },
  }),
  tagTypes: TAG_TYPES,
  // A tab that was put away, or a device that was away, may have missed what others did.
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** What names a rider beside what is sent. */
export interface OfRider {
  readonly riderId: string;
}
