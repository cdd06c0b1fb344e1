import type { Rider, Season } from '@uphill/api';
import {
  daysFrom,
  mondayOf,
  type Outcome,
  planWeek,
  plus,
  type Reckoned,
  spacingOf,
} from '@uphill/core/season';
import { roundHalfUp, plural } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { printDate, printDay, today } from '../../shared/dates.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Figure } from '../../ui/Figure.tsx';
import { Heading } from '../../ui/Heading.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { WithRider } from '../../ui/WithRider.tsx';
import { BlockReviews } from './BlockReviews.tsx';
import { Blocks } from './Blocks.tsx';
import { DayFigures } from './DayFigures.tsx';
import { GoalLadder } from './GoalLadder.tsx';
import { HoursAsked } from './HoursAsked.tsx';
import { IfThingsGoWrong } from './IfThingsGoWrong.tsx';
import { Morning } from './Morning.tsx';
import { OtherHours } from './OtherHours.tsx';
import { SeasonChart } from './SeasonChart.tsx';
import { SeasonGoals } from './SeasonGoals.tsx';
import { SeasonRules } from './SeasonRules.tsx';
import { SeasonTable } from './SeasonTable.tsx';
import { sentenceOf } from './SpacingPanel.tsx';
import { newShown } from './shown.ts';
import { Totals } from './Totals.tsx';
import { useOtherSeason } from './useOtherSeason.ts';
import { useSeason, WEEKS_BEHIND } from './useSeason.ts';

/** Earlier weeks that are unfolded reach back fourteen months. */
const ALL_BEHIND = 61;

/** A rider's season: weeks as rows, days as cells, its load and what it does to the morning of the goal. */
export function SeasonPage() {
  return <WithRider>{(rider) => <SeasonOf rider={rider} />}</WithRider>;
}

function SeasonOf({ rider }: { rider: Rider }) {
  const [unfolded, setUnfolded] = useState(false);
  const inHand = useSeason(rider, unfolded ? ALL_BEHIND : WEEKS_BEHIND);
  const { season, data, error, problem } = inHand;
  const { ftpW } = useRiderNumbers(rider, today());
  const [shown] = useState(() => newShown(today()));
  // Runs of a plan say nothing of another one.
  const [runs, setRuns] = useState<{ readonly of: Season; readonly outcome: Outcome } | null>(null);
  const other = useOtherSeason(rider, season);
  const barred = inTheWay(error, season ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!season || !data) return <Loading />;
  const { goal } = data;
  return (
    <>
      <Head {...{ rider, goal, unfolded }} unfold={() => setUnfolded(!unfolded)} />
      <ProblemNote problem={problem} />
      {rider.availability === null && <HoursAsked rider={rider} />}
      <NothingLaidOut rider={rider} season={season} />
      <Totals season={season} blocks={data.blocks} />
      <div className="columns columns-top">
        <SeasonTable
          {...{ rider, inHand, season, ftpW, unfolded, show: shown.set, goal }}
          goals={data.goals}
          blocks={data.blocks}
        />
        <div className="week-beside">
          <ThisWeek rider={rider} season={season} />
          <section className="sheet" aria-labelledby="season-chart-title">
            <h2 id="season-chart-title">Base, recent, reserve</h2>
            <SeasonChart
              season={season}
              outcome={runs?.of === data ? runs.outcome : null}
              under={other.under}
            />
            <SelectField
              label="Another season under it"
              options={other.choices}
              value={other.chosen}
              choose={other.setChosen}
            />
            <Morning season={season} />
          </section>
          <SeasonGoals rider={rider} />
          <Blocks rider={rider} blocks={data.blocks} />
          <BlockReviews rider={rider} blocks={data.blocks} />
          <DayFigures season={season} shown={shown} />
          <IfThingsGoWrong
            key={data.state}
            season={data}
            show={(outcome) => setRuns({ of: data, outcome })}
          />
          <GoalLadder rider={rider} />
          <WholeSpacing rider={rider} season={season} />
          <OtherHours rider={rider} away={data.away} />
          <SeasonRules rider={rider} settings={data.rider.settings} typedBase={data.typedBase} />
        </div>
      </div>
    </>
  );
}

