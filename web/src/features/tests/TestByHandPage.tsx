import { newTest, type Rider } from '@uphill/api';
import { ftpFromReading, ftpRefusal, PROTOCOLS, type ProtocolId, protocolOf } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate, useParams } from 'react-router';
import { api } from '../../api/client.ts';
import { plusDays, today } from '../../app/dates.ts';
import { firstName, ftpOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { Field } from '../../ui/Field.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Refused, Wrong } from '../../ui/messages.tsx';
import { AcceptFields } from './AcceptFields.tsx';
import { type Acceptance, readAcceptance } from './AcceptFtp.tsx';
import { RampForecast } from './RampForecast.tsx';

/** A test typed in: the protocol, its reading, and the FTP that follows while one types. */
export function TestByHandPage() {
  const { riderId = '' } = useParams();
  const { data: rider } = api.useRiderQuery(riderId);
  return rider ? <ByHand key={rider.id} rider={rider} /> : <Loading />;
}

const TRUSTED = 'trusted';

function ByHand({ rider }: { rider: Rider }) {
  const navigate = useNavigate();
  const byHeart = rider.powerSource === 'none';
  const [protocolId, setProtocolId] = useState<ProtocolId | typeof TRUSTED>(byHeart ? 'heart-rate-twenty' : 'ramp');
  const [date, setDate] = useState(today());
  const [reading, setReading] = useState('');
  const [note, setNote] = useState('');
  const [acceptance, setAcceptance] = useState<Acceptance>({ usedW: '', countsFrom: plusDays(today(), 1), reason: '' });
  const [touched, setTouched] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [addTest] = api.useAddTestMutation();
  const [acceptFtp] = api.useAcceptFtpMutation();
  const { act, problem } = useAct();

  const protocol = protocolId === TRUSTED ? null : protocolOf(protocolId);
  const value = Number(reading.replace(',', '.'));
  const ftp = protocol && protocol.ftpPercent !== null && reading !== '' && value >= 30 && value <= 1500 ? ftpFromReading(protocol, value) : null;
  const refusal = ftp ? ftpRefusal(ftp.value) : null;
  const used = touched ? acceptance : { ...acceptance, usedW: ftp ? String(ftp.value) : acceptance.usedW };
  const expectedW = ftpOnDay(rider, date)?.usedW ?? null;

  const save = async (): Promise<void> => {
    if (!protocol) {
      const trusted = readAcceptance(acceptance, null);
      setError(trusted.error);
      if (trusted.value && (await act(acceptFtp({ id: rider.id, testId: null, ...trusted.value, reason: trusted.value.reason || 'typed in, trusted' }), `FTP ${trusted.value.usedW} W accepted.`))) void navigate(`/riders/${rider.id}/zones`);
      return;
    }
    const accepted = ftp ? readAcceptance(used, ftp.value) : { value: null, error: null };
    if (accepted.error) return setError(accepted.error);
    const typed = reading.trim() === '' ? null : value;
    const read = newTest.safeParse({
      protocol: protocol.id,
      date,
      powerSource: rider.powerSource,
      ramp: null,
      readingW: protocol.ftpPercent === null ? null : typed,
      meanBpm: protocol.ftpPercent === null ? typed : null,
      expectedW,
      effort: null,
      note,
      accept: accepted.value,
    });
    if (!read.success) return setError(read.error.issues[0]?.message ?? 'This cannot be used.');
    setError(null);
    if (await act(addTest({ riderId: rider.id, ...read.data }), ftp ? `FTP ${accepted.value?.usedW ?? ftp.value} W accepted.` : 'Test stored.')) void navigate(`/riders/${rider.id}/tests`);
  };

  return (
    <>
      <div className="title-row">
        <h1>Test by hand</h1>
        {expectedW !== null && <span className="soft">{firstName(rider.name)} goes in with {expectedW} W, which is what is expected</span>}
      </div>
      <div className="columns">
        <Form
          noValidate
          className="sheet"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          {error && <Wrong>{error}</Wrong>}
          <Refused problem={problem} />
          <Field label="Protocol" hint={protocol?.ridden ?? 'No test: a number from elsewhere that you believe.'}>
            {(control) => (
              <Form.Select {...control} value={protocolId} onChange={({ target }) => setProtocolId(target.value as ProtocolId)}>
                {PROTOCOLS.filter(({ ftpPercent }) => byHeart === (ftpPercent === null)).map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
                {!byHeart && <option value={TRUSTED}>A number I trust</option>}
              </Form.Select>
            )}
          </Field>
          {protocol && (
            <div className="entry-row">
              <Field label="Ridden on">{(control) => <Form.Control {...control} type="date" value={date} onChange={({ target }) => setDate(target.value)} />}</Field>
              <Field label={`${protocol.readingName}, ${protocol.ftpPercent === null ? 'bpm' : 'W'}`} error={refusal ?? undefined}>
                {(control) => <Form.Control {...control} inputMode="decimal" value={reading} onChange={({ target }) => setReading(target.value)} />}
              </Field>
              <div className="entry-result" aria-live="polite">
                {ftp && (
                  <>
                    <span className="soft">FTP</span> <Figure working={ftp} label="FTP measured">{`${ftp.value} W`}</Figure>
                  </>
                )}
              </div>
            </div>
          )}
          {protocol?.ftpPercent !== null && (
            <AcceptFields
              fields={used}
              change={(fields) => {
                setTouched(touched || fields.usedW !== used.usedW);
                setAcceptance(fields);
              }}
              measuredW={ftp?.value ?? null}
              error={null}
            />
          )}
          <Field label="Note: room, fan, bike, how it felt">{(control) => <Form.Control {...control} as="textarea" rows={2} value={note} onChange={({ target }) => setNote(target.value)} />}</Field>
          <Button type="submit">{ftp ? `Store and use ${used.usedW} W` : 'Store'}</Button>
        </Form>
        <div>
          {protocol && (
            <section className="sheet mb-3">
              <h2>{protocol.name}</h2>
              <p>
                <strong>For it:</strong> {protocol.why}
              </p>
              <p className="mb-0">
                <strong>Against it:</strong> {protocol.whyNot}
              </p>
            </section>
          )}
          {protocol?.reading.kind.startsWith('ramp') && <RampForecast ftpW={expectedW} />}
        </div>
      </div>
    </>
  );
}
