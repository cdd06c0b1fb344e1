import { startTransition, useEffect, useState } from 'react';

/** So long a hand has to stay still before what hangs on it follows, ms. */
const REST_MS = 200;

/**
 * A value as it last stood still: what is costly to work out of it waits until the hand that drags it rests, so that
 * no frame of a drag pays for it. While nothing is dragged it is the value itself.
 */
export function useResting<T>(value: T, moving: boolean): T {
  const [resting, setResting] = useState(value);
  useEffect(() => {
    // In slices, so that a hand that moves on is not held up by it.
    const follow = (): void => startTransition(() => setResting(() => value));
    const timer = setTimeout(follow, moving ? REST_MS : 0);
    return () => clearTimeout(timer);
  }, [value, moving]);
  return moving ? resting : value;
}
