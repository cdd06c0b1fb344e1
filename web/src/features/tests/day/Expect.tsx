import { EXPECTED_BPM, type Rider, type TestDayDraft } from '@uphill/api';
import { FTP_BOUNDS, type Protocol, sameRamp } from '@uphill/core/testing';
import { numberTyped, type Typed } from '@uphill/core/units';
import { usualRamp } from '@uphill/core/simulation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { testsApi } from '../../../shared/api/tests.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { DateField } from '../../../ui/DateField.tsx';
import { Field } from '../../../ui/Field.tsx';
import { AboutProtocol } from '../AboutProtocol.tsx';
import { RampChoice } from '../RampChoice.tsx';
import { lastRamp, UNKNOWN_FTP_W } from '../rampWords.ts';

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
  const sound = (value: Typed): value is number =>
    typeof value === 'number' &&
    Number.isInteger(value) &&
    value >= bounds.low &&
    value <= bounds.high;
  const wrong = typed.trim() !== '' && !sound(numberTyped(typed));
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const last = lastRamp(tests);
  const isRamp = protocol.reading.kind.startsWith('ramp');
  const proposed = usualRamp(protocol, draft.expectedW ?? UNKNOWN_FTP_W, last);
  const write = (text: string): void => {
    setTyped(text);
    const read = numberTyped(text);
    const value = sound(read) ? read : null;
    if (value === null && read !== null) return;
    if (byHeart) return change({ expectedBpm: value });
    // A ramp that nobody changed by hand is shaped for what is expected now.
    const follows = isRamp && value !== null && sameRamp(draft.ramp, proposed);
    change({ expectedW: value, ...(follows ? { ramp: usualRamp(protocol, value, last) } : {}) });
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
              : 'the figure in use, unless you know better'
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
        {isRamp && (
          <RampChoice
            ftpW={draft.expectedW}
            last={last}
            value={draft.ramp}
            choose={(shape) => change({ ramp: { ...draft.ramp, ...shape } })}
          />
        )}
        <AboutProtocol protocol={protocol} />
      </div>
    </div>
  );
}
