import { EXPECTED_BPM, type Rider, type TestDayDraft } from '@uphill/api';
import { FTP_BOUNDS, type Protocol } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { firstName } from '../../../app/riderOnDay.ts';
import { DateField } from '../../../ui/DateField.tsx';
import { Field } from '../../../ui/Field.tsx';
import { AboutProtocol } from '../AboutProtocol.tsx';
import { RampForecast } from '../RampForecast.tsx';

export interface StageProps {
  readonly rider: Rider;
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
  readonly change: (part: Partial<TestDayDraft>) => void;
  readonly next: () => void;
}

/** The expected result, written down before anything is ridden: it is the first check afterwards. */
export function Expect({ rider, protocol, draft, change, next }: StageProps) {
  const byHeart = protocol.reading.kind === 'steadyHeartRate';
  const bounds = byHeart ? EXPECTED_BPM : FTP_BOUNDS;
  const stored = byHeart ? draft.expectedBpm : draft.expectedW;
  const [typed, setTyped] = useState(stored === null ? '' : String(stored));
  const value = Number(typed);
  const wrong =
    typed.trim() !== '' &&
    !(Number.isInteger(value) && value >= bounds.low && value <= bounds.high);
  const write = (text: string): void => {
    setTyped(text);
    const number = Number(text);
    const sound =
      text.trim() !== '' &&
      Number.isInteger(number) &&
      number >= bounds.low &&
      number <= bounds.high;
    if (sound || text.trim() === '')
      change(
        byHeart ? { expectedBpm: sound ? number : null } : { expectedW: sound ? number : null },
      );
  };
  const first = firstName(rider.name);
  return (
    <div className="columns">
      <section className="sheet" aria-label="What is expected">
        <h2>What do you expect?</h2>
        <p>
          Write it down before the test. Afterwards it is the first check: a result far from it
          needs a reason.
        </p>
        <Field
          label={byHeart ? 'Threshold heart rate expected, bpm' : 'FTP expected, W'}
          error={
            wrong
              ? `${typed} lies outside ${bounds.low} to ${bounds.high}, or is not whole.`
              : undefined
          }
          hint={
            stored === null
              ? `${first} has none yet: a guess is better than none`
              : `${first} goes in with this`
          }
        >
          {(control) => (
            <Form.Control
              {...control}
              className="edge-field"
              inputMode="numeric"
              value={typed}
              onChange={({ target }) => write(target.value)}
            />
          )}
        </Field>
        <DateField
          label="Day of the test"
          use="day"
          value={draft.date}
          change={(date) => change({ date })}
        />
        <Button onClick={next}>Next: prepare</Button>
      </section>
      <div>
        {protocol.reading.kind.startsWith('ramp') && <RampForecast ftpW={draft.expectedW} />}
        <AboutProtocol protocol={protocol} />
      </div>
    </div>
  );
}
