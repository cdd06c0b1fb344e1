import { dayBounds, type DayUse } from '@uphill/core/units';
import { clamp, formatISO, parseISO } from 'date-fns';
import { DayPicker } from 'react-day-picker';
import 'react-day-picker/style.css';
import { today, weekStartsOn } from '../shared/dates.ts';

/** A month to pick a day from; days that the use does not allow cannot be picked. */
export function Calendar({
  value,
  use,
  pick,
}: {
  value: string;
  use: DayUse;
  pick: (day: string) => void;
}) {
  const bounds = dayBounds(use, today());
  const [from, to] = [parseISO(bounds.from), parseISO(bounds.to)];
  const chosen = value === '' ? undefined : parseISO(value);
  const near = chosen ?? parseISO(today());
  return (
    <DayPicker
      mode="single"
      autoFocus
      weekStartsOn={weekStartsOn()}
      captionLayout="dropdown"
      startMonth={from}
      endMonth={to}
      disabled={{ before: from, after: to }}
      defaultMonth={clamp(near, { start: from, end: to })}
      selected={chosen}
      onSelect={(day) => pick(day ? formatISO(day, { representation: 'date' }) : value)}
    />
  );
}
