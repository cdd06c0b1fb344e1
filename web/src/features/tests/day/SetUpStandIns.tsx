import type { TestDayDraft } from '@uphill/api';
import type { Protocol } from '@uphill/core/testing';
import { printClock } from '@uphill/core/units';
import Form from 'react-bootstrap/Form';
import { Field } from '../../../ui/Field.tsx';
import { WattsField } from '../WattsField.tsx';

const STAGES_S = [180, 240, 300, 360];
const ON_OFF_S = [30, 40, 45, 60];
const SLOPES = [0, 1, 2, 3, 4, 5, 6, 8, 10, 12];

interface ChoiceProps {
  readonly label: string;
  readonly of: readonly number[];
  readonly words: (value: number) => string;
  readonly value: number;
  readonly choose: (value: number) => void;
}

function Choice({ label, of, words, value, choose }: ChoiceProps) {
  return (
    <Field label={label}>
      {(control) => (
        <Form.Select
          {...control}
          value={value}
          onChange={({ target }) => choose(Number(target.value))}
        >
          {of.map((each) => (
            <option key={each} value={each}>
              {words(each)}
            </option>
          ))}
        </Form.Select>
      )}
    </Field>
  );
}

interface Props {
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
  readonly change: (part: Partial<TestDayDraft>) => void;
}

/** What the stand-ins have to be told before a protocol is ridden on them. */
export function SetUpStandIns({ protocol, draft, change }: Props) {
  const isRamp = protocol.steps.some(({ ask }) => ask.kind === 'ramp');
  return (
    <div className="entry-row">
      {isRamp && (
        <>
          <WattsField
            label="Start, W"
            bounds={[20, 400]}
            value={draft.ramp.startW}
            set={(startW) => change({ ramp: { ...draft.ramp, startW } })}
          />
          <WattsField
            label="Step, W"
            bounds={[5, 60]}
            value={draft.ramp.stepW}
            set={(stepW) => change({ ramp: { ...draft.ramp, stepW } })}
          />
        </>
      )}
      {protocol.reading.kind === 'lactate' && (
        <Choice
          label="Stage"
          of={STAGES_S}
          words={printClock}
          value={draft.ramp.stageS}
          choose={(stageS) => change({ ramp: { ...draft.ramp, stageS } })}
        />
      )}
      {protocol.reading.kind === 'onOff' && (
        <Choice
          label="On and off, each"
          of={ON_OFF_S}
          words={(seconds) => `${seconds} s`}
          value={draft.onS}
          choose={(onS) => change({ onS })}
        />
      )}
      {protocol.trainer === 'slope' && (
        <Choice
          label="Slope of the trainer"
          of={SLOPES}
          words={(percent) => `${percent} %`}
          value={draft.slopePercent}
          choose={(slopePercent) => change({ slopePercent })}
        />
      )}
      {protocol.steps.some(({ optional }) => optional) && (
        <Form.Check
          id="with-opener"
          label="With the opener: 5:00 all-out, then 10:00 easy"
          checked={draft.optional}
          onChange={({ target }) => change({ optional: target.checked })}
        />
      )}
    </div>
  );
}
