import type { Day, SeasonWork } from '@uphill/api';
import { type Comparable, enduranceOfLoad, type Reckoned, whyNotEqual } from '@uphill/core/season';
import {
  BOOK,
  enduranceRide,
  type Plan,
  planOfRung,
  type RiderOnDay,
  rungsOf,
  sessionNumbers,
  sessionVerdict,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { newId } from '../../../shared/newId.ts';
import type { SeasonInHand } from '../useSeason.ts';

interface Props {
  readonly day: Day;
  readonly work: SeasonWork;
  readonly numbers: RiderOnDay;
  readonly season: Reckoned;
  readonly inHand: SeasonInHand;
  readonly dayName: string;
}

/** Beside the session that stands there at most two more. */
const MOST_OTHERS = 2;
const MOST_SHOWN = 8;

/** What the rider may choose on a hard day: Endurance of the same load on an optional one, or one of some equals. */
export function Offers({ day, work, numbers, season, inHand, dayName }: Props) {
  const [open, setOpen] = useState(false);
  const offer = (plans: readonly Plan[], optional: boolean, says: string): void =>
    void inHand.send(
      'changed',
      [{ kind: 'offer', id: day.id, version: work.version, plans: [...plans], optional }],
      says,
    );
  const minutes = enduranceOfLoad(work.planned?.load ?? 0, season.input.pointsPerHour);
  const made = day.offers.length > 1;
  if (made)
    return (
      <p className="mb-1">
        {work.optional ? 'Optional: ' : 'Choice: '}
        {day.offers.map(({ name }) => name).join(' or ')}.{' '}
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => offer([], false, `${dayName} is as planned, without a choice.`)}
        >
          Take the choice back
        </Button>
      </p>
    );
  return (
    <>
      <Button
        size="sm"
        variant="outline-secondary"
        onClick={() =>
          offer(
            [day.plan, enduranceRide(minutes, newId)],
            true,
            `${dayName} is optional: or ${printDuration(minutes * 60)} of Endurance.`,
          )
        }
      >
        Optional, or Endurance
      </Button>
      <Button
        size="sm"
        variant="outline-secondary"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        Choice of equals
      </Button>
      {open && (
        <Equals
          plan={day.plan}
          numbers={numbers}
          offer={(plans) =>
            offer([day.plan, ...plans], false, `${dayName}: one of ${plans.length + 1} to choose.`)
          }
        />
      )}
    </>
  );
}

function comparable(plan: Plan, numbers: RiderOnDay): Comparable {
  const { looks } = sessionVerdict(plan, numbers);
  const share = (id: 'curve' | 'balance'): number | null =>
    looks.find((look) => look.id === id)?.share.value ?? null;
  return {
    ...{ system: plan.system, load: sessionNumbers(plan, numbers).load.value },
    ...{ curvePercent: share('curve'), balancePercent: share('balance') },
  };
}

/** Sessions of the book that are equals of one for this rider: same system, load and strain. */
function equalsOf(plan: Plan, numbers: RiderOnDay): { id: string; plan: Plan; load: number }[] {
  const one = comparable(plan, numbers);
  return BOOK.filter(({ system, sport }) => system === plan.system && sport === undefined)
    .flatMap(rungsOf)
    .filter((rung) => rung.plan.name !== plan.name)
    .map((rung) => ({ id: rung.id, rung, other: comparable(rung.plan, numbers) }))
    .filter(({ other }) => whyNotEqual(one, other) === null)
    .slice(0, MOST_SHOWN)
    .map(({ id, rung, other }) => ({ id, plan: planOfRung(rung, newId), load: other.load }));
}

function Equals({
  plan,
  numbers,
  offer,
}: {
  readonly plan: Plan;
  readonly numbers: RiderOnDay;
  readonly offer: (plans: readonly Plan[]) => void;
}) {
  const equals = useMemo(() => equalsOf(plan, numbers), [plan, numbers]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  if (equals.length === 0)
    return (
      <p className="soft mb-0">
        No session of the book is its equal for this rider: load within 10 %, share of the curve
        within 3 points, lowest W′ within 10.
      </p>
    );
  const toggle = (id: string): void =>
    setChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <div>
      {equals.map(({ id, plan: other, load }) => (
        <Form.Check
          key={id}
          id={`equal-${id}`}
          label={`${other.name} · load ${roundHalfUp(load)}`}
          checked={chosen.includes(id)}
          disabled={!chosen.includes(id) && chosen.length === MOST_OTHERS}
          onChange={() => toggle(id)}
        />
      ))}
      <Button
        size="sm"
        disabled={chosen.length === 0}
        onClick={() =>
          offer(equals.filter(({ id }) => chosen.includes(id)).map((each) => each.plan))
        }
      >
        Offer these
      </Button>
    </div>
  );
}
