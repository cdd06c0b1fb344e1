import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';

/**
 * Who is ticked on a sheet: all of them, or those whom the address names. A tick is seen at once; the address, which
 * can be kept and sent, follows it.
 *
 * @param all ids of whoever could be ticked
 * @returns who is ticked, and how one of them is ticked or not; that gives who is ticked then
 */
export function useRidersInAddress(all: readonly string[]) {
  const [search, setSearch] = useSearchParams();
  const { state } = useLocation() as { state: unknown };
  const [ticked, setTicked] = useState<readonly string[] | null>(null);
  const named = (search.get('riders') ?? '').split(',').filter((id) => all.includes(id));
  const chosen = ticked ?? (named.length > 0 ? named : all);
  const toggle = (id: string): readonly string[] => {
    const next = chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id];
    setTicked(next);
    setSearch({ riders: next.join(',') }, { replace: true, state });
    return next;
  };
  return { chosen, toggle };
}
