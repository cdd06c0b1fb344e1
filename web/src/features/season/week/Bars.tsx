import type { Rider, Season, SeasonWork } from '@uphill/api';
import {
  DAY_NAMES,
  canChange,
  type Change,
  isHard,
  minutesOfWork,
  type Reckoned,
  type WeekPlan,
} from '@uphill/core/season';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { Link } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import type { SeasonInHand } from '../useSeason.ts';

const STEP_MIN = 15;
const LEAST_MIN = 15;
const NEW_MIN = 45;
const HEIGHT = 150;

interface Props {
  readonly rider: Rider;
  readonly inHand: SeasonInHand;
  readonly season: Reckoned;
  readonly plan: WeekPlan;
}

/** The days of the week as bars against the hours of each; endurance is dragged by its top edge, or moved by arrows. */
export function Bars({ rider, inHand, season, plan }: Props) {
  const days = season.days.slice(plan.week.at, plan.week.at + 7);
  const longest = Math.max(
    150,
    ...days.map(({ day, works }) =>
      Math.max(
        (day.hours ?? 0) * 60,
        works.reduce((sum, work) => sum + minutesOfWork(work), 0),
      ),
    ),
  );
  const perMinute = (HEIGHT - 4) / Math.min(longest, 480);
  const set = (change: Change, says: string): void => void inHand.commit('changed', [change], says);
  return (
    <ol className="week-bars" aria-label="Days of the week">
      {days.map(({ day, works, load, word }, index) => {
        const open = day.date >= today();
        return (
          <li
            key={day.date}
            className={day.date === today() ? 'week-bar-day week-bar-today' : 'week-bar-day'}
          >
            <div className="week-bar-room" style={{ height: HEIGHT }}>
              {day.hours !== null && day.hours > 0 && (
                <span
                  className="week-bar-hours"
                  style={{ height: Math.min(HEIGHT, day.hours * 60 * perMinute) }}
                  aria-hidden
                />
              )}
              {(works as readonly SeasonWork[]).map((work) => (
                <Bar
                  key={work.id}
                  {...{ rider, work, perMinute, inHand, set }}
                  dayName={DAY_NAMES[index] as string}
                />
              ))}
              {open && works.length === 0 && (
                <button
                  type="button"
                  className="week-bar-add"
                  aria-label={`${DAY_NAMES[index] as string}: add 45 min of Endurance`}
                  onClick={() =>
                    set(
                      {
                        ...{ kind: 'add', id: `new:${day.date}`, date: day.date },
                        ...{ minutes: NEW_MIN, before: false },
                      },
                      `45 min on ${DAY_NAMES[index] as string}.`,
                    )
                  }
                >
                  +
                </button>
              )}
            </div>
            <span className="week-bar-name">
              {DAY_NAMES[index]}
              <span className="visually-hidden"> {printDay(day.date)}</span>
            </span>
            <span className="soft small">
              {(day as Season['days'][number]).away ??
                (word === 'rest' && load.load === 0 ? 'rest' : roundHalfUp(load.load))}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

interface BarProps {
  readonly rider: Rider;
  readonly work: SeasonWork;
  readonly perMinute: number;
  readonly dayName: string;
  readonly inHand: SeasonInHand;
  readonly set: (change: Change, says: string) => void;
}

function Bar({ rider, work, perMinute, dayName, inHand, set }: BarProps) {
  const minutes = minutesOfWork(work);
  const grip = useGrip({ work, minutes, perMinute, dayName, inHand, set });
  const height = Math.max(14, Math.min(HEIGHT, minutes * perMinute));
  const words = minutes > 0 ? printDuration(Math.round(minutes) * 60) : 'missed';
  const kind = isHard(work) ? 'week-bar-hard' : 'week-bar-easy';
  const name = `${dayName}: ${work.name}, ${words}`;
  const style = { height };
  const className = `week-bar ${work.ridden ? 'week-bar-ridden' : kind}`;
  if (work.planned?.endurance && canChange(work))
    return (
      <button
        type="button"
        className={`${className} week-bar-grip`}
        style={style}
        aria-label={`${name}. ↑ 15 min more, ↓ 15 min less`}
        title={work.name}
        {...grip}
      >
        {words}
      </button>
    );
  if (work.version === 0)
    return (
      <span className={className} style={style} title={name}>
        {words}
      </span>
    );
  return (
    <Link
      className={className}
      style={style}
      to={`/riders/${rider.id}/days/${work.id}`}
      aria-label={name}
      title={work.name}
    >
      {words}
    </Link>
  );
}

/** The top edge of an endurance bar: by pointer and by arrows, in steps of a quarter of an hour. */
function useGrip({
  work,
  minutes,
  perMinute,
  dayName,
  inHand,
  set,
}: Omit<BarProps, 'rider'> & { readonly minutes: number }) {
  const from = useRef<{ readonly y: number; readonly minutes: number } | null>(null);
  const wanted = useRef(minutes);
  const resize = (next: number): Change => ({ kind: 'resize', id: work.id, minutes: next });
  const says = (next: number): string => `${dayName} ${printDuration(next * 60)}.`;
  const drop = (): void => {
    from.current = null;
    inHand.tryOut([]);
  };
  return {
    onKeyDown: (event: KeyboardEvent) => {
      // Back to where it was lifted.
      if (event.key === 'Escape' && from.current) drop();
      if (event.key === 'Delete') set({ kind: 'remove', id: work.id }, `${dayName} removed.`);
      if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
      event.preventDefault();
      const next = minutes + (event.key === 'ArrowUp' ? STEP_MIN : -STEP_MIN);
      if (next >= LEAST_MIN && next <= 1440) set(resize(next), says(next));
    },
    onPointerDown: (event: PointerEvent) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { y: event.clientY, minutes };
      wanted.current = minutes;
    },
    onPointerMove: (event: PointerEvent) => {
      if (!from.current) return;
      const moved = (from.current.y - event.clientY) / perMinute;
      const next = Math.max(
        LEAST_MIN,
        Math.min(1440, Math.round((from.current.minutes + moved) / STEP_MIN) * STEP_MIN),
      );
      if (next === wanted.current) return;
      wanted.current = next;
      inHand.tryOut([resize(next)]);
    },
    onPointerUp: () => {
      const began = from.current;
      from.current = null;
      if (began && wanted.current !== began.minutes)
        set(resize(wanted.current), says(wanted.current));
    },
    onPointerCancel: drop,
  };
}