interface HeadProps {
  readonly rider: Rider;
  readonly goal: Season['goal'];
  readonly unfolded: boolean;
  readonly unfold: () => void;
}

/** What it leads to, how far that is, and the ways on. */
function Head({ rider, goal, unfolded, unfold }: HeadProps) {
  const weeks = goal ? Math.max(0, Math.floor(daysFrom(mondayOf(today()), goal.date) / 7)) : null;
  return (
    <div className="title-row">
      <Heading>{goal ? `Season to the ${goal.name}` : 'Season'}</Heading>
      {goal && (
        <span className="soft">
          {printDay(goal.date)}
          {weeks !== null && ` · ${plural(weeks, 'week')}`}
        </span>
      )}
      <span className="ms-auto d-flex gap-2">
        <Button variant="outline-secondary" aria-expanded={unfolded} onClick={unfold}>
          {unfolded ? 'Fold the weeks behind' : 'Weeks behind'}
        </Button>
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/season/now`}>
          What now?
        </Link>
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/season/layout`}>
          Lay out
        </Link>
        <Link
          className="btn btn-primary"
          to={`/riders/${rider.id}/season/${plus(mondayOf(today()), 7)}`}
        >
          Plan the coming week
        </Link>
      </span>
    </div>
  );
}

/** Where nothing stands after this week, the way to a whole season. */
function NothingLaidOut({ rider, season }: { rider: Rider; season: Reckoned }) {
  const ahead = season.weeks.some(
    ({ said, at }) => said.monday > mondayOf(today()) && isPlanned(season, at),
  );
  if (ahead) return null;
  return (
    <section className="sheet mb-3" aria-label="Nothing is laid out">
      <p className="mb-2">
        Nothing is laid out after this week. A template and a goal give a whole season, shown before
        you accept it.
      </p>
      <Link className="btn btn-primary" to={`/riders/${rider.id}/season/layout`}>
        Lay out the season
      </Link>
    </section>
  );
}

/** The week today lies in, or the coming one on a Sunday: its goal, what is planned, what is left to place. */
function ThisWeek({ rider, season }: { rider: Rider; season: Reckoned }) {
  const monday = mondayOf(today());
  const plan = useMemo(() => planWeek(season, monday), [season, monday]);
  if (!plan) return null;
  return (
    <section className="sheet" aria-labelledby="this-week-title">
      <h2 id="this-week-title">This week</h2>
      <dl className="week-facts">
        <dt>Goal</dt>
        <dd>
          {plan.week.goal ? (
            <Figure working={plan.week.goal} label="The week’s goal">
              {String(roundHalfUp(plan.week.goal.value))}
            </Figure>
          ) : (
            'none'
          )}
        </dd>
        <dt>It comes to</dt>
        <dd>{plan.comesTo}</dd>
      </dl>
      <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/season/${monday}`}>
        Plan this week
      </Link>
    </section>
  );
}

/** Weeks in which nothing but what comes back every week stands have no spacing of their own yet. */
function isPlanned({ days }: Reckoned, at: number): boolean {
  return days.slice(at, at + 7).some(({ works }) => works.some(({ fixture }) => !fixture));
}

/** Every rule that is broken from this week on, each with the way to its week. */
function WholeSpacing({ rider, season }: { rider: Rider; season: Reckoned }) {
  const broken = useMemo(
    () =>
      season.weeks
        .filter(({ said, at }) => said.monday >= mondayOf(today()) && isPlanned(season, at))
        .flatMap((week) => spacingOf(season, week).filter(({ holds }) => holds === null)),
    [season],
  );
  return (
    <section className="sheet" aria-labelledby="whole-spacing-title">
      <h2 id="whole-spacing-title">Spacing</h2>
      {broken.length === 0 ? (
        <p className="mb-0">Every rule holds in the weeks that are planned.</p>
      ) : (
        <ul className="spacing">
          {broken.map((row) => (
            <li key={`${row.rule} ${row.monday}`}>
              <Link to={`/riders/${rider.id}/season/${row.monday}`}>
                Week of {printDate(row.monday)}
              </Link>
              : <strong>{row.name}.</strong> {sentenceOf(row)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
