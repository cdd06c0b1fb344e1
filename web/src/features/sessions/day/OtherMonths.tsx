import type { Rider } from '@uphill/api';
import { useState } from 'react';
import { daysApi } from '../../../shared/api/days.ts';
import { monthDays, printMonth } from '../../../shared/dates.ts';
import { Answer } from '../../../ui/Answer.tsx';
import { useFirstFew } from '../../../ui/useFirstFew.ts';
import { DayLine } from './DayLine.tsx';

interface Props {
  readonly rider: Rider;
  /** The days between these are on show already. */
  readonly from: string;
  readonly to: string;
}

/** The rider's days before and after those on show, month by month. */
export function OtherMonths({ rider, from, to }: Props) {
  const { data: months = [] } = daysApi.useMonthsQuery(rider.id);
  const earlier = months.filter(({ first }) => first < from).reverse();
  const later = months.filter(({ last }) => last > to);
  return (
    <>
      <Months title="Later" rider={rider} months={later} fits={(day) => day > to} />
      <Months title="Earlier" rider={rider} months={earlier} fits={(day) => day < from} />
    </>
  );
}

interface MonthsProps {
  readonly title: string;
  readonly rider: Rider;
  readonly months: readonly { readonly month: string }[];
  readonly fits: (day: string) => boolean;
}

function Months({ title, rider, months, fits }: MonthsProps) {
  const drawn = useFirstFew(months);
  if (months.length === 0) return null;
  return (
    <section className="months" aria-label={title}>
      <h3>{title}</h3>
      {drawn.map(({ month }) => (
        <Month key={month} rider={rider} month={month} fits={fits} />
      ))}
    </section>
  );
}

/** One month, asked for when it is opened. */
function Month({
  rider,
  month,
  fits,
}: {
  rider: Rider;
  month: string;
  fits: (day: string) => boolean;
}) {
  const [open, setOpen] = useState(false);
  const { data, error } = daysApi.useDaysQuery(
    { riderId: rider.id, ...monthDays(month) },
    { skip: !open },
  );
  return (
    <details onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{printMonth(month)}</summary>
      {open && (
        <Answer data={data} error={error}>
          {(days) => (
            <ul className="days">
              {[...days]
                .filter(({ date }) => fits(date))
                .reverse()
                .map((day) => (
                  <DayLine key={day.id} day={day} rider={rider} />
                ))}
            </ul>
          )}
        </Answer>
      )}
    </details>
  );
}
