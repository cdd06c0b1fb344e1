import type { Rider } from '@uphill/api';
import { weekOf, plusDays, printDay, today } from '../../shared/dates.ts';

const WEEKS = 3;
const NONE: readonly Taken[] = [];

/** Something that stands on a rider's day already. */
export interface Taken {
  readonly riderId: string;
  readonly rider: string;
  readonly date: string;
  readonly session: string;
}

interface Props {
  /** Those who are chosen. */
  readonly riders: readonly Rider[];
  readonly dates: readonly string[];
  readonly toggle: (day: string) => void;
  readonly taken: readonly Taken[];
}

/** Three weeks to choose days from, each saying who has something on it already. */
export function AssignDays({ riders, dates, toggle, taken }: Props) {
  const first = weekOf(today());
  const chosen = new Set(riders.map(({ id }) => id));
  const onDay = new Map<string, Taken[]>();
  for (const each of taken)
    if (chosen.has(each.riderId)) onDay.set(each.date, [...(onDay.get(each.date) ?? []), each]);
  return (
    <div className="assign-weeks" role="group" aria-label="Days">
      {Array.from({ length: WEEKS * 7 }, (_, index) => plusDays(first, index)).map((day) => (
        <DayToggle
          key={day}
          day={day}
          chosen={dates.includes(day)}
          toggle={toggle}
          taken={onDay.get(day) ?? NONE}
          several={riders.length > 1}
        />
      ))}
    </div>
  );
}

interface DayProps {
  readonly day: string;
  readonly chosen: boolean;
  readonly toggle: (day: string) => void;
  readonly taken: readonly Taken[];
  readonly several: boolean;
}

function DayToggle({ day, chosen, toggle, taken, several }: DayProps) {
  const past = day < today();
  const who = [...new Set(taken.map(({ rider }) => rider))];
  const says = several
    ? taken.map(({ rider, session }) => `${rider}: ${session}`)
    : taken.map(({ session }) => session);
  let short: string;
  if (several && who.length > 1) short = `${who.length} have one`;
  else if (several) short = who[0] ?? '';
  else short = says.join(', ');
  return (
    <button
      type="button"
      className={chosen ? 'assign-day assign-day-chosen' : 'assign-day'}
      aria-pressed={chosen}
      aria-label={`${printDay(day)}${says.length > 0 ? `, already ${says.join(', ')}` : ''}${past ? ', past' : ''}`}
      title={says.join('\n')}
      onClick={() => toggle(day)}
    >
      <span>
        {day.endsWith('-01')
          ? printDay(day).split(' ').slice(1, 3).join(' ')
          : printDay(day).split(' ').slice(0, 2).join(' ')}
      </span>
      <span className="small text-truncate">{short || (past ? 'past' : '')}</span>
    </button>
  );
}
