import type { Day, Rider } from '@uphill/api';
import { problemsOf } from '@uphill/core/sessions';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { printDay } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { Conflict } from './Conflict.tsx';
import { Unreadable } from './Unreadable.tsx';
import { useDayDraft } from './useDayDraft.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { Workshop } from './WorkshopPage.tsx';

/** The workshop on one day of one rider: it changes that day and no other. */
export function DayWorkshopPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, currentData, error } = daysApi.useDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !day || day.id !== dayId) return <Loading />;
  if (day.unreadable !== null) return <Unreadable name={day.plan.name} says={day.unreadable} />;
  return <DayWorkshop key={day.id} rider={rider} day={day} />;
}

function DayWorkshop({ rider, day }: { rider: Rider; day: Day }) {
  const navigate = useNavigate();
  const whose = `${firstName(rider.name)}, ${printDay(day.date)}`;
  const { draft, edit, keep, changed, theirs, settle, problem, busy } = useDayDraft(
    day,
    `${whose}: changed for this day.`,
  );
  const plan = draft?.present;
  const problems = useMemo(() => (plan ? problemsOf(plan) : []), [plan]);
  const address = `/riders/${rider.id}/days/${day.id}`;
  const possible = changed && problems.length === 0 && !busy && day.state === 'planned';
  const use = async (): Promise<void> => {
    if (possible && (await keep())) void navigate(address);
  };
  useKey('commit', () => void use());
  if (!draft || !plan) return <Loading />;
  let status: string;
  if (day.state !== 'planned') status = `marked ${day.state}`;
  else if (changed) status = 'kept on this device; the day stands as it was';
  else status = 'as it stands on the day';
  return (
    <>
      <Workshop
        rider={rider}
        day={day.date}
        draft={draft}
        edit={edit}
        status={`${whose} · ${status}`}
        problem={problem?.theirs ? null : problem}
        actions={
          <>
            <Link className="btn btn-outline-secondary" to={address}>
              Back to the day
            </Link>
            <Button disabled={!possible} onClick={() => void use()}>
              Use it on {printDay(day.date)}
            </Button>
          </>
        }
        above={null}
      />
      {theirs && (
        <Conflict yours={plan} theirs={{ plan: theirs.plan, updatedAt: null }} settle={settle} />
      )}
    </>
  );
}
