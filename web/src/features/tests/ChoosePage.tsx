import type { Rider } from '@uphill/api';
import {
  EMPTY_SETUP,
  GOAL_RIDINGS,
  type GoalRiding,
  pickProtocol,
  type Protocol,
  type ProtocolId,
  protocolOf,
  PROTOCOLS,
  type Tells,
  TELLS,
  TELLS_NAMES,
} from '@uphill/core/testing';
import { goalOn } from '@uphill/core/rider';
import { usualRamp } from '@uphill/core/simulation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useSearchParams } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { choices } from '../../shared/choices.ts';
import { today } from '../../shared/dates.ts';
import { firstName, ftpOnDay, healthOnDay } from '../../shared/riderOnDay.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { AboutProtocol } from './AboutProtocol.tsx';
import { pacesWell } from './allowedProtocols.ts';
import { RampForecast } from './RampForecast.tsx';
import { lastRamp, UNKNOWN_FTP_W } from './rampWords.ts';
import { useStartTestDay } from './useStartTestDay.ts';
import { TestCaution } from './TestCaution.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** Which test? Four questions, a pick with its reasons, and every other protocol beside it. */
export function ChoosePage() {
  return <WithRider>{(rider) => <Chooser rider={rider} />}</WithRider>;
}

function Chooser({ rider }: { rider: Rider }) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const [chosen, setChosen] = useState<ProtocolId | null>(null);
  const answers = useAnswers(rider, () => setChosen(null));
  const { rampSchool, pacedSchool } = choices();
  const pick = pickProtocol(answers, { ramp: rampSchool, paced: pacedSchool });
  const protocol = chosen ? protocolOf(chosen) : pick.protocol;
  const expectedW = ftpOnDay(rider, today())?.usedW ?? null;
  return (
    <>
      <div className="title-row">
        <Heading>Which test?</Heading>
        <span className="soft">Four questions for {firstName(rider.name)}</span>
      </div>
      <div className="columns">
        <div>
          <Questions {...answers} />
          <section className="sheet mb-3" aria-label="The pick" aria-live="polite">
            <h2>{pick.protocol.name}</h2>
            <ul className="mb-3">
              {pick.because.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
            <Start rider={rider} protocol={protocol} expectedW={expectedW} />
          </section>
          <EveryProtocol hasPower={answers.hasPower} chosen={protocol.id} choose={setChosen} />
        </div>
        <div>
          <AboutProtocol protocol={protocol} />
          {protocol.reading.kind.startsWith('ramp') && (
            <RampForecast ftpW={expectedW} last={lastRamp(tests)} />
          )}
          <HealthNote rider={rider} protocol={protocol} />
          <TestCaution protocol={protocol} />
        </div>
      </div>
    </>
  );
}

interface Answers {
  readonly hasPower: boolean;
  readonly pacesWell: boolean;
  readonly tells: Tells;
  readonly goal: GoalRiding | undefined;
  readonly answer: (part: Partial<Omit<Answers, 'answer'>>) => void;
}

/** The four answers: from what is known of the rider, until the coach says otherwise. */
function useAnswers(rider: Rider, answered: () => void): Answers {
  const [search] = useSearchParams();
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const [said, setSaid] = useState<Partial<Answers>>({});
  return {
    hasPower: rider.powerSource !== 'none',
    // The coach may know better.
    pacesWell: pacesWell(tests),
    tells: TELLS.find((tells) => tells === search.get('tells')) ?? 'ftp',
    goal: goalRiding(rider),
    ...said,
    answer: (part) => {
      setSaid({ ...said, ...part });
      answered();
    },
  };
}

/** A hill, or watts for a time, is ridden evenly; of a mass start only the coach knows. */
function goalRiding({ goals }: Rider): GoalRiding | undefined {
  const goal = goalOn(goals, today());
  return goal && (goal.hillId !== null || (goal.watts !== null && goal.seconds !== null))
    ? 'even'
    : undefined;
}

