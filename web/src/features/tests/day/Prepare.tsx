import type { Test } from '@uphill/api';
import {
  checklistFor,
  HEAT_BOUNDS,
  POSITION_NAMES,
  POSITIONS,
  type Setup,
  setupDifferences,
} from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { modelsApi } from '../../../shared/api/models.ts';
import { testsApi } from '../../../shared/api/tests.ts';
import { printDay } from '../../../shared/dates.ts';
import { Field } from '../../../ui/Field.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { WordsField } from '../../../ui/WordsField.tsx';
import { TestCaution } from '../TestCaution.tsx';
import type { StageProps } from './Expect.tsx';

/** The preparation checklist: stored with the result, and held against last time's. */
export function Prepare({ rider, protocol, draft, change, next }: StageProps) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const { data: hard = [] } = modelsApi.useHardDaysQuery({ riderId: rider.id, before: draft.date });
  const { setup } = draft;
  const last =
    tests.find((test) => test.setup !== null && test.protocol === protocol.id) ??
    tests.find((test) => test.setup !== null);
  const set = (part: Partial<Setup>): void => change({ setup: { ...setup, ...part } });
  return (
    <div className="columns">
      <section className="sheet" aria-label="Preparation">
        <h2>Set up as last time</h2>
        <SetUp setup={setup} set={set} />
        <Checklist setup={setup} set={set} />
        <Button className="mt-3" onClick={next}>
          Next: ride
        </Button>
      </section>
      <div>
        <AgainstLast last={last} setup={setup} />
        {hard.length > 0 && (
          <section className="sheet mb-3">
            <h2>Not fresh</h2>
            <p className="mb-0">
              In the 48 hours before: {hard.join('; ')}. The result may read low.
            </p>
          </section>
        )}
        <TestCaution protocol={protocol} celsius={setup.celsius ?? null} />
      </div>
    </div>
  );
}

interface SetUpProps {
  readonly setup: Setup;
  readonly set: (part: Partial<Setup>) => void;
}

function SetUp({ setup, set }: SetUpProps) {
  return (
    <div className="entry-row">
      <Field label="Where">
        {(control) => (
          <Form.Select
            {...control}
            value={setup.place}
            onChange={({ target }) => set({ place: target.value as Setup['place'] })}
          >
            <option value="trainer">On the trainer</option>
            <option value="road">On the road</option>
          </Form.Select>
        )}
      </Field>
      <Field label="Position">
        {(control) => (
          <Form.Select
            {...control}
            value={setup.position}
            onChange={({ target }) => set({ position: target.value as Setup['position'] })}
          >
            {POSITIONS.map((position) => (
              <option key={position} value={position}>
                {POSITION_NAMES[position]}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      <WordsField label="Bike" most={80} value={setup.bike} change={(bike) => set({ bike })} />
      {setup.place === 'trainer' && (
        <WordsField
          label="Trainer"
          most={80}
          value={setup.trainer}
          change={(trainer) => set({ trainer })}
        />
      )}
      <NumberField
        label="Tyres, bar"
        bounds={[1, 12]}
        wrong="Between 1 and 12 bar."
        value={setup.tyreBar}
        set={(tyreBar) => set({ tyreBar })}
      />
      <NumberField
        label="Temperature, °C"
        bounds={[HEAT_BOUNDS.low, HEAT_BOUNDS.high]}
        wrong={`Between ${HEAT_BOUNDS.low} and ${HEAT_BOUNDS.high} °C.`}
        value={setup.celsius ?? null}
        set={(celsius) => set({ celsius })}
      />
    </div>
  );
}

function Checklist({ setup, set }: SetUpProps) {
  return (
    <fieldset className="checklist">
      <legend className="h3">Checklist</legend>
      {checklistFor(setup.place).map(({ id, ask }) => (
        <div key={id} className="checklist-line">
          <span id={`ask-${id}`}>{ask}</span>
          <span role="radiogroup" aria-labelledby={`ask-${id}`} className="text-nowrap">
            {[true, false].map((answer) => (
              <Form.Check
                inline
                key={String(answer)}
                type="radio"
                id={`${id}-${String(answer)}`}
                name={id}
                label={answer ? 'Yes' : 'No'}
                checked={setup.answers[id] === answer}
                onChange={() => set({ answers: { ...setup.answers, [id]: answer } })}
              />
            ))}
          </span>
        </div>
      ))}
    </fieldset>
  );
}

/** What is set up otherwise than at the test before. */
function AgainstLast({ last, setup }: { last: Test | undefined; setup: Setup }) {
  const differences = last?.setup ? setupDifferences(setup, last.setup) : [];
  return (
    <section className="sheet mb-3" aria-live="polite">
      <h2>Against last time</h2>
      {!last && (
        <p className="mb-0 soft">
          No earlier test has its preparation saved. The next one can be compared with this.
        </p>
      )}
      {last && differences.length === 0 && (
        <p className="mb-0">As on {printDay(last.date)}, as far as it is filled in.</p>
      )}
      {last && differences.length > 0 && (
        <>
          <p className="mb-1">Different from {printDay(last.date)}:</p>
          <ul className="mb-0">
            {differences.map((difference) => (
              <li key={difference}>{difference}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
