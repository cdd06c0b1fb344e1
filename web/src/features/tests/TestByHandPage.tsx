import type { Rider } from '@uphill/api';
import { type Protocol, PROTOCOLS, type ProtocolId } from '@uphill/core';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useParams } from 'react-router';
import { api } from '../../api/client.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { Field } from '../../ui/Field.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Refused, Wrong } from '../../ui/messages.tsx';
import { AcceptFields } from './AcceptFields.tsx';
import { RampForecast } from './RampForecast.tsx';
import { TRUSTED, useHandTest } from './useHandTest.ts';

/** A test typed in: the protocol, its reading, and the FTP that follows while one types. */
export function TestByHandPage() {
  const { riderId = '' } = useParams();
  const { data: rider } = api.useRiderQuery(riderId);
  return rider ? <ByHand key={rider.id} rider={rider} /> : <Loading />;
}

function ByHand({ rider }: { rider: Rider }) {
  const test = useHandTest(rider);
  const { protocol, ftp, used } = test;
  return (
    <>
      <div className="title-row">
        <h1>Test by hand</h1>
        {test.expectedW !== null && (
          <span className="soft">
            {firstName(rider.name)} goes in with {test.expectedW} W, which is what is expected
          </span>
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
          <Refused problem={test.problem} />
          <Field label="Protocol" hint={protocol?.ridden ?? 'No test: a number from elsewhere that you believe.'}>
            {(control) => (
              <Form.Select {...control} value={test.protocolId} onChange={({ target }) => test.setProtocolId(target.value as ProtocolId | typeof TRUSTED)}>
                {PROTOCOLS.filter(({ ftpPercent }) => test.byHeart === (ftpPercent === null)).map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
                {!test.byHeart && <option value={TRUSTED}>A number I trust</option>}
              </Form.Select>
            )}
          </Field>
          {protocol && <ReadingFields test={test} protocol={protocol} />}
          {protocol?.ftpPercent !== null && <AcceptFields fields={used} change={test.changeUsed} measuredW={ftp?.value ?? null} error={null} />}
          <Field label="Note: room, fan, bike, how it felt">
            {(control) => <Form.Control {...control} as="textarea" rows={2} value={test.note} onChange={({ target }) => test.setNote(target.value)} />}
          </Field>
          <Button type="submit">{ftp ? `Store and use ${used.usedW} W` : 'Store'}</Button>
        </Form>
        <div>
          {protocol && <ForAndAgainst protocol={protocol} />}
          {protocol?.reading.kind.startsWith('ramp') && <RampForecast ftpW={test.expectedW} />}
        </div>
      </div>
    </>
  );
}

function ReadingFields({ test, protocol }: { test: ReturnType<typeof useHandTest>; protocol: Protocol }) {
  const unit = protocol.ftpPercent === null ? 'bpm' : 'W';
  return (
    <div className="entry-row">
      <Field label="Ridden on">
        {(control) => <Form.Control {...control} type="date" value={test.date} onChange={({ target }) => test.redate(target.value)} />}
      </Field>
      <Field label={`Reading: ${protocol.readingName}, ${unit}`} error={test.refusal ?? undefined}>
        {(control) => <Form.Control {...control} inputMode="decimal" value={test.reading} onChange={({ target }) => test.setReading(target.value)} />}
      </Field>
      <div className="entry-result" aria-live="polite">
        {test.ftp && (
          <>
            <span className="soft">FTP</span> <Figure working={test.ftp} label="FTP measured">{`${test.ftp.value} W`}</Figure>
          </>
        )}
      </div>
    </div>
  );
}

function ForAndAgainst({ protocol }: { protocol: Protocol }) {
  return (
    <section className="sheet mb-3">
      <h2>{protocol.name}</h2>
      <p>
        <strong>For it:</strong> {protocol.why}
      </p>
      <p className="mb-0">
        <strong>Against it:</strong> {protocol.whyNot}
      </p>
    </section>
  );
}
