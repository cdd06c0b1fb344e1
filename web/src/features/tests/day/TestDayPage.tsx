import { type Rider, TEST_STAGES, type TestDay } from '@uphill/api';
import { protocolOf } from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams } from 'react-router';
import { ridersApi } from '../../../shared/api/riders.ts';
import { testDaysApi } from '../../../shared/api/testDays.ts';
import { problemOf } from '../../../shared/api/problemOf.ts';
import { firstName, healthOnDay } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote, Wrong } from '../../../ui/messages.tsx';
import { Health } from '../../../ui/health/Health.tsx';
import { Expect } from './Expect.tsx';
import { Prepare } from './Prepare.tsx';
import { ReadDay } from './ReadDay.tsx';
import { RideStage } from './RideStage.tsx';
import { useTestDay } from './useTestDay.ts';

type Stage = (typeof TEST_STAGES)[number];
const STAGE_NAMES: Record<Stage, string> = {
  expect: 'Expect',
  prepare: 'Prepare',
  ride: 'Ride',
  read: 'Read and decide',
};

/** A test day in the practitioner's order; it can be left at any moment and goes on where it was. */
export function TestDayPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, error } = testDaysApi.useTestDayQuery(dayId);
  if (error) return <ProblemNote problem={problemOf(error)} />;
  return rider && day ? <UnderWay key={day.id} rider={rider} day={day} /> : <Loading />;
}

function UnderWay({ rider, day }: { rider: Rider; day: TestDay }) {
  const navigate = useNavigate();
  const { draft, change, trouble, version, forget } = useTestDay(day);
  const [remove] = testDaysApi.useRemoveTestDayMutation();
  const { act, problem } = useAct();
  const protocol = protocolOf(day.protocol);
  const health = healthOnDay(rider, draft.date);
  const blood = protocol.reading.kind === 'lactate' && !health.bloodSampling;
  const held = (protocol.maximal && !health.maximal) || blood;
  const { stage } = draft;
  const go = (next: Stage): void => change({ stage: next });
  const giveUp = async (): Promise<void> => {
    if (
      (await act(() => remove({ id: day.id, version: version() }), 'Test day abandoned.')) !==
      undefined
    ) {
      forget();
      void navigate(`/riders/${rider.id}/tests`);
    }
  };
  return (
    <>
      <div className="title-row">
        <h1>Test day</h1>
        <span className="soft">
          {protocol.name} · {firstName(rider.name)}
        </span>
        <Button variant="link" className="ms-auto" onClick={() => void giveUp()}>
          Abandon test day
        </Button>
      </div>
      {trouble && <Wrong>{trouble}</Wrong>}
      <ProblemNote problem={problem} />
      <ol className="stages" aria-label="Stages of the test day">
        {TEST_STAGES.map((each, index) => (
          <li key={each}>
            <button
              type="button"
              className={each === stage ? 'stage stage-now' : 'stage'}
              aria-current={each === stage ? 'step' : undefined}
              onClick={() => go(each)}
            >
              {index + 1}. {STAGE_NAMES[each]}
            </button>
          </li>
        ))}
      </ol>
      {held && (
        <div className="mb-3">
          <p className="mb-0">
            {blood
              ? 'Anticoagulants or a bleeding disorder: no blood is taken until a clinician agrees.'
              : 'Nothing maximal is ridden before the health screen is clear.'}
          </p>
          <Health rider={rider} first />
        </div>
      )}
      {stage === 'expect' && (
        <Expect
          rider={rider}
          protocol={protocol}
          draft={draft}
          change={change}
          next={() => go('prepare')}
        />
      )}
      {stage === 'prepare' && (
        <Prepare
          rider={rider}
          protocol={protocol}
          draft={draft}
          change={change}
          next={() => go('ride')}
        />
      )}
      {stage === 'ride' &&
        (held ? (
          <p className="soft">
            The ride waits for the health screen above. Expecting, preparing and reading go on
            meanwhile.
          </p>
        ) : (
          <RideStage
            rider={rider}
            protocol={protocol}
            draft={draft}
            change={change}
            next={() => go('read')}
          />
        ))}
      {stage === 'read' && (
        <ReadDay
          rider={rider}
          day={day}
          protocol={protocol}
          draft={draft}
          change={change}
          stored={forget}
        />
      )}
    </>
  );
}
