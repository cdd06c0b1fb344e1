import type { PlanChange, Season, SeasonWork } from '@uphill/api';
import { canChange, type Change, daysFrom, plus, type Reckoned } from '@uphill/core/season';
import { useState } from 'react';
import { printDay, today } from '../../shared/dates.ts';
import type { SeasonInHand } from './useSeason.ts';

/** What was lifted by key, and the day it is held over. */
interface Lifted {
  readonly from: string;
  readonly to: string;
  readonly ids: readonly string[];
  readonly names: readonly string[];
}

/** Carrying what stands on days to other days: by pointer or by keys, one or several, moved or copied. */
export function useCarrying(inHand: SeasonInHand, season: Reckoned) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [lifted, setLifted] = useState<Lifted | null>(null);
  const [says, setSays] = useState('');
  const days = (season.input as Season).days;
  const find = (id: string) => findWork(days, id);
  /** Puts works as many days further as one of them was carried. */
  const carry = (ids: readonly string[], by: number, copy: boolean): void => {
    const found = ids.flatMap((id) => find(id) ?? []).filter(({ work }) => canMove(work, copy));
    const to = (date: string): string => plus(date, by);
    const past = found.find(({ date }) => to(date) < today());
    if (by === 0 || found.length === 0) return;
    if (past) {
      setSays(`${printDay(to(past.date))} is past: nothing was moved.`);
      return;
    }
    const names = found.map(({ work }) => work.name).join(', ');
    const says = `${names} ${copy ? 'copied' : 'moved'} to ${printDay(to(found[0]?.date ?? ''))}.`;
    const changes = found.map(({ work, date }): PlanChange =>
      copy
        ? { kind: 'copy', id: work.id, date: to(date) }
        : { ...{ kind: 'move', id: work.id, version: work.version }, date: to(date), first: false },
    );
    const shown = copy
      ? []
      : found.map(({ work, date }): Change => ({
          ...{ kind: 'move', id: work.id, date: to(date), first: false },
        }));
    setChosen(new Set());
    setSays(says);
    void inHand.send(copy ? 'copied' : 'moved', changes, says, shown);
  };
  const worksOn = (date: string): SeasonWork[] =>
    (days.find((day) => day.date === date)?.works ?? []).filter((work) => canMove(work, true));
  return {
    chosen,
    lifted,
    says,
    choose: (id: string): void => {
      const next = new Set(chosen);
      if (!next.delete(id)) next.add(id);
      setChosen(next);
    },
    /** Chooses everything that stands on a day, or nothing of it where all of it was chosen. */
    chooseDay: (date: string): void => {
      const ids = worksOn(date).map(({ id }) => id);
      const all = ids.every((id) => chosen.has(id));
      setChosen(new Set(all ? [...chosen].filter((id) => !ids.includes(id)) : [...chosen, ...ids]));
      setSays(`${printDay(date)} ${all ? 'no longer chosen' : 'chosen'}.`);
    },
    drop: (id: string, date: string, copy: boolean): void => {
      const found = find(id);
      if (!found) return;
      carry(chosen.has(id) ? [...chosen] : [id], daysFrom(found.date, date), copy);
    },
    /** Lifts what is chosen, else everything that stands on a day. */
    lift: (date: string): void => {
      const works =
        chosen.size > 0 ? [...chosen].flatMap((id) => find(id)?.work ?? []) : worksOn(date);
      if (works.length === 0) return;
      const names = works.map(({ name }) => name);
      setLifted({ from: date, to: date, ids: works.map(({ id }) => id), names });
      setSays(`${names.join(', ')} lifted.`);
    },
    hold: (date: string): void => {
      if (!lifted) return;
      setLifted({ ...lifted, to: date });
      setSays(printDay(date));
    },
    put: (copy: boolean): void => {
      if (!lifted) return;
      setLifted(null);
      carry(lifted.ids, daysFrom(lifted.from, lifted.to), copy);
    },
    back: (): void => {
      setLifted(null);
      setSays('As it was.');
    },
  };
}

function findWork(
  days: Season['days'],
  id: string,
): { readonly work: SeasonWork; readonly date: string } | null {
  for (const { date, works } of days)
    for (const work of works) if (work.id === id) return { work, date };
  return null;
}

export type Carrying = ReturnType<typeof useCarrying>;

/** What is ridden or marked can be copied and not moved; a fixture neither. */
function canMove(work: SeasonWork, copy: boolean): boolean {
  if (work.fixture || work.version === 0) return false;
  return copy || canChange(work);
}
