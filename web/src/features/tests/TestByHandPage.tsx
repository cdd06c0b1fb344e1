import type { Rider } from '@uphill/api';
import { type ProtocolId, PROTOCOLS } from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { AcceptFields } from './AcceptFields.tsx';
import { AboutProtocol } from './AboutProtocol.tsx';
import { RampForecast } from './RampForecast.tsx';
import { lastRamp } from './rampWords.ts';
import { ResultFigures } from './ResultFigures.tsx';
import { TypedFields } from './TypedFields.tsx';
import { TRUSTED, useHandTest } from './useHandTest.ts';

/** A test typed in: the protocol, its readings, and the FTP that follows while one types. */
export function TestByHandPage() {
  return <WithRider>{(rider) => <ByHand rider={rider} />}</WithRider>;
}

function ByHand({ rider }: { rider: Rider }) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const test = useHandTest(rider);
  const { protocol, ftp, used } = test;
  return (
    <>
      <div className="title-row">
        <h1>Test by hand</h1>
        {test.expectedW !== null && (
          <span className="soft">Expected: the {test.expectedW} W in use</span>
        )}
      </div>
      <div className="columns">
        <Form
          noValidate
          className="sheet"
          onSubmit={(event) => {
            event.preventDefault();
            void test.store();
          }}
        >
          {test.error && <Wrong>{test.error}</Wrong>}
          <ProblemNote problem={test.problem} />
          <Field
            label="Protocol"
            hint={protocol?.ridden ?? 'No test: a number from elsewhere that you believe.'}
          >
            {(control) => (
              <Form.Select
                {...control}
                value={test.protocolId}
                onChange={({ target }) =>
                  test.setProtocolId(target.value as ProtocolId | typeof TRUSTED)
                }
              >
                {PROTOCOLS.filter(
                  ({ id, suits }) =>
                    id !== 'lactate-steps' && test.byHeart === (suits.power === 'not needed'),
                ).map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
                {!test.byHeart && <option value={TRUSTED}>A number I trust</option>}
              </Form.Select>
            )}
          </Field>
          {protocol && (
            <>
              <DateField label="Ridden on" use="past" value={test.date} change={test.redate} />
              <TypedFields
                protocol={protocol}
                typed={test.typed}
                change={test.setTyped}
                wrong={test.wrong}
              />
              {test.refusal && <Wrong>{test.refusal}</Wrong>}
              <div className="entry-result" aria-live="polite">
                {ftp && (
                  <p>
                    <span className="soft">FTP</span>{' '}
                    <Figure working={ftp} label="FTP measured">{`${ftp.value} W`}</Figure>
                  </p>
                )}
                {test.result && test.result.figures.length > 0 && (
                  <ResultFigures result={{ ...test.result, ftp: null }} />
                )}
              </div>
            </>
          )}
          {(protocol === null || protocol.ftpPercent !== null) && (
            <AcceptFields
              fields={used}
              change={test.changeUsed}
              measuredW={ftp?.value ?? null}
              error={null}
            />
          )}
          <Field label="Note: room, fan, bike, how it felt">
            {(control) => (
              <Form.Control
                {...control}
                as="textarea"
                rows={2}
                value={test.note}
                onChange={({ target }) => test.setNote(target.value)}
              />
            )}
          </Field>
          <Button type="submit">{ftp ? `Save and use ${used.usedW} W` : 'Save'}</Button>
          {!test.byHeart && (
            <p className="soft small mt-3 mb-0">
              Lactate steps have a table of their own:{' '}
              <Link to={`/riders/${rider.id}/tests/choose?tells=thresholds`}>start a test day</Link>
              .
            </p>
          )}
        </Form>
        <div>
          {protocol && <AboutProtocol protocol={protocol} />}
          {protocol?.reading.kind.startsWith('ramp') && (
            <RampForecast ftpW={test.expectedW} last={lastRamp(tests)} />
          )}
        </div>
      </div>
    </>
  );
}
