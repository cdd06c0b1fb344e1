import { type ReactNode, startTransition, useEffect, useState } from 'react';

/**
 * What lies below the first screen of a long page: drawn right after what is seen, in slices between which the page
 * answers.
 */
export function Later({ children }: { children: ReactNode }) {
  const [now, setNow] = useState(false);
  useEffect(() => startTransition(() => setNow(true)), []);
  return now ? children : null;
}
