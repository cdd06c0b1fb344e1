import type { Day, Rider, StoredWeek } from '@uphill/api';
import {
  daysFrom,
  mondayOf,
  ownPointsPerHour,
  planWeek,
  plus,
  type Reckoned,
  saySunday,
  weekdayOf,
} from '@uphill/core/season';
import { isDay, roundHalfUp, roundTo } from '@uphill/core/units';
import { memo, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { seasonApi } from '../../../shared/api/season.ts';
import { daysApi } from '../../../shared/api/days.ts';
import { printDate, today } from '../../../shared/dates.ts';
import { handedWords } from '../../../shared/handedWords.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useResting } from '../../../shared/useResting.ts';
import { Figure } from '../../../ui/Figure.tsx';
import { Heading } from '../../../ui/Heading.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../../ui/messages.tsx';
import { Stone } from '../../../ui/Stone.tsx';
import { WithRider } from '../../../ui/WithRider.tsx';
import { HoursAsked } from '../HoursAsked.tsx';
import { Morning } from '../Morning.tsx';
import { SeasonChart } from '../SeasonChart.tsx';
import { SpacingPanel } from '../SpacingPanel.tsx';
import { useSeason, WEEKS_BEHIND } from '../useSeason.ts';
import { AddWork } from './AddWork.tsx';
import { Bars } from './Bars.tsx';
import { Briefing } from './Briefing.tsx';
import { ComesTo } from './ComesTo.tsx';
import { CopyWeek } from './CopyWeek.tsx';
import { FillPanel } from './FillPanel.tsx';
import { HardDays } from './HardDays.tsx';
import { WeekKindForm } from './WeekKindForm.tsx';
import { WEEK_WORDS } from '../weekWords.ts';

/** The week planner: hard days by their ladders, endurance until the goal is met, spacing, briefing, handing over. */
export function WeekPage() {
  const { monday = '' } = useParams();
  return (
    <WithRider>
      {(rider) =>
        isDay(monday) && weekdayOf(monday) === 0 ? (
          <Week key={monday} rider={rider} monday={monday} />
        ) : (
          <NoSuchWeek rider={rider} />
        )
      }
    </WithRider>
  );
}

function NoSuchWeek({ rider }: { rider: Rider }) {
  return (
    <>
      <Heading>No such week</Heading>
      <Empty title="A week is named by its Monday, within two years of today.">
        <Link className="btn btn-primary" to={`/riders/${rider.id}/season/${mondayOf(today())}`}>
          Go to this week
        </Link>
      </Empty>
    </>
  );
}

function Week({ rider, monday }: { rider: Rider; monday: string }) {
  const behind = Math.max(WEEKS_BEHIND, Math.ceil(daysFrom(monday, mondayOf(today())) / 7) + 9);
  const inHand = useSeason(rider, behind);
  const { season, data, error, problem, commit } = inHand;
  const plan = useMemo(() => season && planWeek(season, monday), [season, monday]);
  // What is dragged moves at once with every number; chart, ladders, fills and fixes follow once the hand rests.
  const resting = useResting(season, inHand.trying);
  const restingPlan = useMemo(() => resting && planWeek(resting, monday), [resting, monday]);
  const { data: days } = daysApi.useDaysQuery({
    riderId: rider.id,
    from: monday,
    to: plus(monday, 6),
  });
  const barred = inTheWay(error, season ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!season || !resting || !data || !days) return <Loading />;
  if (!plan || !restingPlan) return <NoSuchWeek rider={rider} />;
  const over = plus(monday, 6) < today();
  const stored = data.weeks.find((week) => week.monday === monday) ?? null;
  const common = { rider, monday, inHand, season, plan };
  const later = { ...common, season: resting, plan: restingPlan };
  return (
    <>
      <WeekTitle {...{ rider, monday, stored, over, days }} goal={data.goal} />
      <ProblemNote problem={problem} />
      {rider.availability === null && <HoursAsked rider={rider} />}
      <div className="columns columns-top">
        <div className="week-steps">
          <HardDays {...later} days={days} />
          <section className="sheet" aria-labelledby="fill-title">
            <div className="week-step-title">
              <h2 id="fill-title">2 · Fill with endurance</h2>
              <span className="soft">
                dashed: hours {firstName(rider.name)} has; drag a top edge, or ↑ ↓; steps of 15 min
              </span>
            </div>
            <PointsAnHour season={resting} />
            <Bars {...common} />
            {!over && <AddWork monday={monday} inHand={inHand} />}
            {!over && (
              <FillPanel monday={monday} inHand={inHand} season={resting} plan={restingPlan} />
            )}
          </section>
          <ComesTo {...common} stored={stored} />
          <WeekKindForm rider={rider} monday={monday} stored={stored} said={plan.week.said} />
        </div>
        <div className="week-beside">
          <section className="sheet" aria-labelledby="base-title">
            <h2 id="base-title">{data.goal ? 'Base, to the goal' : 'Base'}</h2>
            <SeasonChart season={resting} />
            <Morning season={season} />
            {saySunday(plan) && <p className="want mb-0">{saySunday(plan)}</p>}
            {plan.flags.map(({ id, says }) => (
              <p key={id} className="mb-0">
                {says}
              </p>
            ))}
          </section>
          <SpacingPanel
            rows={plan.spacing}
            resting={resting}
            monday={monday}
            fix={({ says, changes }) => void commit('fixed', changes, `${says}.`)}
          />
          <Briefing {...later} stored={stored} />
        </div>
      </div>
    </>
  );
}

/** What an hour of Endurance counts in a plan, and what this rider makes of it. */
const PointsAnHour = memo(function PointsAnHour({ season }: { season: Reckoned }) {
  const { input } = season;
  const own = useMemo(() => ownPointsPerHour(input), [input]);
  return (
    <p className="soft small mb-0">
      An hour of Endurance counts {roundTo(input.pointsPerHour, 1)} points
      {own && (
        <>
          ; {input.rider.firstName} rides them at{' '}
          <Figure working={own} label="Own points an hour of Endurance">
            {String(roundHalfUp(own.value))}
          </Figure>{' '}
          an hour
        </>
      )}
      .
    </p>
  );
});

interface TitleProps {
  readonly rider: Rider;
  readonly monday: string;
  readonly stored: StoredWeek | null;
  readonly goal: { readonly name: string; readonly date: string } | null;
  readonly over: boolean;
  readonly days: readonly Day[];
}

const WeekTitle = memo(function WeekTitle(props: TitleProps) {
  const { rider, monday, stored, goal, over, days } = props;
  const weeks = goal ? Math.floor(daysFrom(monday, goal.date) / 7) : null;
  const at = (other: string): string => `/riders/${rider.id}/season/${other}`;
  const words = [
    WEEK_WORDS[stored?.kind ?? 'load'],
    stored?.period === 'base' ? 'base period' : null,
    goal && weeks !== null && weeks >= 0 ? `${weeks} weeks to ${goal.name}` : null,
    monday === mondayOf(today()) ? 'this week' : null,
  ].filter((each) => each !== null);
  return (
    <div className="title-row">
      {weeks !== null && weeks >= 0 && <Stone small>{weeks}</Stone>}
      <Heading>Week of {printDate(monday)}</Heading>
      <span className="soft">{words.join(' · ')}</span>
      <span className="ms-auto d-flex flex-wrap gap-2">
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/season`}>
          Season
        </Link>
        <Link className="btn btn-outline-secondary" to={at(plus(monday, -7))}>
          Week before
        </Link>
        <Link className="btn btn-outline-secondary" to={at(plus(monday, 7))}>
          Week after
        </Link>
        <CopyWeek rider={rider} monday={monday} days={days} />
        {!over && <HandOverWeek rider={rider} monday={monday} />}
      </span>
    </div>
  );
});

function HandOverWeek({ rider, monday }: { rider: Rider; monday: string }) {
  const [handOver] = seasonApi.useHandOverMutation();
  const { act, problem } = useAct();
  const [left, setLeft] = useState<readonly string[]>([]);
  const hand = async (): Promise<void> => {
    const first = monday < today() ? today() : monday;
    const answer = await act(
      () => handOver({ riderId: rider.id, from: first, to: plus(monday, 6) }),
      (result) => handedWords(rider, result),
    );
    setLeft((answer?.left ?? []).map(({ name, reason }) => `${name}: ${reason}`));
  };
  return (
    <>
      <Button onClick={() => void hand()}>Hand over the week</Button>
      <ProblemNote problem={problem} />
      {left.length > 0 && <p className="want mb-0">Left out. {left.join(' ')}</p>}
    </>
  );
}
