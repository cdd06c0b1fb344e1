import type { Rider, SeasonWork } from '@uphill/api';
import { afterMissed, daysFrom, findWork, type Reckoned, whatIsSkipped } from '@uphill/core/season';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { Heading } from '../../../ui/Heading.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { WithRider } from '../../../ui/WithRider.tsx';
import { useSeason } from '../useSeason.ts';
import { Hurt } from './Hurt.tsx';
import { Offers } from './Offers.tsx';
import type { PartProps } from './part.ts';
import { Pause } from './Pause.tsx';

/** After a week that did not go as planned: ways to go on, side by side, each with what it does to the goal. */
export function ReplanPage() {
  return <WithRider>{(rider) => <ReplanOf rider={rider} />}</WithRider>;
}

/** So far back a missed session may still be answered, days. */
const LOOKED_BACK = 7;

function ReplanOf({ rider }: { rider: Rider }) {
  const inHand = useSeason(rider);
  const { season, error, problem } = inHand;
  const [query] = useSearchParams();
  const barred = inTheWay(error, season ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!season) return <Loading />;
  return (
    <>
      <div className="title-row">
        <Heading>What now?</Heading>
        <span className="soft">
          what did not go as planned is not chased: each way with its effect on the goal
        </span>
        <Link className="btn btn-outline-secondary ms-auto" to={`/riders/${rider.id}/season`}>
          Season
        </Link>
      </div>
      <ProblemNote problem={problem} />
      <Missed {...{ rider, season, inHand }} asked={query.get('day')} />
      <Pause {...{ rider, season, inHand }} />
      <Hurt {...{ rider, season, inHand }} />
      <Skips season={season} />
    </>
  );
}

/** Missed sessions of the last week, and the one that was asked about. */
function Missed({ rider, season, inHand, asked }: PartProps & { readonly asked: string | null }) {
  const missed = useMemo(() => missedIn(season, asked), [season, asked]);
  if (missed.length === 0)
    return (
      <section className="sheet mb-3" aria-label="Missed sessions">
        <p className="mb-0">No session of the last seven days is marked missed.</p>
      </section>
    );
  return missed.map(({ work, date }) => (
    <section key={work.id} className="sheet mb-3" aria-label={`${work.name}, missed`}>
      <h2>
        {work.name} on {printDay(date)} was missed{' '}
        <span className="soft small">{work.reason ?? 'no reason given'}</span>
      </h2>
      <MissedOffers {...{ rider, season, inHand, work }} />
    </section>
  ));
}

function MissedOffers({ rider, season, inHand, work }: PartProps & { readonly work: SeasonWork }) {
  const offers = useMemo(() => afterMissed(season, work.id, `again:${work.id}`), [season, work.id]);
  return <Offers {...{ rider, season, inHand, offers }} />;
}

function missedIn(
  season: Reckoned,
  asked: string | null,
): { readonly work: SeasonWork; readonly date: string }[] {
  const recent = season.input.days
    .filter(({ date }) => date <= today() && daysFrom(date, today()) <= LOOKED_BACK)
    .flatMap(({ date, works }) =>
      works
        .filter((work) => work.state === 'missed' && work.ridden === null)
        .map((work) => ({ work: work as SeasonWork, date })),
    )
    .reverse();
  const found = asked === null ? null : findWork(season, asked);
  if (!found || recent.some(({ work }) => work.id === asked)) return recent;
  return [{ work: found.work as SeasonWork, date: found.day.date }, ...recent];
}

function Skips({ season }: { season: Reckoned }) {
  const says = useMemo(() => whatIsSkipped(season)?.says ?? null, [season]);
  return says && <p className="want">{says}</p>;
}