function Questions({ hasPower, pacesWell, tells, goal, answer }: Answers) {
  return (
    <section className="sheet mb-3" aria-label="Four questions">
      <div className="entry-row">
        <Question
          legend="Is there a power meter?"
          name="power"
          options={[
            ['yes', 'Yes'],
            ['no', 'No'],
          ]}
          value={hasPower ? 'yes' : 'no'}
          choose={(value) => answer({ hasPower: value === 'yes' })}
        />
        <Question
          legend="Used to pacing an effort?"
          name="paced"
          options={[
            ['yes', 'Yes'],
            ['no', 'Not yet'],
          ]}
          value={pacesWell ? 'yes' : 'no'}
          choose={(value) => answer({ pacesWell: value === 'yes' })}
        />
        <Question
          legend="What should it tell you?"
          name="tells"
          options={TELLS.map((each) => [each, TELLS_NAMES[each]] as const)}
          value={tells}
          choose={(value) => answer({ tells: value as Tells })}
        />
        <Question
          legend="How is the goal ridden?"
          name="goal"
          options={[
            ['even', 'Evenly, as a climb is'],
            ['surges', 'In surges, as a bunch is'],
            ['', 'Not said'],
          ]}
          value={goal ?? ''}
          choose={(value) => answer({ goal: GOAL_RIDINGS.find((each) => each === value) })}
        />
      </div>
    </section>
  );
}

interface EveryProps {
  readonly hasPower: boolean;
  readonly chosen: ProtocolId;
  readonly choose: (id: ProtocolId) => void;
}

function EveryProtocol({ hasPower, chosen, choose }: EveryProps) {
  const possible = PROTOCOLS.filter(({ suits }) => hasPower || suits.power === 'not needed');
  return (
    <section className="sheet" aria-label="Every protocol">
      <h2>Or choose another</h2>
      <ul className="protocol-list">
        {possible.map(({ id, name, ridden, ftpPercent, readingName }) => (
          <li key={id}>
            <button
              type="button"
              className={id === chosen ? 'protocol protocol-chosen' : 'protocol'}
              aria-pressed={id === chosen}
              onClick={() => choose(id)}
            >
              <strong>{name}</strong>
              <span className="soft small">{ridden}</span>
              <span className="small">
                {ftpPercent === null ? 'no FTP' : `FTP is ${ftpPercent} % of the ${readingName}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function HealthNote({ rider, protocol }: { rider: Rider; protocol: Protocol }) {
  const health = healthOnDay(rider, today());
  if (!protocol.maximal || health.maximal) return null;
  return (
    <section className="sheet mb-3">
      <h2>Health screen first</h2>
      <p className="mb-0">
        {health.reasons.join(' ')} The test day asks for it before anything is ridden.
      </p>
    </section>
  );
}

function Question({
  legend,
  name,
  options,
  value,
  choose,
}: {
  legend: string;
  name: string;
  options: readonly (readonly [value: string, label: string])[];
  value: string;
  choose: (value: string) => void;
}) {
  return (
    <fieldset className="question">
      <legend>{legend}</legend>
      {options.map(([each, label]) => (
        <Form.Check
          key={each}
          type="radio"
          id={`${name}-${each}`}
          name={name}
          label={label}
          checked={value === each}
          onChange={() => choose(each)}
        />
      ))}
    </fieldset>
  );
}

function Start({
  rider,
  protocol,
  expectedW,
}: {
  rider: Rider;
  protocol: Protocol;
  expectedW: number | null;
}) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const { start, busy, problem } = useStartTestDay(rider);
  const lastSetup = tests.find(({ setup }) => setup !== null)?.setup;
  return (
    <>
      <ProblemNote problem={problem} />
      <Button
        disabled={busy}
        onClick={() =>
          void start(protocol, {
            expectedW,
            // Bike, trainer and pressure as last time: what is ticked is asked anew.
            setup: lastSetup ? { ...lastSetup, answers: {} } : EMPTY_SETUP,
            ramp: usualRamp(protocol, expectedW ?? UNKNOWN_FTP_W, lastRamp(tests)),
          })
        }
      >
        Start the test day: {protocol.name}
      </Button>
    </>
  );
}
