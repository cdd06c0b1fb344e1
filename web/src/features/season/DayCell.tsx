import type { Rider, SeasonWork } from '@uphill/api';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { canChange, type DayReckoned } from '@uphill/core/season';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { type KeyboardEvent, memo } from 'react';
import { useNavigate } from 'react-router';
import { mondayOf } from '@uphill/core/season';
import { printDay, today } from '../../shared/dates.ts';
import { SeasonRoad } from './SeasonRoad.tsx';
import type { Carrying } from './useCarrying.ts';

interface Props {
  readonly rider: Rider;
  readonly day: DayReckoned;
  readonly works: readonly SeasonWork[];
  readonly ftpW: number | null;
  readonly goal: string | null;
  readonly show: (date: string) => void;
  readonly carrying: Carrying;
}

/** A day of the season: what stands on it with its road and load, asked in pine, in vermilion once it is ridden. */
export const DayCell = memo(function DayCell(props: Props) {
  const { rider, day, works, ftpW, goal, show, carrying } = props;
  const { date } = day.day;
  const { setNodeRef, isOver } = useDroppable({ id: date });
  const navigate = useNavigate();
  const keys = useCellKeys(date, carrying, show, () => {
    void navigate(`/riders/${rider.id}/season/${mondayOf(date)}`);
  });
  const held = carrying.lifted?.to === date;
  const className = [
    'day-cell',
    date === today() ? 'day-cell-today' : '',
    works.length === 0 ? 'day-cell-empty' : '',
    isOver || held ? 'day-cell-over' : '',
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <div ref={setNodeRef} className={className}>
      <button
        type="button"
        className="day-cell-focus"
        data-date={date}
        tabIndex={date === today() ? 0 : -1}
        aria-label={`${printDay(date)}: ${wordsOf(day, works, goal)}`}
        onFocus={() => show(date)}
        onPointerEnter={() => show(date)}
        onKeyDown={keys}
        onClick={() => void navigate(`/riders/${rider.id}/season/${mondayOf(date)}`)}
      />
      {goal && <span className="day-goal">{goal}</span>}
      {works.length === 0 && !goal && (
        <span className="soft small">{(day.day as { away?: string | null }).away ?? 'rest'}</span>
      )}
      {works.map((work) => (
        <Work
          key={work.id}
          work={work}
          ftpW={ftpW}
          chosen={carrying.chosen.has(work.id)}
          choose={() => carrying.choose(work.id)}
          open={() => void navigate(addressOf(rider.id, work, date))}
        />
      ))}
    </div>
  );
});

function wordsOf(day: DayReckoned, works: readonly SeasonWork[], goal: string | null): string {
  const named = works.map(({ name, ridden }) => (ridden ? `${name}, ridden` : name));
  if (goal) named.unshift(`goal ${goal}`);
  return `${named.length === 0 ? 'rest' : named.join(', ')}, load ${roundHalfUp(day.load.load)}`;
}

function Work({
  work,
  ftpW,
  chosen,
  choose,
  open,
}: {
  readonly work: SeasonWork;
  readonly ftpW: number | null;
  readonly chosen: boolean;
  readonly choose: () => void;
  readonly open: () => void;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: work.id,
    disabled: work.version === 0 || !canChange(work),
  });
  const dragged = transform && { transform: `translate(${transform.x}px, ${transform.y}px)` };
  return (
    <span
      ref={setNodeRef}
      className={classOf(work, chosen, isDragging)}
      style={dragged ?? undefined}
      title={work.name}
      {...listeners}
      onClick={({ shiftKey }) => (shiftKey ? choose() : open())}
    >
      <span className="day-work-name">
        {/^\d/.test(work.name) && work.planned?.endurance ? 'Endurance' : work.name}
        {work.key && ' ·'}
      </span>
      <span className="day-work-load">
        {work.ridden?.atLeast && <span title="at least">≥ </span>}
        {roundHalfUp(loadOf(work))}
      </span>
      <span className="day-work-time">{timeOf(work)}</span>
      <SeasonRoad road={work.road} shape={work.shape} ftpW={ftpW} />
    </span>
  );
}

/** A day of the coach's, the ride that was nobody's plan, or the week where it is neither. */
function addressOf(riderId: string, work: SeasonWork, date: string): string {
  if (work.version > 0) return `/riders/${riderId}/days/${work.id}`;
  return work.rideId === null
    ? `/riders/${riderId}/season/${mondayOf(date)}`
    : `/riders/${riderId}/rides/${work.rideId}`;
}

function isMissed({ state, ridden }: SeasonWork): boolean {
  return state === 'missed' && ridden === null;
}

function loadOf(work: SeasonWork): number {
  if (isMissed(work)) return 0;
  return work.ridden?.load ?? work.planned?.load ?? 0;
}

function timeOf(work: SeasonWork): string {
  if (isMissed(work)) return work.reason ? `missed, ${work.reason}` : 'missed';
  return printDuration(Math.round(work.ridden?.minutes ?? work.planned?.minutes ?? 0) * 60);
}

function classOf(work: SeasonWork, chosen: boolean, dragged: boolean): string {
  const unseen = work.handed === 'no' && !work.ridden && work.version > 0;
  const words: readonly (readonly [string, boolean])[] = [
    ['ridden', work.ridden !== null],
    ['missed', isMissed(work)],
    ['chosen', chosen],
    ['dragged', dragged],
    ['draft', unseen],
  ];
  const more = words.filter(([, holds]) => holds).map(([word]) => ` day-work-${word}`);
  return `day-work${more.join('')}`;
}

const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  ArrowUp: -7,
  ArrowDown: 7,
};

/** Arrows go from day to day; Space lifts and drops, with arrows carrying in between. */
function useCellKeys(
  date: string,
  carrying: Carrying,
  show: (date: string) => void,
  open: () => void,
) {
  return (event: KeyboardEvent<HTMLButtonElement>): void => {
    const step = STEPS[event.key];
    if (step !== undefined) {
      const next = besideOf(event.currentTarget, step);
      if (!next) return;
      event.preventDefault();
      carrying.hold(next.dataset['date'] ?? date);
      next.focus();
      return;
    }
    if (event.key === ' ') {
      event.preventDefault();
      if (event.shiftKey) carrying.chooseDay(date);
      else if (carrying.lifted) carrying.put(false);
      else carrying.lift(date);
    } else if (event.key.toLowerCase() === 'c' && carrying.lifted) carrying.put(true);
    else if (event.key === 'Escape' && carrying.lifted) carrying.back();
    else if (event.key === 'Enter') {
      event.preventDefault();
      if (carrying.lifted) carrying.put(false);
      else open();
    } else return;
    show(date);
  };
}

function besideOf(from: HTMLElement, step: number): HTMLElement | null {
  const cells = [
    ...(from.closest('.season-weeks')?.querySelectorAll<HTMLElement>('.day-cell-focus') ?? []),
  ];
  return cells[cells.indexOf(from) + step] ?? null;
}
