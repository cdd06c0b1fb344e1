import { startTransition, useEffect, useState } from 'react';

/** So long a value has to stay the same before it counts as at rest, ms. */
const REST_MS = 200;

/**
 * A value as it last stood still: what is costly to work out of it waits until the hand that changes it rests, so that
 * no frame of a drag pays for it.
 */
export function useResting<T>(value: T): T {
  const [resting, setResting] = useState(value);
  const first = resting === undefined;
  useEffect(() => {
    if (Object.is(value, resting)) return undefined;
    // In slices, so that a hand that moves on is not held up by it.
    const follow = (): void => startTransition(() => setResting(() => value));
    const timer = setTimeout(follow, first ? 0 : REST_MS);
    return () => clearTimeout(timer);
  }, [value, resting, first]);
  return resting;
}
