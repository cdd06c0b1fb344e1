import { type Day, planChangesOf, type PlanChange, type Rider } from '@uphill/api';
import {
  brokenWords,
  type Offer,
  type Offered,
  plus,
  type Reckoned,
  withForecasts,
  weekSaid,
} from '@uphill/core/season';
import { climb, type Climbing } from '@uphill/core/sessions';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { choices } from '../../../shared/choices.ts';
import { today } from '../../../shared/dates.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import type { useSeason } from '../useSeason.ts';
import { sayMorning } from './sayMorning.ts';

interface Props {
  readonly rider: Rider;
  readonly season: Reckoned;
  readonly inHand: ReturnType<typeof useSeason>;
  readonly offers: readonly Offer[];
}

/** What an offer touches lies within so many days. */
const TOUCHED_DAYS = 42;

/** Ways to go on side by side: what each changes, the base and reserve it brings to the goal, the rules it breaks. */
export function Offers({ rider, season, inHand, offers }: Props) {
  const shown = useMemo(() => withForecasts(season, offers), [season, offers]);
  const numbers = useRiderNumbers(rider, today());
  const { data: days } = daysApi.useDaysQuery({
    riderId: rider.id,
    from: today(),
    to: plus(today(), TOUCHED_DAYS),
  });
  const climbing = { rider: numbers, school: rider.ceilingSchool ?? choices().ceilingSchool };
  const navigate = useNavigate();
  const take = async (offer: Offered): Promise<void> => {
    const { data } = inHand;
    if (!data || !days) return;
    // A ride of the stand-ins counts for no load; a day that it belongs to stays as it is all the same.
    const open = days.filter(({ rides }) => rides.every(({ tried }) => tried));
    const ridden = new Set(days.filter((day) => !open.includes(day)).map(({ id }) => id));
    const changes = [
      ...planChangesOf(
        data,
        offer.changes.filter((change) => change.kind === 'copy' || !ridden.has(change.id)),
      ),
      ...climbedOf(offer.easier, -1, open, climbing),
      ...climbedOf(offer.harder, 1, open, climbing),
    ];
    const weeks = offer.weeks.map((week) => ({
      ...weekSaid(week),
      version: data.weeks.find(({ monday }) => monday === week.monday)?.version ?? 0,
    }));
    if (await inHand.send('re-planned', changes, `${offer.says}.`, offer.changes, weeks))
      void navigate(`/riders/${rider.id}/season`);
  };
  return (
    <div className="offers">
      {shown.map((offer, place) => (
        <article key={offer.id} className="offer" aria-label={offer.says}>
          <h3>
            {offer.says}
            {place === 0 && shown.length > 1 && <span className="soft small"> · first choice</span>}
          </h3>
          <p className="mb-1">{offer.why}</p>
          <Effect offer={offer} />
          {changesAnything(offer) ? (
            <Button
              variant={place === 0 ? 'primary' : 'outline-secondary'}
              disabled={!days}
              onClick={() => void take(offer)}
            >
              Do this
            </Button>
          ) : (
            <span className="soft">Nothing changes in the plan.</span>
          )}
        </article>
      ))}
    </div>
  );
}

function changesAnything({ changes, weeks, easier, harder }: Offer): boolean {
  return changes.length + weeks.length + easier.length + harder.length > 0;
}

function Effect({ offer: { morning, broken } }: { offer: Offered }) {
  return (
    <p className="mb-2 small">
      {morning ? `Goal’s morning: ${sayMorning(morning)}` : 'No goal to forecast to'}
      {broken.length > 0 && <span className="want ms-2">{brokenWords(broken)}</span>}
    </p>
  );
}

/** Each of the sessions one rung down its ladder, or up, where it has one. */
function climbedOf(
  ids: readonly string[],
  by: 1 | -1,
  days: readonly Day[],
  climbing: Climbing,
): PlanChange[] {
  return days
    .filter(({ id }) => ids.includes(id))
    .flatMap(({ id, version, plan }): PlanChange[] => {
      const next = climb(plan, by, climbing);
      return next.ok ? [{ kind: 'plan', id, version, plan: next.value.plan }] : [];
    });
}
