import {
  brokenWords,
  DAY_NAMES,
  type FillOffer,
  fillsOf,
  type Reckoned,
  type WeekPlan,
} from '@uphill/core/season';
import { printDuration } from '@uphill/core/units';
import { memo, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useKey } from '../../../shared/keys/useKey.ts';
import { Figure } from '../../../ui/Figure.tsx';
import type { SeasonInHand } from '../useSeason.ts';

interface Props {
  readonly monday: string;
  readonly inHand: SeasonInHand;
  readonly season: Reckoned;
  readonly plan: WeekPlan;
}

type Way = 'longWeekend' | 'even';
const WAYS = [
  ['longWeekend', 'Long weekend'],
  ['even', 'Even'],
] as const;

/** Both ways of filling the week side by side, each with its steps, what it left out and why; `F` takes the first. */
export const FillPanel = memo(function FillPanel({ monday, inHand, season, plan }: Props) {
  const [refused, setRefused] = useState<readonly string[]>([]);
  const fills = useMemo(() => fillsOf(season, monday, { refused }), [season, monday, refused]);
  const take = (way: Way): void => {
    const offer = fillsOf(season, monday, { refused })?.[way];
    if (offer && offer.changes.length > 0)
      void inHand.commit('filled', offer.changes, `Filled: ${offer.says}`);
  };
  useKey('fill', () => take('longWeekend'));
  if (!fills || plan.aim === null)
    return <p className="soft mb-0">A free week has no goal, so there is nothing to fill.</p>;
  const done = fills.longWeekend.changes.length === 0 && fills.even.changes.length === 0;
  return (
    <div className="fills">
      {done ? (
        <p className="mb-0">Filled as far as it goes. {fills.longWeekend.says}</p>
      ) : (
        WAYS.map(([way, name]) => (
          <Offer
            key={way}
            name={name}
            offer={fills[way]}
            take={() => take(way)}
            isKey={way === 'longWeekend'}
            refuse={(day) =>
              setRefused([...refused, ...'abcd'.split('').map((step) => `${step}${day}`)])
            }
          />
        ))
      )}
      {refused.length > 0 && (
        <Button size="sm" variant="outline-secondary" onClick={() => setRefused([])}>
          Let every day be filled again
        </Button>
      )}
    </div>
  );
});

interface OfferProps {
  readonly name: string;
  readonly offer: FillOffer;
  readonly take: () => void;
  readonly isKey: boolean;
  readonly refuse: (day: number) => void;
}

function Offer({ name, offer, take, isKey, refuse }: OfferProps) {
  const { says, steps, skipped, longestMin, restDays, broken, changes, minutes } = offer;
  const touched = new Set(steps.map(({ label }) => label.slice(0, 3)));
  return (
    <section className="fill-offer" aria-label={name}>
      <h3>
        {name}{' '}
        {changes.length > 0 && (
          <Button size="sm" variant={isKey ? 'primary' : 'outline-secondary'} onClick={take}>
            Fill {isKey && <kbd>F</kbd>}
          </Button>
        )}
      </h3>
      <p className="mb-1">
        <Figure label={`What ${name} comes to`} working={offer.comesTo}>
          {says}
        </Figure>
      </p>
      <p className="small soft mb-1">
        {longestMin > 0 && `longest ${printDuration(Math.round(longestMin) * 60)} · `}
        {restDays} days without a ride ·{' '}
        {broken.length === 0 ? 'no rule broken' : brokenWords(broken)}
      </p>
      <ul className="fill-days">
        {minutes.map((each, day) => (
          <li key={DAY_NAMES[day]}>
            {DAY_NAMES[day]} {each === 0 ? 'rest' : printDuration(Math.round(each) * 60)}
            {touched.has(DAY_NAMES[day] as string) && (
              <button
                type="button"
                className="fill-refuse"
                aria-label={`Do not fill ${DAY_NAMES[day] as string}`}
                onClick={() => refuse(day)}
              >
                ×
              </button>
            )}
          </li>
        ))}
      </ul>
      {skipped.length > 0 && <p className="small mb-0">{skipped.join('. ')}.</p>}
    </section>
  );
}
