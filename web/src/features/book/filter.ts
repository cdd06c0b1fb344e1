import { measureAll, type Plan } from '@uphill/core/sessions';

/** What the book is searched for. */
export interface BookFilter {
  readonly words: string;
  readonly system: string;
  /** 0 for any. */
  readonly mostS: number;
  readonly place: string;
  readonly equipment: '' | 'none';
}

export const EMPTY_FILTER: BookFilter = {
  words: '',
  system: '',
  mostS: 0,
  place: '',
  equipment: '',
};
export const TIMES = [2700, 3600, 5400, 7200, 10_800] as const;

/** Whether a session is among what is searched for; text is what its words are looked for in. */
export function fits(
  { words, system, mostS, place, equipment }: BookFilter,
  plan: Plan,
  text: string,
): boolean {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return (
    wanted.every((word) => text.toLowerCase().includes(word)) &&
    (system === '' || plan.system === system) &&
    (mostS === 0 || measureAll(plan.items).seconds <= mostS) &&
    // A session that can be ridden anywhere can be ridden here.
    (place === '' || plan.place === place || plan.place === 'any') &&
    (equipment === '' || (plan.equipment ?? '') === '')
  );
}
