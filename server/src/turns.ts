/** Lets so many in at once; the rest wait their turn, first come, first served. */
export function turns(atOnce: number): <T>(work: () => Promise<T>) => Promise<T> {
  let inside = 0;
  const waiting: (() => void)[] = [];
  return async (work) => {
    if (inside >= atOnce) await new Promise<void>((resolve) => waiting.push(resolve));
    else inside += 1;
    try {
      return await work();
    } finally {
      const next = waiting.shift();
      // The place is handed on, so that nobody slips in between.
      if (next) next();
      else inside -= 1;
    }
  };
}
