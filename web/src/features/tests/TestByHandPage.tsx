import type { Rider } from '@uphill/api';
import { PROTOCOLS } from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { Part } from '../../ui/Part.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { AcceptFields } from './AcceptFields.tsx';
import { AboutProtocol } from './AboutProtocol.tsx';
import { RampForecast } from './RampForecast.tsx';
import { lastRamp } from './rampWords.ts';
import { ResultFigures } from './ResultFigures.tsx';
import { TypedFields } from './TypedFields.tsx';
import { TRUSTED, useHandTest } from './useHandTest.ts';
import { Heading } from '../../ui/Heading.tsx';

/** A test typed in: the protocol, its readings, and the FTP that follows while one types. */
export function TestByHandPage() {
  return <WithRider>{(rider) => <ByHand rider={rider} />}</WithRider>;
}

type HandTestForm = ReturnType<typeof useHandTest>;

function ByHand({ rider }: { rider: Rider }) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const test = useHandTest(rider);
  const { form, protocol, ftp, used } = test;
  return (
    <>
      <div className="title-row">
        <Heading>Test by hand</Heading>
        {test.expectedW !== null && (
          <span className="soft">Expected: the {test.expectedW} W in use</span>
        )}
      </div>
      <div className="columns">
        <Form
          noValidate
          className="sheet"
          onSubmit={(event) => void form.handleSubmit(test.store)(event)}
        >
          {test.error && <Wrong>{test.error}</Wrong>}
          <ProblemNote problem={test.problem} />
          <ProtocolChoice test={test} />
          {protocol && <Readings test={test} />}
          {(protocol === null || protocol.ftpPercent !== null) && (
            <AcceptFields fields={used} change={test.changeUsed} measuredW={ftp?.value ?? null} />
          )}
          <TextField
            of={form.control}
            name="note"
            label="Note: room, fan, bike, how it felt"
            rows={2}
          />
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

function ProtocolChoice({ test: { form, protocol, byHeart } }: { test: HandTestForm }) {
  const fitting = PROTOCOLS.filter(
    ({ id, suits }) => id !== 'lactate-steps' && byHeart === (suits.power === 'not needed'),
  );
  return (
    <Part of={form.control} name="protocolId">
      {(id, choose) => (
        <SelectField
          label="Protocol"
          hint={protocol?.ridden ?? 'No test: a number from elsewhere that you believe.'}
          options={[
            ...fitting.map((each) => [each.id, each.name] as const),
            ...(byHeart ? [] : [[TRUSTED, 'A number I trust'] as const]),
          ]}
          value={id}
          choose={choose}
        />
      )}
    </Part>
  );
}

/** The readings of the protocol, and what follows from them. */
function Readings({ test }: { test: HandTestForm }) {
  const { form, protocol, ftp, result } = test;
  if (!protocol) return null;
  return (
    <>
      <Part of={form.control} name="date">
        {(date) => <DateField label="Ridden on" use="past" value={date} change={test.redate} />}
      </Part>
      <Part of={form.control} name="typed">
        {(typed, change) => (
          <TypedFields protocol={protocol} typed={typed} change={change} wrong={test.wrong} />
        )}
      </Part>
      {test.refusal && <Wrong>{test.refusal}</Wrong>}
      <div className="entry-result" aria-live="polite">
        {ftp && (
          <p>
            <span className="soft">FTP</span>{' '}
            <Figure working={ftp} label="FTP measured">{`${ftp.value} W`}</Figure>
          </p>
        )}
        {result && result.figures.length > 0 && <ResultFigures result={{ ...result, ftp: null }} />}
      </div>
    </>
  );
}
