import type { Rider, Season, SeasonWork } from '@uphill/api';
import {
  type Announcements,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { DAY_NAMES, daysFrom, mondayOf, type Reckoned } from '@uphill/core/season';
import { memo, type PointerEvent, useRef } from 'react';
import { Link } from 'react-router';
import { printDate, printDay, today } from '../../shared/dates.ts';
import { Stone } from '../../ui/Stone.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';
import { DayCell } from './DayCell.tsx';
import { LoadGauge } from './LoadGauge.tsx';
import { useCarrying } from './useCarrying.ts';
import type { SeasonInHand } from './useSeason.ts';
import { WEEK_WORDS } from './weekWords.ts';

interface Props {
  readonly rider: Rider;
  readonly inHand: SeasonInHand;
  readonly season: Reckoned;
  readonly ftpW: number | null;
  readonly unfolded: boolean;
  readonly goal: { readonly name: string; readonly date: string } | null;
  readonly show: (date: string) => void;
  readonly blocks: Season['blocks'];
  readonly goals: Season['goals'];
}

/** Weeks as rows, days as cells; what stands on a day is carried to another by pointer or by keys. */
export function SeasonTable(props: Props) {
  const { rider, inHand, season, ftpW, unfolded, goal, goals, blocks, show } = props;
  const carrying = useCarrying(inHand, season);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const weeks = season.weeks.filter(({ said }) => unfolded || said.monday >= mondayOf(today()));
  const drawn = useFirstFew(weeks, 8);
  // Whether Ctrl or Alt is held when it is let go, whenever that key went down.
  const copies = useRef(false);
  const look = ({ ctrlKey, altKey }: PointerEvent): void => {
    copies.current = ctrlKey || altKey;
  };
  const end = ({ active, over }: DragEndEvent): void => {
    if (over) carrying.drop(String(active.id), String(over.id), copies.current);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      accessibility={{ announcements: announcements(season.days) }}
      onDragEnd={end}
    >
      <section
        className="sheet season-table"
        aria-label="Weeks"
        onPointerMoveCapture={look}
        onPointerUpCapture={look}
      >
        <p className="visually-hidden" role="status">
          {carrying.says}
        </p>
        <div className="season-head" aria-hidden>
          <span>to go</span>
          <span>load</span>
          {DAY_NAMES.map((name) => (
            <span key={name}>{name}</span>
          ))}
        </div>
        <ol className="season-weeks">
          {drawn.map((week) => (
            <Week
              key={week.said.monday}
              {...{ rider, season, week, ftpW, show, carrying, goal, goals }}
              block={blockOn(blocks, week.said.monday)}
            />
          ))}
        </ol>
        {carrying.lifted !== null && (
          <p className="season-lifted">
            Lifted: {carrying.lifted.names.join(', ')} → {printDay(carrying.lifted.to)}. Arrows
            carry it, Space drops it, C drops a copy, Esc returns it.
          </p>
        )}
      </section>
    </DndContext>
  );
}

/** The block a week lies in, and which of its weeks it is: "Threshold, longer 2 / 4". */
function blockOn(blocks: Season['blocks'], monday: string): string | null {
  for (const { block, from, weeks } of blocks) {
    const place = daysFrom(from, monday) / 7;
    if (place >= 0 && place < weeks)
      return weeks === 1 ? block.name : `${block.name} ${place + 1}\u2009/\u2009${weeks}`;
  }
  return null;
}

interface WeekProps extends Pick<Props, 'rider' | 'season' | 'ftpW' | 'goal' | 'goals' | 'show'> {
  readonly week: Reckoned['weeks'][number];
  readonly carrying: ReturnType<typeof useCarrying>;
  readonly block: string | null;
}

const Week = memo(function Week(props: WeekProps) {
  const { rider, season, week, ftpW, goal, goals, show, carrying, block } = props;
  const { monday, kind } = week.said;
  const left = goal ? Math.floor(daysFrom(monday, goal.date) / 7) : null;
  const now = monday === mondayOf(today());
  return (
    <li className={now ? 'season-week season-now' : 'season-week'}>
      <span className="season-stone">
        {left !== null && left >= 0 ? <Stone small>{left}</Stone> : null}
      </span>
      <span className="season-load">
        <Link to={`/riders/${rider.id}/season/${monday}`}>
          {WEEK_WORDS[kind]}
          <span className="visually-hidden">, week of {printDay(monday)}: plan it</span>
        </Link>
        <span className="soft small d-block">{printDate(monday)}</span>
        {block && <span className="small d-block">{block}</span>}
        <LoadGauge week={week} onGoal={season.input.rider.settings.onGoal} />
      </span>
      {season.days.slice(week.at, week.at + 7).map((day) => (
        <DayCell
          key={day.day.date}
          {...{ rider, day, ftpW, show, carrying }}
          goal={goals.find(({ date }) => date === day.day.date)?.name ?? null}
          works={day.day.works as readonly SeasonWork[]}
        />
      ))}
    </li>
  );
});

/** What is dragged, said in words: "Long hills, from Tue 24 Nov". */
function announcements(days: Reckoned['days']): Announcements {
  const from = (id: string): string => {
    const found = days.find(({ day }) => day.works.some((work) => work.id === id));
    const work = found?.day.works.find((each) => each.id === id);
    return work && found ? `${work.name}, from ${printDay(found.day.date)}` : 'A session';
  };
  return {
    onDragStart: ({ active }) => `${from(String(active.id))}, lifted.`,
    onDragOver: ({ active, over }) =>
      over
        ? `${from(String(active.id))}, over ${printDay(String(over.id))}.`
        : `${from(String(active.id))}, over no day.`,
    onDragEnd: ({ active, over }) =>
      over
        ? `${from(String(active.id))}, dropped on ${printDay(String(over.id))}.`
        : `${from(String(active.id))}, put back.`,
    onDragCancel: ({ active }) => `${from(String(active.id))}, put back.`,
  };
}
