import { zodResolver } from '@hookform/resolvers/zod';
import { POWER_SOURCES, type RiderFields, riderFields } from '@uphill/api';
import { printClock, parseDuration, RETEST_WEEKS } from '@uphill/core';
import { useSchemes } from '../zones/useSchemes.ts';
import Button from 'react-bootstrap/Button';
import Col from 'react-bootstrap/Col';
import Form from 'react-bootstrap/Form';
import Row from 'react-bootstrap/Row';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';

const SOURCE_NAMES = {
  crank: 'Crank',
  pedal: 'Pedals',
  hub: 'Hub',
  trainer: 'Trainer',
  none: 'None: rides by heart rate and RPE',
} as const;

/** Age from which a new rider starts as masters. Handbook section 3. */
const MASTERS_FROM = 40;

export const NEW_RIDER: RiderFields = {
  name: '',
  birthYear: null,
  sex: null,
  powerSource: 'crank',
  masters: false,
  goal: null,
  notes: '',
  schemeId: null,
  retestWeeks: RETEST_WEEKS,
  hideMass: null,
  sessionShown: 'dayBefore',
};

const numberOrNull = (value: unknown): unknown =>
  value === '' || value === null || value === undefined ? null : Number(value);

/** What a coach knows of a rider before the first test. */
export function RiderForm({
  rider,
  save,
  submitLabel,
  isNew = false,
}: {
  rider: RiderFields;
  /** False where it was refused, so that what was typed still counts as typed. */
  save: (fields: RiderFields) => Promise<boolean>;
  submitLabel: string;
  isNew?: boolean;
}) {
  // What changes elsewhere comes in around what is being typed.
  const { register, control, handleSubmit, setValue, reset, formState } = useForm<RiderFields>({
    resolver: zodResolver(riderFields),
    defaultValues: rider,
    values: rider,
    resetOptions: { keepDirtyValues: true, keepErrors: true },
  });
  const submit = async (fields: RiderFields): Promise<void> => {
    if (await save(fields)) reset(fields, { keepDirtyValues: false, keepFieldsRef: true });
  };
  const { errors } = formState;
  const schemes = useSchemes();
  const goal = useWatch({ control, name: 'goal' });
  return (
    <Form noValidate onSubmit={(event) => void handleSubmit(submit)(event)}>
      <Row>
        <Col md={6}>
          <Field label="Name" error={errors.name?.message}>
            {(control) => <Form.Control {...control} autoComplete="off" {...register('name')} />}
          </Field>
        </Col>
        <Col xs={6} md={3}>
          <Field label="Birth year" error={errors.birthYear?.message}>
            {(control) => (
              <Form.Control
                {...control}
                inputMode="numeric"
                {...register('birthYear', {
                  setValueAs: numberOrNull,
                  onBlur: ({ target }: { target: HTMLInputElement }) =>
                    isNew &&
                    setValue(
                      'masters',
                      new Date().getFullYear() - Number(target.value) >= MASTERS_FROM &&
                        target.value !== '',
                    ),
                })}
              />
            )}
          </Field>
        </Col>
        <Col xs={6} md={3}>
          <Field label="Sex (optional)">
            {(control) => (
              <Form.Select
                {...control}
                {...register('sex', {
                  setValueAs: (value: string) => (value === '' ? null : value),
                })}
              >
                <option value="">Not said</option>
                <option value="female">Female</option>
                <option value="male">Male</option>
              </Form.Select>
            )}
          </Field>
        </Col>
        <Col md={6}>
          <Field
            label="Power source"
            hint="Power meters disagree by 1–10 %, so every test notes it"
          >
            {(control) => (
              <Form.Select {...control} {...register('powerSource')}>
                {POWER_SOURCES.map((source) => (
                  <option key={source} value={source}>
                    {SOURCE_NAMES[source]}
                  </option>
                ))}
              </Form.Select>
            )}
          </Field>
        </Col>
        <Col md={6}>
          <Field label="Zones">
            {(control) => (
              <Form.Select
                {...control}
                {...register('schemeId', {
                  setValueAs: (value: string | null) => (value === '' ? null : value),
                })}
              >
                <option value="">The default: {schemes.defaultScheme.name}</option>
                {schemes.all.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Form.Select>
            )}
          </Field>
        </Col>
        <Col xs={6} md={3}>
          <Field label="Retest after, weeks" error={errors.retestWeeks?.message}>
            {(control) => (
              <Form.Control
                {...control}
                inputMode="numeric"
                {...register('retestWeeks', {
                  setValueAs: (value: unknown) => (value === '' ? NaN : Number(value)),
                })}
              />
            )}
          </Field>
        </Col>
        <Col xs={6} md={3}>
          <Field label="Body mass, W/kg">
            {(control) => (
              <Form.Select
                {...control}
                {...register('hideMass', {
                  setValueAs: (value: unknown) =>
                    value === 'true' || value === true
                      ? true
                      : value === 'false' || value === false
                        ? false
                        : null,
                })}
              >
                <option value="">Hidden under 18</option>
                <option value="true">Hidden</option>
                <option value="false">Shown</option>
              </Form.Select>
            )}
          </Field>
        </Col>
        <Col md={6}>
          <Field label="Sessions show" hint="on the rider’s own page and in the calendar file">
            {(control) => (
              <Form.Select {...control} {...register('sessionShown')}>
                <option value="dayBefore">the day before</option>
                <option value="morning">only in the morning</option>
              </Form.Select>
            )}
          </Field>
        </Col>
        <Col md={6} className="d-flex align-items-center">
          <Form.Check
            id="masters"
            label="Masters: an extra easy day before the hardest work"
            {...register('masters')}
          />
        </Col>
      </Row>
      <Form.Check
        id="has-goal"
        className="mb-3"
        label="Has a goal with a date"
        checked={goal !== null}
        onChange={({ target }) =>
          setValue(
            'goal',
            target.checked ? { name: '', date: '', watts: null, seconds: null } : null,
          )
        }
      />
      {goal !== null && (
        <Row>
          <Col md={5}>
            <Field label="Goal" error={errors.goal?.name?.message}>
              {(control) => <Form.Control {...control} {...register('goal.name')} />}
            </Field>
          </Col>
          <Col md={3}>
            <Controller
              control={control}
              name="goal.date"
              render={({ field }) => (
                <DateField
                  label="Date"
                  use="goal"
                  value={field.value}
                  change={field.onChange}
                  error={errors.goal?.date?.message}
                />
              )}
            />
          </Col>
          <Col xs={6} md={2}>
            <Field label="Watts asked" error={errors.goal?.watts?.message}>
              {(control) => (
                <Form.Control
                  {...control}
                  inputMode="numeric"
                  {...register('goal.watts', { setValueAs: numberOrNull })}
                />
              )}
            </Field>
          </Col>
          <Col xs={6} md={2}>
            <Controller
              control={control}
              name="goal.seconds"
              render={({ field, fieldState }) => (
                <Field label="For a time" error={fieldState.error && 'Try 38:00 or 1 h 10.'}>
                  {(attributes) => (
                    <Form.Control
                      {...attributes}
                      key={field.value ?? 'none'}
                      defaultValue={field.value ? printClock(field.value) : ''}
                      onBlur={({ target }) => {
                        const read = parseDuration(target.value);
                        field.onChange(
                          target.value.trim() === '' ? null : read.ok ? read.value : NaN,
                        );
                      }}
                    />
                  )}
                </Field>
              )}
            />
          </Col>
        </Row>
      )}
      <Field label="Notes: injury, medication, what they like" error={errors.notes?.message}>
        {(control) => <Form.Control {...control} as="textarea" rows={3} {...register('notes')} />}
      </Field>
      <Button type="submit" disabled={formState.isSubmitting}>
        {submitLabel}
      </Button>
    </Form>
  );
}
