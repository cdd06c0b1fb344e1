import type { Day, Rider, SeasonWork } from '@uphill/api';
import {
  DAY_NAMES,
  canChange,
  familyDays,
  isHard,
  loadOfWork,
  minutesOfWork,
  mondayOf,
  nextRung,
  plus,
  type Reckoned,
  rungFor,
  type WeekPlan,
} from '@uphill/core/season';
import {
  BOOK,
  climb,
  type Climbing,
  nameFor,
  nameFromSets,
  type Plan,
  planOfRung,
  rungsOf,
  sessionVerdict,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { memo, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { today } from '../../../shared/dates.ts';
import { useKey } from '../../../shared/keys/useKey.ts';
import { newId } from '../../../shared/newId.ts';
import { useClimbing } from '../../../shared/useClimbing.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { Verdict } from '../../../ui/Verdict.tsx';
import type { SeasonInHand } from '../useSeason.ts';
import { Offers } from './Offers.tsx';

/** So many rungs stand on either side of the one that is planned. */
const BESIDE = 2;

interface Props {
  readonly rider: Rider;
  readonly monday: string;
  readonly inHand: SeasonInHand;
  readonly season: Reckoned;
  readonly plan: WeekPlan;
  readonly days: readonly Day[];
}

/** The hard days of the week, each on its ladder, and the days that still wait for one. */
export const HardDays = memo(function HardDays(props: Props) {
  const { rider, monday, inHand, season, plan, days } = props;
  const week = season.days.slice(plan.week.at, plan.week.at + 7);
  const all = week.flatMap(({ works }, index) =>
    (works as readonly SeasonWork[]).filter(isHard).map((work) => ({ work, index })),
  );
  const hard = all.filter(({ work }) => work.kind === 'session');
  // A group ride, a race, a test: hard as they are, without a ladder.
  const others = all.filter(({ work }) => work.kind !== 'session');
  const [chosen, setChosen] = useState<string | null>(null);
  const focused = chosen ?? hard[0]?.work.id ?? null;
  const waiting = plan.hardDays.filter(
    (day) => plus(monday, day) >= today() && !week[day]?.works.some(isHard),
  );
  const wanted = Math.max(
    0,
    season.input.rider.hardDays - week.filter(({ word }) => word === 'hard').length,
  );
  return (
    <section className="sheet" aria-labelledby="hard-title">
      <div className="week-step-title">
        <h2 id="hard-title">1 · The hard days</h2>
        <span className="soft">
          usually {season.input.rider.hardDays};{' '}
          {plan.hardDays.map((day) => DAY_NAMES[day]).join(' and ')} lie best
        </span>
      </div>
      <div className="hard-days">
        {hard.map(({ work, index }) => {
          const day = days.find(({ id }) => id === work.id);
          return (
            day && (
              <HardDay
                key={work.id}
                {...{ rider, day, work, season, inHand }}
                dayName={DAY_NAMES[index] as string}
                isKey={plan.key?.id === work.id}
                focused={focused === work.id}
                focus={() => setChosen(work.id)}
              />
            )
          );
        })}
        {waiting.slice(0, wanted).map((day) => (
          <NewHardDay
            key={day}
            {...{ rider, inHand, season }}
            date={plus(monday, day)}
            dayName={DAY_NAMES[day] as string}
          />
        ))}
        {others.map(({ work, index }) => (
          <article
            key={work.id}
            className="hard-day"
            aria-label={`${DAY_NAMES[index]}: ${work.name}`}
          >
            <p className="mb-0">
              <strong>{DAY_NAMES[index]}</strong> {work.name}{' '}
              <span className="soft">
                {printDuration(Math.round(minutesOfWork(work)) * 60)} · load{' '}
                {roundHalfUp(loadOfWork(work, false).load)} · hard as it is
              </span>
            </p>
          </article>
        ))}
        {all.length === 0 && wanted === 0 && <p className="soft mb-0">No hard day this week.</p>}
      </div>
    </section>
  );
});

interface HardDayProps {
  readonly rider: Rider;
  readonly day: Day;
  readonly work: SeasonWork;
  readonly dayName: string;
  readonly isKey: boolean;
  readonly season: Reckoned;
  readonly inHand: SeasonInHand;
  readonly focused: boolean;
  readonly focus: () => void;
}

function HardDay(props: HardDayProps) {
  const { rider, day, work, dayName, isKey, season, inHand, focused, focus } = props;
  const numbers = useRiderNumbers(rider, day.date, day);
  const climbing = useClimbing(day.plan, rider, numbers, day.date);
  const verdict = useMemo(() => sessionVerdict(day.plan, numbers), [day.plan, numbers]);
  const rungs = useMemo(() => rungsAround(day.plan, climbing), [day.plan, climbing]);
  const [refusal, setRefusal] = useState<string | null>(null);
  const open = canChange(work) && day.date >= today();
  const take = (plan: Plan, says: string): void => {
    setRefusal(null);
    void inHand.send(
      'changed',
      [{ kind: 'plan', id: day.id, version: work.version, plan }],
      `${dayName}: ${says}.`,
    );
  };
  const move = (by: 1 | -1): void => {
    const moved = climb(day.plan, by, climbing);
    if (moved.ok) take(moved.value.plan, moved.value.says);
    else setRefusal(moved.reason);
  };
  useKey('harderDay', () => move(1), { when: focused && open });
  useKey('easierDay', () => move(-1), { when: focused && open });
  return (
    <article
      className={focused ? 'hard-day hard-day-focused' : 'hard-day'}
      aria-label={`${dayName}: ${work.name}`}
      onFocus={focus}
      onPointerDown={focus}
    >
      <p className="mb-1">
        <strong>{dayName}</strong>{' '}
        <Link to={`/riders/${rider.id}/days/${day.id}/plan`}>{work.name}</Link>{' '}
        <span className="soft">
          {printDuration(Math.round(work.planned?.minutes ?? 0) * 60)} · load{' '}
          {roundHalfUp(work.planned?.load ?? 0)}
          {isKey && ' · key session'}
        </span>
      </p>
      <div className="rung-row" role="group" aria-label={`Rungs for ${dayName}`}>
        {rungs.map(({ plan, name, at }) => (
          <Button
            key={at}
            size="sm"
            variant={at === 0 ? 'primary' : 'outline-secondary'}
            aria-pressed={at === 0}
            disabled={!open || at === 0}
            onClick={() => take(plan, name)}
          >
            {name}
          </Button>
        ))}
      </div>
      {refusal && <p className="want mb-1">{refusal}</p>}
      <Verdict verdict={verdict} difference={null} />
      {open && (
        <div className="rung-row">
          <Offers {...{ day, work, numbers, season, inHand, dayName }} />
          <Button
            size="sm"
            variant="outline-secondary"
            aria-pressed={work.key}
            onClick={() =>
              void inHand.send(
                'changed',
                [{ kind: 'mark', id: day.id, version: work.version, key: !work.key }],
                work.key ? 'The key session follows the plan.' : `${dayName} is the key session.`,
              )
            }
          >
            {work.key ? 'Key session, by hand' : 'Make it the key session'}
          </Button>
        </div>
      )}
    </article>
  );
}

interface Rung {
  readonly plan: Plan;
  /** Its set: "4 × 8:00". */
  readonly name: string;
  /** Rungs from the one that is planned; 0 is it. */
  readonly at: number;
}

/** The rungs on either side of a session, each by its set; never as a level or a score. */
function rungsAround(plan: Plan, climbing: Climbing): Rung[] {
  const nameOf = (each: Plan): string =>
    nameFor({ ...each, nameFollows: true, name: nameFromSets(each) }, climbing.rider);
  const go = (by: 1 | -1): Rung[] => {
    const rungs: Rung[] = [];
    let from = plan;
    while (rungs.length < BESIDE) {
      const next = climb(from, by, climbing);
      if (!next.ok) break;
      from = next.value.plan;
      rungs.push({ plan: from, name: nameOf(from), at: by * (rungs.length + 1) });
    }
    return rungs;
  };
  const rungs = [...go(-1).reverse(), { plan, name: nameOf(plan), at: 0 }, ...go(1)];
  // By the set alone, as long as that tells them apart.
  const sets = rungs.map(({ name }) => name.replace(/ at .*$/, ''));
  return new Set(sets).size === rungs.length
    ? rungs.map((rung, index) => ({ ...rung, name: sets[index] as string }))
    : rungs;
}

/** Families that make a day hard, by the system they train. */
const FAMILIES = BOOK.filter(
  ({ system, sport }) =>
    sport === undefined && (system === 'threshold' || system === 'ceiling' || system === 'tempo'),
);

function NewHardDay({
  rider,
  inHand,
  season,
  date,
  dayName,
}: {
  readonly rider: Rider;
  readonly inHand: SeasonInHand;
  readonly season: Reckoned;
  readonly date: string;
  readonly dayName: string;
}) {
  const [family, setFamily] = useState(FAMILIES[0]?.id ?? '');
  const proposed = useProposed({ rider, season, family, date });
  return (
    <article className="hard-day" aria-label={`${dayName}: no session yet`}>
      <p className="mb-1">
        <strong>{dayName}</strong> <span className="soft">no session yet</span>
      </p>
      <div className="d-flex flex-wrap gap-2 align-items-end">
        <Form.Select
          className="w-auto"
          aria-label={`Family for ${dayName}`}
          value={family}
          onChange={({ target }) => setFamily(target.value)}
        >
          {FAMILIES.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        {proposed && (
          <Button
            variant="outline-secondary"
            onClick={() =>
              void inHand.send(
                'changed',
                [{ kind: 'place', date, plan: proposed.plan }],
                `${proposed.plan.name} on ${dayName}.`,
              )
            }
          >
            Put {proposed.plan.name} there
          </Button>
        )}
      </div>
      {proposed && (
        <p className="soft mb-0">
          {[proposed.why, proposed.verdict.verdict?.says].filter(Boolean).join(' · ')}
        </p>
      )}
    </article>
  );
}

/** The rung that is proposed of a family: from where the rider was last, as the marks say. */
function useProposed({
  rider,
  season,
  family,
  date,
}: {
  readonly rider: Rider;
  readonly season: Reckoned;
  readonly family: string;
  readonly date: string;
}) {
  const numbers = useRiderNumbers(rider, date);
  const found = FAMILIES.find(({ id }) => id === family);
  const first = useMemo(() => {
    const [rung] = found ? rungsOf(found) : [];
    return rung && planOfRung(rung, newId);
  }, [found]);
  const rides = useMemo(() => familyDays(season, family, date), [season, family, date]);
  const { data: last } = daysApi.useDayQuery(rides[0]?.id ?? '', { skip: rides.length === 0 });
  const climbing = useClimbing(first ?? last?.plan ?? NO_PLAN, rider, numbers, date);
  const monday = mondayOf(date);
  const before = season.weeks.find(({ said }) => said.monday === plus(monday, -7));
  return useMemo(() => {
    if (!first || (rides.length > 0 && !last)) return null;
    const above = found?.system === 'ceiling' || family === 'threshold-higher';
    const proposal = nextRung(rides, above, before?.said.kind === 'easy');
    return { ...rungFor(proposal, last?.plan ?? null, first, climbing), why: proposal.why };
  }, [first, last, rides, found, family, before, climbing]);
}

/** Stands in for a session until one is there. */
const NO_PLAN: Plan = {
  ...{ name: '', nameFollows: true, purpose: '', system: 'threshold', place: 'any', note: '' },
  items: [],
};
