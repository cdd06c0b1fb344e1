import type { Rider, TestDay } from '@uphill/api';
import { protocolOf } from '@uphill/core/testing';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams } from 'react-router';
import { ridersApi } from '../../../shared/api/riders.ts';
import { testDaysApi } from '../../../shared/api/testDays.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { printTimeOfDay } from '../../../shared/dates.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote, Wrong } from '../../../ui/messages.tsx';
import { StageList } from './StageList.tsx';
import { StageView } from './StageView.tsx';
import { useTestDay } from './useTestDay.ts';
import { Heading } from '../../../ui/Heading.tsx';

/** A test day in the practitioner's order; it can be left at any moment and goes on where it was. */
export function TestDayPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, currentData, error } = testDaysApi.useTestDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  return rider && day ? <UnderWay key={day.id} rider={rider} day={day} /> : <Loading />;
}

function UnderWay({ rider, day }: { rider: Rider; day: TestDay }) {
  const navigate = useNavigate();
  const { draft, change, problem: unsaved, theirs, settle, version, forget } = useTestDay(day);
  // Fields keep what is typed into them; where the other state is taken they start again.
  const [round, setRound] = useState(0);
  const [remove] = testDaysApi.useRemoveTestDayMutation();
  const { act, problem } = useAct();
  const protocol = protocolOf(day.protocol);
  const giveUp = async (): Promise<void> => {
    if (
      (await act(() => remove({ id: day.id, version: version() }), 'Test day abandoned.')) !==
      undefined
    ) {
      forget();
      void navigate(`/riders/${rider.id}/tests`);
    }
  };
  const choose = (keep: boolean): void => {
    settle(keep);
    setRound(round + 1);
  };
  return (
    <>
      <div className="title-row">
        <Heading>Test day</Heading>
        <span className="soft">
          {protocol.name} · {firstName(rider.name)}
        </span>
        <Button variant="link" className="ms-auto" onClick={() => void giveUp()}>
          Abandon test day
        </Button>
      </div>
      <ProblemNote problem={unsaved} />
      {theirs && <WentOnElsewhere theirs={theirs} choose={choose} />}
      <ProblemNote problem={problem} />
      <StageList stage={draft.stage} go={(stage) => change({ stage })} />
      <StageView
        key={round}
        rider={rider}
        day={day}
        protocol={protocol}
        draft={draft}
        change={change}
        stored={forget}
      />
    </>
  );
}

/** Two places wrote in one test day: nothing is overwritten until the coach has chosen. */
function WentOnElsewhere({ theirs, choose }: { theirs: TestDay; choose: (keep: boolean) => void }) {
  return (
    <Wrong>
      <p className="mb-2">
        This test day was changed elsewhere at {printTimeOfDay(theirs.updatedAt)}. What you typed
        stays on this device until you choose.
      </p>
      <div className="d-flex flex-wrap gap-2">
        <Button size="sm" onClick={() => choose(true)}>
          Keep mine
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={() => choose(false)}>
          Take theirs
        </Button>
      </div>
    </Wrong>
  );
}
