import type { GivenDay, Rider } from '@uphill/api';
import { mondayOf, optionalDay, plus, reckon, reserveShare } from '@uphill/core/season';
import { nameFor, sessionNumbers } from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { daysApi } from '../../../shared/api/days.ts';
import { givenApi } from '../../../shared/api/given.ts';
import { seasonApi } from '../../../shared/api/season.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { ProblemNote } from '../../../ui/messages.tsx';

/** What the rider may choose from today: an optional hard day or Endurance, or one of some equals. */
export function Choice({ rider, day }: { rider: Rider; day: GivenDay }) {
  const [take] = givenApi.useTakeOfferMutation();
  const { act, problem } = useAct();
  const numbers = useRiderNumbers(rider, day.date);
  const proposed = useProposed(rider.id, day);
  if (day.offers.length < 2 || day.state !== 'planned' || day.given.behind) return null;
  return (
    <section className="sheet mb-3" aria-label="Your choice">
      <h2>{day.optional ? 'Optional today: your choice' : 'Your choice today'}</h2>
      {proposed && (
        <p>
          {proposed.proposed === 'hard' ? 'The hard one is proposed' : 'Endurance is proposed'}:{' '}
          {proposed.why}.
        </p>
      )}
      <ul className="plain-list">
        {day.offers.map((plan, index) => {
          const asks = sessionNumbers(plan, numbers);
          const taken = (day.taken ?? 0) === index;
          return (
            <li key={plan.name} className="entry-line">
              <span>
                <strong>{nameFor(plan, numbers)}</strong>
                <span className="soft">
                  {' '}
                  {printDuration(asks.totalS.value)} · load {roundHalfUp(asks.load.value)}
                </span>
              </span>{' '}
              <Button
                variant={taken ? 'primary' : 'outline-secondary'}
                aria-pressed={taken}
                onClick={() =>
                  void act(
                    () => take({ id: day.id, given: day.given.at, take: index }),
                    `${nameFor(plan, numbers)} it is.`,
                  )
                }
              >
                {taken ? 'Chosen' : 'Choose'}
                <span className="visually-hidden"> {nameFor(plan, numbers)}</span>
              </Button>
            </li>
          );
        })}
      </ul>
      <ProblemNote problem={problem} />
    </section>
  );
}

/** Which of the two an optional day proposes: by yesterday's effort, and by this morning's reserve. */
function useProposed(riderId: string, { date, optional }: GivenDay) {
  const yesterday = plus(date, -1);
  const skip = !optional;
  const { data: days } = daysApi.useDaysQuery(
    { riderId, from: yesterday, to: yesterday },
    { skip },
  );
  const monday = mondayOf(date);
  const { data: season } = seasonApi.useSeasonQuery(
    { riderId, from: plus(monday, -70), to: plus(monday, 20) },
    { skip },
  );
  return useMemo(() => {
    if (!days || !season) return null;
    const efforts = days.flatMap(({ rpe }) => (rpe === null ? [] : [rpe]));
    const found = reckon(season).days.find(({ day }) => day.date === date);
    return optionalDay(
      efforts.length === 0 ? null : Math.max(...efforts),
      found ? reserveShare(found.reserve, found.before.base) : null,
    );
  }, [days, season, date]);
}
