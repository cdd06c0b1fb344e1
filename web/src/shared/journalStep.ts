import { isFulfilled, type Middleware } from '@reduxjs/toolkit';

const STEP_HEADER = 'x-uphill-step';
/** Steps of what was just done, by the request; only the latest are asked for. */
const steps = new Map<string, number>();
const MOST = 20;

interface Answered {
  readonly meta: {
    readonly requestId: string;
    readonly baseQueryMeta?: { readonly response?: Response };
  };
}

/** Remembers which step of the journal came of each request, so that an undo beside it takes back that very step. */
export const rememberSteps: Middleware = () => (next) => (action) => {
  if (isFulfilled(action)) {
    const { requestId, baseQueryMeta } = (action as unknown as Answered).meta;
    const step = Number(baseQueryMeta?.response?.headers.get(STEP_HEADER));
    if (step > 0) steps.set(requestId, step);
    const [oldest] = steps.keys();
    if (steps.size > MOST && oldest !== undefined) steps.delete(oldest);
  }
  return next(action);
};

/** The step that came of a request; undefined where it left none. */
export function stepOf(requestId: string): number | undefined {
  return steps.get(requestId);
}
