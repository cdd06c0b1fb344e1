import { useDeferredValue, useEffect, useState } from 'react';
import { whenIdle } from '../shared/whenIdle.ts';

/**
 * A long list of which the first rows are drawn with the page and all the others as soon as nothing else is to be
 * done, a few at a time: what is clicked or typed meanwhile goes before them.
 *
 * @param few as many as a large screen shows at once, and how many follow at a time
 */
export function useFirstFew<T>(list: readonly T[], few = 12): readonly T[] {
  const [wanted, setWanted] = useState(few);
  const drawn = useDeferredValue(wanted);
  const more = drawn < list.length;
  useEffect(() => {
    if (!more || drawn < wanted) return undefined;
    return whenIdle(() => setWanted(drawn + few));
  }, [more, drawn, wanted, few]);
  return more ? list.slice(0, drawn) : list;
}
