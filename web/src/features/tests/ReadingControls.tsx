import { detailsKind, PROTOCOLS } from '@uphill/core/testing';
import Form from 'react-bootstrap/Form';
import { DateField } from '../../ui/DateField.tsx';
import { EdgeField } from '../../ui/EdgeField.tsx';
import { Field } from '../../ui/Field.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { SprintSeated } from './SprintSeated.tsx';
import type { useReading } from './useReading.ts';

interface Props {
  readonly test: ReturnType<typeof useReading>;
  readonly settled: boolean;
}

/** What the recording is read as: the protocol, its ramp, and where the effort lies. */
export function ReadingControls({ test, settled }: Props) {
  return (
    <>
      <div className="entry-row">
        {!settled && <ProtocolChoice test={test} />}
        {test.protocol.efforts.length > 1 && (
          <SelectField
            label="Effort"
            options={test.protocol.efforts.map(({ id, name }) => [id, name] as const)}
            value={test.active}
            choose={test.chooseEffort}
          />
        )}
        {test.dateField.asked && (
          <DateField
            label="Ridden on"
            hint="the file has times, but no date"
            use="past"
            value={test.dateField.value ?? ''}
            change={(day) => test.dateField.set(day === '' ? null : day)}
          />
        )}
        <RampFields test={test} />
        {detailsKind(test.protocol) === 'fourEfforts' && (
          <SprintSeated seated={test.seated} change={test.setSeated} />
        )}
        <EdgeField
          label="Effort from"
          second={test.effort?.startS ?? null}
          set={(second) => test.move('start', second)}
        />
        <EdgeField
          label="to"
          second={test.effort?.endS ?? null}
          set={(second) => test.move('end', second)}
        />
      </div>
      {test.lapsFit && (
        <Form.Check
          id="use-laps"
          className="mb-2"
          label="The laps of the recording fit this test: take the effort from them"
          checked={test.takeLaps}
          onChange={({ target }) => test.setUseLaps(target.checked)}
        />
      )}
    </>
  );
}

function ProtocolChoice({ test }: Pick<Props, 'test'>) {
  const fitting = PROTOCOLS.filter(
    ({ id, suits }) => id !== 'lactate-steps' && (!test.byHeart || suits.power === 'not needed'),
  );
  return (
    <SelectField
      label="Protocol"
      wide
      options={fitting.map(({ id, name }) => [id, name] as const)}
      value={test.protocol.id}
      choose={test.choose}
    />
  );
}

/** The ramp as it was set; stages of a minute are not asked for their length. */
function RampFields({ test }: Pick<Props, 'test'>) {
  if (!test.ramp) return null;
  const { set, ...typed } = test.rampFields;
  const fields = [
    ['startW', 'Start, W'],
    ['stepW', 'Step, W'],
    ...(test.ramp.stageS === 60 ? [] : [['stageS', 'Stage, s'] as const]),
  ] as const;
  return fields.map(([field, label]) => (
    <Field key={field} label={label} {...hintOf(test.rampIsSeen, field)}>
      {(control) => (
        <Form.Control
          {...control}
          inputMode="numeric"
          value={typed[field]}
          onChange={({ target }) => set({ [field]: target.value })}
        />
      )}
    </Field>
  ));
}

/** Where start and step of a ramp come from, so that they are corrected where that is wrong. */
function hintOf(seen: boolean | null, field: 'startW' | 'stepW' | 'stageS'): { hint?: string } {
  if (seen === null || field === 'stageS') return {};
  return { hint: seen ? 'as the recording shows' : 'assumed: check it' };
}
