import type { Rider, Season } from '@uphill/api';
import { blockReview, type BlockReview, workedChange } from '@uphill/core/review';
import { goalOn } from '@uphill/core/rider';
import { anotherTemplate, firstMonday, plus, weeksToGoal } from '@uphill/core/season';
import { systemName } from '@uphill/core/sessions';
import { printDuration, printSigned, roundHalfUp } from '@uphill/core/units';
import { Fragment, useMemo } from 'react';
import { Link } from 'react-router';
import { printDate, today } from '../../shared/dates.ts';
import { useTrendRides } from '../../shared/useTrendRides.ts';
import { Figure } from '../../ui/Figure.tsx';

/** Bests of before a block are looked for so far back, days. */
const BACK_DAYS = 90;

/** The blocks that are over: what each trained, and what moved. Handbook section 9.6. */
export function BlockReviews({ rider, blocks }: { rider: Rider; blocks: Season['blocks'] }) {
  const over = useMemo(
    () => blocks.filter(({ from, weeks }) => plus(from, 7 * weeks) <= today()),
    [blocks],
  );
  const [first] = over;
  const { rides, waiting } = useTrendRides(first ? rider.id : null, {
    ...{ from: plus(first?.from ?? today(), -BACK_DAYS), to: today() },
  });
  const reviews = useMemo(
    () =>
      over.map(({ id, block, from, weeks }) => ({
        ...{ id, name: block.name, system: block.system, from },
        review: blockReview(rides ?? [], {
          ...{ from, weeks, family: block.benchmark?.family ?? null },
        }),
      })),
    [rides, over],
  );
  // Judged by all of its rides or not at all.
  if (!rides || waiting > 0 || reviews.length === 0) return null;
  const lastTwo = reviews.slice(-2);
  const twice =
    lastTwo.length === 2 && lastTwo.every(({ review }) => review.says === 'did not move');
  const goal = goalOn(rider.goals, today());
  const other = anotherTemplate(
    lastTwo.flatMap(({ system }) => system ?? []),
    goal && weeksToGoal(firstMonday(today()), goal.date).weeks,
  );
  return (
    <section className="sheet" aria-label="What the blocks did">
      <h2>What the blocks did</h2>
      <ul className="season-goals">
        {reviews.map(({ id, name, from, review }) => (
          <li key={id}>
            {name}, from {printDate(from)}: <strong>{review.says ?? 'nothing to compare'}</strong>
            <Told rider={rider} review={review} />
          </li>
        ))}
      </ul>
      {twice && (
        <p className="mb-0">
          Two blocks running did not move it. Another template asks for something else:{' '}
          <Link to={`/riders/${rider.id}/season/layout?template=${other.id}`}>
            lay out {other.name}
          </Link>
          . {other.says}
        </p>
      )}
    </section>
  );
}

function Told({ rider, review }: { rider: Rider; review: BlockReview }) {
  const { trained, first, last, moves } = review;
  return (
    <span className="small d-block">
      {trained.length > 0 &&
        `Trained: ${trained
          .map(({ system, minutes }) => `${systemName(system)} ${roundHalfUp(minutes)} min`)
          .join(', ')}. `}
      {first && (
        <>
          Benchmark{' '}
          <Link to={`/riders/${rider.id}/rides/${first.rideId}`}>{roundHalfUp(first.mean)} W</Link>
          {last && (
            <>
              {' → '}
              <Link to={`/riders/${rider.id}/rides/${last.rideId}`}>
                {roundHalfUp(last.mean)} W
              </Link>
            </>
          )}
          {'. '}
        </>
      )}
      {moves.length > 0 && 'Curve: '}
      {moves.map((move, place) => (
        <Fragment key={move.seconds}>
          {place > 0 && ', '}
          {printDuration(move.seconds)}{' '}
          <Figure
            label={`Curve at ${printDuration(move.seconds)} over the block`}
            working={workedChange(move, 'W')}
          >
            {`${printSigned(move.percent, 1)} %`}
          </Figure>{' '}
          ({move.worth})
        </Fragment>
      ))}
    </span>
  );
}
