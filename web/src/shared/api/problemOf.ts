import { problem, type Problem } from '@uphill/api';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';

/** What went wrong with a request, as the one problem shape; a server that cannot be reached becomes one too. */
export function problemOf(error: unknown): Problem {
  const failed = error as FetchBaseQueryError | undefined;
  const data = failed && 'data' in failed ? failed.data : undefined;
  if (typeof data === 'object' && data !== null && 'detail' in data) return data as Problem;
  const offline =
    failed !== undefined &&
    'status' in failed &&
    (failed.status === 'FETCH_ERROR' || failed.status === 'TIMEOUT_ERROR');
  return offline
    ? problem('not-connected', 'Not connected. What you typed stays on this device.')
    : problem('no-answer', 'The server gave an answer that could not be read. Nothing was lost.');
}

/**
 * What stands in the way of showing a page. Where an answer is there already, a server that cannot
 * be reached does not take it off the screen: what was read stays, with what was typed beside it.
 */
export function inTheWay(error: unknown, data: unknown): Problem | null {
  if (!error) return null;
  const status = (error as Partial<FetchBaseQueryError>).status;
  const refused = typeof status === 'number' && status < 500;
  return data === undefined || refused ? problemOf(error) : null;
}
